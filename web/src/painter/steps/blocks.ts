import { blocks as fields } from '../../program/ops.gen'
import type { PixelWork } from './stepPainter'

const work: PixelWork = (pixels, width, _height, v, _device, back) => {
  const w = Math.max(0.01, v[fields.size]!)
  const h = Math.max(0.01, v[fields.size + 1]!)
  const [x0, y0] = [v[fields.at]!, v[fields.at + 1]!]
  const cells = new Map<number, number>()
  /** Count and four sums for each cell. */
  const sums: number[] = []
  const of = new Uint32Array(pixels.length / 4)
  for (let i = 0; i < pixels.length; i += 4) {
    const mx = ((i / 4) % width) + 0.5
    const my = Math.floor(i / 4 / width) + 0.5
    const cx = Math.floor((back[0]! * mx + back[1]! * my + back[2]! - x0) / w)
    const cy = Math.floor((back[3]! * mx + back[4]! * my + back[5]! - y0) / h)
    const key = cx * 0x1000000 + cy
    let at = cells.get(key)
    if (at === undefined) {
      at = sums.length
      cells.set(key, at)
      sums.push(0, 0, 0, 0, 0)
    }
    of[i / 4] = at
    sums[at]! += 1
    for (let channel = 0; channel < 4; channel++) sums[at + 1 + channel]! += pixels[i + channel]!
  }
  for (let i = 0; i < pixels.length; i += 4) {
    const at = of[i / 4]!
    const count = sums[at]!
    for (let channel = 0; channel < 4; channel++)
      pixels[i + channel] = Math.floor((sums[at + 1 + channel]! + Math.floor(count / 2)) / count)
  }
}

export const blocks = { work }
