import { over, scaled } from './compositing'

/** Four components of each pixel as one number. */
export interface Words {
  pixels: Uint32Array
  width: number
  height: number
}

/** Where a picture is laid: the target's pixel that its first one begins at, and how many of the target's, across and down, are one of its own. */
export interface Laid {
  left: number
  top: number
  size: number
}

/** How far along from one pixel to its neighbour, in parts of this. */
const ONE = 256

/**
 * Lays a picture on pixels, between its own in straight lines where it does not lie on whole ones; beyond its edge is nothing.
 * @param opacity 0..255
 * @param onto true to lay it only on what is there (W3C Compositing, source atop), not over it
 */
export function layPicture(target: Words, picture: Words, { left, top, size }: Laid, opacity: number, onto: boolean) {
  const { width } = picture
  const from = Math.max(0, Math.floor(left - size / 2))
  const to = Math.min(target.width, Math.ceil(left + size * (width + 0.5)))
  const first = Math.max(0, Math.floor(top - size / 2))
  const last = Math.min(target.height, Math.ceil(top + size * (picture.height + 0.5)))
  if (to <= from || last <= first) return
  // Which two of the picture's pixels each of the target's is between, and how far; nothing lies on either side.
  const at = new Int32Array(to - from)
  const far = new Int32Array(to - from)
  for (let x = from; x < to; x++) {
    const u = (x + 0.5 - left) / size - 0.5
    at[x - from] = Math.min(width, Math.max(-1, Math.floor(u))) + 1
    far[x - from] = Math.round((u - Math.floor(u)) * ONE)
  }
  const row = new Uint32Array(width + 3)
  for (let y = first; y < last; y++) {
    const w = (y + 0.5 - top) / size - 0.5
    between(picture, Math.floor(w), Math.round((w - Math.floor(w)) * ONE), row)
    const start = y * target.width
    for (let x = from; x < to; x++) {
      const [i, share] = [at[x - from]!, far[x - from]!]
      const [a, b] = [row[i]!, row[i + 1]!]
      if ((a | b) === 0) continue
      let own = a === b || share === 0 ? a : mixed(a, b, share)
      if (opacity < 255) own = scaled(own, opacity)
      const below = target.pixels[start + x]!
      target.pixels[start + x] = onto ? atop(own, below) : over(own, below)
    }
  }
}

/** A row between two of a picture's; its first number is what lies before it. */
function between({ pixels, width, height }: Words, y: number, share: number, row: Uint32Array) {
  const [above, below] = [y >= 0 && y < height, y + 1 >= 0 && y + 1 < height]
  for (let x = 0; x < width; x++) {
    const [a, b] = [above ? pixels[y * width + x]! : 0, below ? pixels[(y + 1) * width + x]! : 0]
    row[x + 1] = a === b ? a : mixed(a, b, share)
  }
}

/** Two pixels mixed, `share` parts of 256 of the second. */
function mixed(a: number, b: number, share: number): number {
  const rest = ONE - share
  const low = (Math.imul(a & 0xff00ff, rest) + Math.imul(b & 0xff00ff, share) + 0x800080) >>> 8
  const high = Math.imul((a >>> 8) & 0xff00ff, rest) + Math.imul((b >>> 8) & 0xff00ff, share) + 0x800080
  return (low & 0xff00ff) | (high & 0xff00ff00)
}

/** One pixel laid on what is there of another. */
function atop(source: number, below: number): number {
  const alpha = below >>> 24
  if (alpha === 255) return over(source, below)
  const sum = scaled(source, alpha) + scaled(below, 255 - (source >>> 24))
  return (sum & 0xffffff) | (below & 0xff000000)
}
