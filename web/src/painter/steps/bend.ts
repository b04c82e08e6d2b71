import { bend as at } from '../../program/ops.gen'
import { bendWork } from '../kernels.gen'
import type { PixelWork } from './stepPainter'

const work: PixelWork = (pixels, width, height, v, device, back) =>
  bendWork(
    pixels,
    pixels.slice(),
    width,
    height,
    0,
    0,
    width,
    height,
    device,
    back,
    v[at.at]!,
    v[at.at + 1]!,
    v[at.along]!,
    v[at.along + 1]!,
    Math.max(0.01, v[at.length]!),
    v[at.height]!,
    v[at.phase]!,
    v[at.fades]!,
    v[at.round] !== 0,
  )

export const bend = { work }
