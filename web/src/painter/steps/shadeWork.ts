import { moved } from '../moved'
import { soften } from '../softener'
import { mappedBy, sigmaBy, type Rows } from './stepPainter'

interface Shade {
  offset: number
  sigma: number
}

/** How much of what throws a picture's own shape falls on each of its pixels: its alpha, soft and moved. */
export function thrownMask(
  pixels: Uint8Array,
  width: number,
  height: number,
  v: Float32Array,
  at: Shade,
  device: Rows,
  left: number,
  top: number,
): Uint8Array {
  const alpha = new Uint8Array(width * height)
  for (let i = 0; i < alpha.length; i++) alpha[i] = pixels[4 * i + 3]!
  const [x, y] = sigmaBy(device, v, at.sigma)
  const soft = x > 0 || y > 0 ? soften(alpha, 1, left, top, width, height, x, y) : alpha
  const [right, below] = mappedBy(device, v, at.offset)
  return moved(soft, width, height, right, below)
}

/** Red, green, blue and alpha of a straight colour, 0..1, as premultiplied bytes. */
export function premultiplied([r, g, b, a]: readonly number[]): [number, number, number, number] {
  const alpha = Math.min(1, Math.max(0, a!)) * 255
  const whole = Math.floor(alpha + 0.5)
  const of = (c: number) => Math.min(whole, Math.max(0, Math.floor(c * alpha + 0.5)))
  return [of(r!), of(g!), of(b!), whole]
}

/** A product of two parts of 255, rounded. */
export const part = (product: number) => (product + 128 + ((product + 128) >> 8)) >> 8
