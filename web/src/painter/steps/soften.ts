import { soften as at } from '../../program/ops.gen'
import { evenBlur } from '../evenBlur'
import { sigmaOf, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => {
  const [x, y] = sigmaOf(s, v, at.sigma)
  return evenBlur(s.ck, s.made, x, y, input)
}

export const soften = { filter }
