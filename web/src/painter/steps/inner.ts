import { inner as at } from '../../program/ops.gen'
import { thrown } from './shade'
import { coloured, colourOf, type StepFilter } from './stepPainter'

/** The alpha alone, since it is turned round later. */
const ALPHA = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0]

const filter: StepFilter = (s, v, input) => {
  const { ck, made } = s
  const [r, g, b, a] = colourOf(v, at.colour)
  // What is not covered, in the colour.
  const turn = ck.ColorFilter.MakeMatrix([0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, -a, a])
  return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, input, coloured(s, turn, thrown(s, v, at, ALPHA, input))))
}

export const inner = { filter }
