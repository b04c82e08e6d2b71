import { trail as at } from '../../program/ops.gen'
import { streakUnion } from '../streaks'
import { coloured, colourOf, mappedVector, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => {
  const { ck, made } = s
  const [r, g, b, a] = colourOf(v, at.colour)
  const opaque = coloured(s, ck.ColorFilter.MakeMatrix([0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, 1, 0]), input)
  const union = streakUnion(ck, made, mappedVector(s, v, at.offset), opaque)
  // Copies of what lets something through would add up: it is made so at the end.
  const faded = coloured(s, ck.ColorFilter.MakeMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, a, 0]), union)
  return v[at.only] !== 0 ? faded : made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, faded, input))
}

export const trail = { filter }
