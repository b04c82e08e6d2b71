import { over, scaled } from './compositing'

/** How many colours a gradient is looked up in. */
const STEPS = 1024

/** Numbers a, b and c of a place a x + b y + c along a gradient, 0 at its first colour and 1 at its last. */
export type Along = readonly [a: number, b: number, c: number]

/** Premultiplied colours along a gradient; straight colours are mixed between two stops. @param stops place, red, green, blue and alpha of each. */
export function rampOf(stops: Float32Array, opacity: number): Uint32Array {
  const colours = new Uint32Array(STEPS + 1)
  const count = stops.length / 5
  const number = (stop: number, i: number) => stops[5 * stop + i]!
  let next = 0
  for (let i = 0; i <= STEPS; i++) {
    const t = i / STEPS
    while (next < count && number(next, 0) <= t) next++
    const [from, to] = [Math.max(0, next - 1), Math.min(next, count - 1)]
    const gap = number(to, 0) - number(from, 0)
    const share = gap > 0 ? Math.min(1, Math.max(0, (t - number(from, 0)) / gap)) : 0
    const mixed = [1, 2, 3, 4].map((c) => Math.min(1, Math.max(0, number(from, c) + (number(to, c) - number(from, c)) * share)))
    const alpha = mixed[3]! * opacity
    const part = (c: number) => Math.round(mixed[c]! * alpha * 255)
    colours[i] = (part(0) | (part(1) << 8) | (part(2) << 16) | (Math.round(alpha * 255) << 24)) >>> 0
  }
  return colours
}

/** The places along a straight gradient. @param device from its coordinates to pixels, rows of three. @param axis its two ends. */
export function alongOf(device: ArrayLike<number>, axis: ArrayLike<number>): Along | undefined {
  const [a, c, e, b, d, f] = [device[0]!, device[1]!, device[2]!, device[3]!, device[4]!, device[5]!]
  const det = a * d - b * c
  const [dx, dy] = [axis[2]! - axis[0]!, axis[3]! - axis[1]!]
  const long = dx * dx + dy * dy
  if (!(Math.abs(det) > 0) || !(long > 0)) return undefined
  // Back to its coordinates, and from there along the line between its ends.
  const [gx, gy] = [dx / long, dy / long]
  const [ta, tb] = [(gx * d - gy * b) / det, (gy * a - gx * c) / det]
  return [ta, tb, -(axis[0]! * gx + axis[1]! * gy) - ta * e - tb * f]
}

/** Lays a straight gradient on pixels, by how much of each is covered. */
export function layRamp(pixels: Uint32Array, shares: Uint8Array, width: number, [a, b, c]: Along, ramp: Uint32Array) {
  for (let at = 0, y = 0; at < shares.length; at += width, y++) {
    // The middles of pixels.
    const first = STEPS * (c + a * 0.5 + b * (y + 0.5)) + 0.5
    const step = STEPS * a
    for (let x = 0; x < width; x++) {
      const share = shares[at + x]!
      if (share === 0) continue
      const t = first + step * x
      const colour = ramp[t <= 0 ? 0 : t >= STEPS ? STEPS : t | 0]!
      const own = share === 255 ? colour : scaled(colour, share)
      pixels[at + x] = own >>> 24 === 255 ? own : over(own, pixels[at + x]!)
    }
  }
}
