/** Two parts of 255 of each of the four components multiplied, rounded. */
export function scaled(pixel: number, by: number): number {
  const low = Math.imul(pixel & 0xff00ff, by) + 0x800080
  const high = Math.imul((pixel >>> 8) & 0xff00ff, by) + 0x800080
  return (((low + ((low >>> 8) & 0xff00ff)) >>> 8) & 0xff00ff) | ((high + ((high >>> 8) & 0xff00ff)) & 0xff00ff00)
}

/** One pixel laid on another, both premultiplied (W3C Compositing, source over). */
export const over = (source: number, below: number): number => (source + scaled(below, 255 - (source >>> 24))) >>> 0
