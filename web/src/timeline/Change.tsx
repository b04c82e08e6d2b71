import { useFeelShape } from '../values/useFeelShape'
import { feelOf, keysOf, type Layer } from '../live/document'
import type { TimeScale } from './timeScale'

interface Props {
  from: number
  to: number
  layer: Layer
  address: string
  scale: TimeScale
}

const [TOP, BOTTOM] = [4, 22]
const [SPEED, FLOOR] = [8, 26]

/** The change between two beads, drawn in the strip: value over time, rising when the value rises, with its speed beneath. */
export function Change({ from, to, layer, address, scale }: Props) {
  const keys = keysOf(layer, address)
  const first = keys.find((k) => k.at === from)
  const last = keys.find((k) => k.at === to)
  const css = first ? feelOf(first) : 'linear'
  const shape = useFeelShape(css)
  if (!shape || !first || !last) return null
  const direction = Math.sign(total(last.value) - total(first.value))
  if (direction === 0) return null
  const [x0, x1] = [scale.x(from), scale.x(to)]
  const y = (progress: number) => (direction > 0 ? BOTTOM - progress * (BOTTOM - TOP) : TOP + progress * (BOTTOM - TOP))
  const points = shape.map((v, i) => `${x0 + ((x1 - x0) * i) / (shape.length - 1)},${y(v)}`).join(' ')
  // Its speed beneath, from the same points: how fast it changes, whichever way.
  const speeds = shape.slice(1).map((v, i) => Math.abs(v - shape[i]!))
  const fastest = Math.max(...speeds, 1e-9)
  const speed = speeds.map((v, i) => `${x0 + ((x1 - x0) * (i + 0.5)) / speeds.length},${FLOOR - (v / fastest) * SPEED}`).join(' ')
  return (
    <svg width="100%" height="26" style={{ position: 'absolute', inset: 0, pointerEvents: 'none', overflow: 'visible' }} aria-hidden>
      <polygon points={`${x0},${FLOOR} ${speed} ${x1},${FLOOR}`} fill="var(--chakra-colors-soft)" opacity={0.22} />
      <polyline points={points} fill="none" stroke="var(--chakra-colors-accent)" strokeWidth={1.4} opacity={0.75} />
    </svg>
  )
}

/** One number that tells which way a value goes: the sum of its parts, or the lightness of a colour. */
function total(value: unknown): number {
  if (typeof value === 'number') return value
  if (typeof value === 'string' && value.startsWith('#')) return [1, 3, 5].reduce((sum, i) => sum + parseInt(value.slice(i, i + 2), 16), 0)
  return Array.isArray(value) ? value.reduce<number>((sum, v) => sum + total(v), 0) : 0
}
