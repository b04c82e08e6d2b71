/** Frames per second as the document writes it, "25" or "30000/1001". */
export function rateOf(rate: string): number {
  const [n, d] = rate.split('/').map(Number)
  return n! / (d ?? 1)
}

/** Timecode after SMPTE ST 12-1, as the core's Timecode.cs; here because every frame of playback shows it. */
export function timecode(frame: number, rate: string): string {
  const fps = Math.ceil(rateOf(rate))
  const drop = rate.endsWith('/1001') && fps % 30 === 0
  let number = frame
  if (drop) {
    const skipped = fps / 15
    const tens = Math.floor(frame / (fps * 600 - skipped * 9))
    const rest = frame % (fps * 600 - skipped * 9)
    number += skipped * 9 * tens
    if (rest >= fps * 60) number += skipped * (Math.floor((rest - fps * 60) / (fps * 60 - skipped)) + 1)
  }
  const seconds = Math.floor(number / fps)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${two(Math.floor(seconds / 3600) % 24)}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}${drop ? ';' : ':'}${two(number % fps)}`
}
