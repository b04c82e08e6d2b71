import type { CanvasKit, ImageFilter } from 'canvaskit-wasm'
import type { Made } from './made'

/** Luminance of straight red, green and blue (Filter Effects, luminanceToAlpha). */
const [R, G, B] = [0.2126, 0.7152, 0.0722]

const LEAST = 1e-4

/** The straight luminance of five numbers a stop: luminance, red, green, blue, alpha. */
type Stops = Float32Array

/**
 * Colours by luminance: the first stop's colour all over, and over it each further one with an alpha that rises from 0 at its predecessor's luminance to 1 at
 * its own. The core's ColourMap.cs does the same.
 */
export function colourMap(ck: CanvasKit, made: Made, stops: Stops, input: ImageFilter | null): ImageFilter {
  const coloured = (matrix: number[], on: ImageFilter | null) =>
    made.keep(ck.ImageFilter.MakeColorFilter(made.keep(ck.ColorFilter.MakeMatrix(matrix)), on))
  const flat = [0, 0, 0, 0, stops[1]!, 0, 0, 0, 0, stops[2]!, 0, 0, 0, 0, stops[3]!, 0, 0, 0, 1, 0]
  let all = coloured(flat, input)
  let least = stops[4]!
  for (let i = 5; i + 4 < stops.length; i += 5) {
    const from = stops[i - 5]!
    const k = 1 / (Math.max(stops[i]!, from + LEAST) - from)
    const rise = [0, 0, 0, 0, stops[i + 1]!, 0, 0, 0, 0, stops[i + 2]!, 0, 0, 0, 0, stops[i + 3]!, R * k, G * k, B * k, 0, -from * k]
    all = made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, all, coloured(rise, input)))
    least = Math.min(least, stops[i + 4]!)
  }
  if (least >= 1) return all
  // How much is replaced, by luminance too: the mapped picture with that alpha over the picture itself.
  const grey = stops.map((v, i) => (i % 5 === 0 ? v : i % 5 === 4 ? 1 : stops[i - (i % 5) + 4]!))
  const share = coloured([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0], colourMap(ck, made, grey, input))
  const part = made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.DstIn, all, share))
  return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, input, part))
}
