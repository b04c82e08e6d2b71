import type { CanvasKit, ImageFilter } from 'canvaskit-wasm'
import type { Made } from './made'

/** Skia's window for a standard deviation: its width is this many times it, rounded (W3C Filter Effects, feGaussianBlur: 3 √(2π) / 4). */
const WINDOW_OF = 1.8799712059732503

/** Below this a blur is a true Gaussian already. */
const SMALL = 2

/** Beyond this the steps between windows are not seen: at most two thirds of a step of 8 bits. */
const LARGE = 24

/** From here on a blur is made at half the size, up to where one blur does instead of two. */
const HALVED = 8

/** Skia's widths for large deviations give blurs that are smaller than asked for by this: a window of w has a variance of w²/4. */
const SMALLER = WINDOW_OF / 2

/** Beyond this Skia's blur grows no more (532, measured); two of them do. */
const LARGEST = 490

/**
 * A blur that grows evenly with its standard deviation. Skia's own is three box blurs of whole widths, so it jumps from one width to the
 * next; the mean of two neighbouring widths, weighed so that the variance is the one asked for, does not. The core's EvenBlur.cs does the same.
 */
export function evenBlur(ck: CanvasKit, made: Made, x: number, y: number, input: ImageFilter | null): ImageFilter | null {
  const halved = (sigma: number) => sigma >= HALVED && sigma < LARGE
  if (!halved(x) && !halved(y)) return wholeBlur(ck, made, x, y, input)
  // Each pixel the mean of two, and back again each 3/4 of the nearer one and 1/4 of the other: a variance of 1/4 and of 3/4 (Softener.cs).
  const scaled = (sx: number, sy: number, i: ImageFilter | null) =>
    made.keep(
      ck.ImageFilter.MakeMatrixTransform([sx, 0, 0, 0, sy, 0, 0, 0, 1], { filter: ck.FilterMode.Linear, mipmap: ck.MipmapMode.None }, i),
    )
  const [sx, sy] = [halved(x) ? 2 : 1, halved(y) ? 2 : 1]
  const left = (sigma: number, s: number) => (s === 1 ? sigma : Math.sqrt(sigma * sigma - 1) / 2)
  return scaled(sx, sy, wholeBlur(ck, made, left(x, sx), left(y, sy), scaled(1 / sx, 1 / sy, input)))
}

function wholeBlur(ck: CanvasKit, made: Made, x: number, y: number, input: ImageFilter | null): ImageFilter | null {
  const blur = (sx: number, sy: number, i: ImageFilter | null) => made.keep(ck.ImageFilter.MakeBlur(sx, sy, ck.TileMode.Decal, i))
  if (x === y) return x === 0 ? input : mean(ck, made, x, (s, i) => blur(s, s, i), input)
  const across = x === 0 ? input : mean(ck, made, x, (s, i) => blur(s, 0, i), input)
  return y === 0 ? across : mean(ck, made, y, (s, i) => blur(0, s, i), across)
}

function mean(
  ck: CanvasKit,
  made: Made,
  sigma: number,
  blur: (sigma: number, input: ImageFilter | null) => ImageFilter,
  input: ImageFilter | null,
): ImageFilter {
  if (sigma < SMALL) return blur(sampled(sigma), input)
  if (sigma > LARGEST) return mean(ck, made, sigma / Math.SQRT2, blur, mean(ck, made, sigma / Math.SQRT2, blur, input))
  if (sigma > LARGE) return blur(sigma / SMALLER, input)
  const { first, second, share } = windows(sigma)
  if (share < 0.004 || share > 0.996) return blur(share < 0.5 ? first : second, input)
  const faded = (filter: ImageFilter, by: number) =>
    made.keep(
      ck.ImageFilter.MakeColorFilter(
        made.keep(ck.ColorFilter.MakeMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, by, 0])),
        filter,
      ),
    )
  return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.Plus, faded(blur(first, input), 1 - share), faded(blur(second, input), share)))
}

/**
 * The deviation whose bell, read at whole pixels, carries as much across a straight edge as the bell of another does over whole pixels: a pixel is no point.
 * @param sigma above 0, below 2.
 */
export function sampled(sigma: number): number {
  const wanted = beyond(sigma)
  let [low, high] = [0.05, 1.9999]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (tail(middle) < wanted) low = middle
    else high = middle
  }
  return high
}

/** What a Gaussian carries of an area into the first pixel beyond its edge: the integral of Φ(-x/σ) over it. */
function beyond(sigma: number): number {
  const steps = 64
  let sum = 0
  // The midpoint rule twice over: Φ itself is the sum of its bell.
  let cdf = 0.5
  const bell = (x: number) => Math.exp((-x * x) / (2 * sigma * sigma)) / (sigma * Math.sqrt(2 * Math.PI))
  for (let i = 0; i < steps; i++) {
    const [a, m, b] = [i / steps, (i + 0.5) / steps, (i + 1) / steps]
    const half = (bell(a) + 4 * bell((a + m) / 2) + bell(m)) / (12 * steps)
    sum += (cdf - half) / steps
    cdf -= (bell(a) + 4 * bell(m) + bell(b)) / (6 * steps)
  }
  return sum
}

/** The same of a bell read at whole pixels. */
function tail(sigma: number): number {
  let side = 0
  for (let n = 1; n <= Math.ceil(sigma * 3); n++) side += Math.exp((-n * n) / (2 * sigma * sigma))
  return side / (1 + 2 * side)
}

/** The two standard deviations that give Skia's neighbouring windows, and the share of the second. */
export function windows(sigma: number): { first: number; second: number; share: number } {
  let window = Math.max(2, Math.floor(sigma * WINDOW_OF))
  while (variance(window + 1) < sigma * sigma) window++
  while (window > 2 && variance(window) > sigma * sigma) window--
  const share = (sigma * sigma - variance(window)) / (variance(window + 1) - variance(window))
  return { first: window / WINDOW_OF, second: (window + 1) / WINDOW_OF, share: Math.max(0, Math.min(1, share)) }
}

/** Variance of three box blurs: of an odd width three times, of an even one twice and once of the next (Filter Effects, feGaussianBlur). */
function variance(window: number): number {
  const box = (w: number) => (w * w - 1) / 12
  return window % 2 === 1 ? 3 * box(window) : 2 * box(window) + box(window + 1)
}
