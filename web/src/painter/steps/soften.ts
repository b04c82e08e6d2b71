import { soften as at } from '../../program/ops.gen'
import { evenBlur } from '../evenBlur'
import { soften as softened } from '../softener'
import { sigmaBy, sigmaOf, type PixelWork, type Rows, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => {
  const [x, y] = sigmaOf(s, v, at.sigma)
  return evenBlur(s.ck, s.made, x, y, input)
}

const work: PixelWork = (pixels, width, height, v, device, _back, left, top) => {
  const [x, y] = sigmaBy(device, v, at.sigma)
  if (x > 0 || y > 0) pixels.set(softened(pixels, 4, left, top, width, height, x, y))
}

const soft = (v: Float32Array, device: Rows, before: number) => Math.max(before, Math.min(...sigmaBy(device, v, at.sigma)))

export const soften = { filter, work, soft }
