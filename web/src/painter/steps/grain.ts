import { grain as at } from '../../program/ops.gen'
import { grainWork } from '../kernels.gen'
import type { PixelWork } from './stepPainter'

const work: PixelWork = (pixels, width, height, v, _device, back) =>
  grainWork(pixels, width, 0, 0, width, height, back, v[at.amount]!, Math.max(0.01, v[at.size]!), v[at.seed]!, v[at.mono] !== 0)

export const grain = { work }
