import { cast as at } from '../../program/ops.gen'
import { grown, thrown } from './shade'
import { colourOf, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => {
  const { ck, made } = s
  const [r, g, b, a] = colourOf(v, at.colour)
  const tint = [0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, a, 0]
  const shadow = thrown(s, v, at, tint, grown(s, v[at.grow]!, input))
  return v[at.only] !== 0 ? shadow : made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, shadow, input))
}

export const cast = { filter }
