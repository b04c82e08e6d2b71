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
  const all = whole(ck, made, stops, input)
  if (stops.every((v, i) => i % 5 !== 4 || v >= 1)) return all
  // How much is replaced, by luminance too: the mapped colours with that alpha over the picture itself. Both are made of the picture's colours alone, so
  // that where it lets something through no less of it is replaced.
  const opaque = coloured(ck, made, [1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 1], input)
  const grey = stops.map((v, i) => (i % 5 === 0 ? v : i % 5 === 4 ? 1 : stops[i - (i % 5) + 4]!))
  const share = coloured(ck, made, [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0], whole(ck, made, grey, opaque))
  const part = made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.DstIn, whole(ck, made, stops, opaque), share))
  return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, input, part))
}

const coloured = (ck: CanvasKit, made: Made, matrix: number[], on: ImageFilter | null) =>
  made.keep(ck.ImageFilter.MakeColorFilter(made.keep(ck.ColorFilter.MakeMatrix(matrix)), on))

/** All of the picture in the colours of the stops. */
function whole(ck: CanvasKit, made: Made, stops: Stops, input: ImageFilter | null): ImageFilter {
  const flat = [0, 0, 0, 0, stops[1]!, 0, 0, 0, 0, stops[2]!, 0, 0, 0, 0, stops[3]!, 0, 0, 0, 1, 0]
  let all = coloured(ck, made, flat, input)
  for (let i = 5; i + 4 < stops.length; i += 5) {
    const from = stops[i - 5]!
    const k = 1 / (Math.max(stops[i]!, from + LEAST) - from)
    const rise = [0, 0, 0, 0, stops[i + 1]!, 0, 0, 0, 0, stops[i + 2]!, 0, 0, 0, 0, stops[i + 3]!, R * k, G * k, B * k, 0, -from * k]
    all = made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, all, coloured(ck, made, rise, input)))
  }
  return all
}
