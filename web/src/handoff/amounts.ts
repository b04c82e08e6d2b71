import { t } from '../words/words'

/** Bytes as people say them. */
export function size(bytes: number): string {
  if (bytes < 1000) return t('{bytes} bytes', { bytes })
  const units = ['kB', 'MB', 'GB', 'TB']
  let n = bytes / 1000
  let u = 0
  while (n >= 1000 && u < units.length - 1) {
    n /= 1000
    u++
  }
  return `${n < 10 ? n.toFixed(1) : Math.round(n)} ${units[u]}`
}

/** Seconds as people say them. */
export function duration(seconds: number): string {
  if (seconds < 10) return `${seconds.toFixed(1)} s`
  if (seconds < 120) return `${Math.round(seconds)} s`
  return t('{value} min {value2} s', { value: Math.floor(seconds / 60), value2: Math.round(seconds % 60) })
}
