import { blocks as at } from '../../program/ops.gen'
import { blocksRoom, blocksRow, blocksWork } from '../kernels.gen'
import type { PixelWork } from './stepPainter'

const work: PixelWork = (pixels, width, height, v, _device, back) => {
  const [w, h] = [Math.max(0.01, v[at.size]!), Math.max(0.01, v[at.size + 1]!)]
  const table = new Int32Array(blocksRow * blocksRoom(width, height, back, w, h))
  blocksWork(pixels, width, height, back, v[at.at]!, v[at.at + 1]!, w, h, table, new Int32Array(width * height))
}

export const blocks = { work }
