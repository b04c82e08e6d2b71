import { inner as at } from '../../program/ops.gen'
import { thrown } from './shade'
import { part, premultiplied, thrownMask } from './shadeWork'
import { coloured, colourOf, mappedBy, sigmaBy, type PixelWork, type Rows, type StepFilter } from './stepPainter'

/** The alpha alone, since it is turned round later. */
const ALPHA = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0]

const filter: StepFilter = (s, v, input) => {
  const { ck, made } = s
  const [r, g, b, a] = colourOf(v, at.colour)
  // What is not covered, in the colour.
  const turn = ck.ColorFilter.MakeMatrix([0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, -a, a])
  return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, input, coloured(s, turn, thrown(s, v, at, ALPHA, input))))
}

const work: PixelWork = (pixels, width, height, v, device, _back, left, top) => {
  const mask = thrownMask(pixels, width, height, v, at, device, left, top)
  const colour = premultiplied(colourOf(v, at.colour))
  for (let i = 0; i < mask.length; i++) {
    const alpha = pixels[4 * i + 3]!
    if (alpha === 0 || mask[i] === 255) continue
    const shade = part(colour[3] * (255 - mask[i]!))
    for (let c = 0; c < 4; c++) pixels[4 * i + c] = part(part(colour[c]! * (255 - mask[i]!)) * alpha + pixels[4 * i + c]! * (255 - shade))
  }
}

/** It carries nothing, but what lies around is seen by what it throws. */
const beyond = (v: Float32Array, device: Rows) =>
  3 * Math.max(...sigmaBy(device, v, at.sigma)) + Math.max(...mappedBy(device, v, at.offset).map(Math.abs)) + 1

export const inner = { filter, work, beyond }
