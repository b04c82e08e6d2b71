import { cast as at } from '../../program/ops.gen'
import { grown, thrown } from './shade'
import { part, premultiplied, thrownMask } from './shadeWork'
import { colourOf, NOTHING, sigmaBy, type PixelWork, type Rows, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => {
  const { ck, made } = s
  const [r, g, b, a] = colourOf(v, at.colour)
  const tint = [0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, a, 0]
  const shadow = thrown(s, v, at, tint, grown(s, v[at.grow]!, input))
  return v[at.only] !== 0 ? shadow : made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, shadow, input))
}

const work: PixelWork = (pixels, width, height, v, device, _back, left, top) => {
  const mask = thrownMask(pixels, width, height, v, at, device, left, top)
  const colour = premultiplied(colourOf(v, at.colour))
  const only = v[at.only] !== 0
  for (let i = 0; i < mask.length; i++) {
    // Behind what is there, or in its place.
    const through = only ? 255 : 255 - pixels[4 * i + 3]!
    if (!only && (mask[i] === 0 || through === 0)) continue
    for (let c = 0; c < 4; c++) {
      const own = part(colour[c]! * mask[i]!)
      pixels[4 * i + c] = only ? own : pixels[4 * i + c]! + part(own * through)
    }
  }
}

/** What grows is left to filters. */
const works = (v: Float32Array) => Math.abs(v[at.grow]!) < NOTHING

/** Where it is laid under what throws it, that has its details. */
const soft = (v: Float32Array, device: Rows) => (v[at.only] !== 0 ? Math.min(...sigmaBy(device, v, at.sigma)) : 0)

export const cast = { filter, work, works, soft }
