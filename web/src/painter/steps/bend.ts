import { bend as at } from '../../program/ops.gen'
import type { PixelWork } from './stepPainter'

const work: PixelWork = (pixels, width, height, v, device, back) => {
  const [x0, y0] = [v[at.at]!, v[at.at + 1]!]
  const [dx, dy] = [v[at.along]!, v[at.along + 1]!]
  const length = Math.max(0.01, v[at.length]!)
  const [tall, phase, reach, isRound] = [v[at.height]!, v[at.phase]!, v[at.fades]!, v[at.round] !== 0]
  const from = pixels.slice()
  const pick = (x: number, y: number, channel: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : from[(y * width + x) * 4 + channel]!
  for (let i = 0; i < pixels.length; i += 4) {
    const mx = ((i / 4) % width) + 0.5
    const my = Math.floor(i / 4 / width) + 0.5
    const x = back[0]! * mx + back[1]! * my + back[2]!
    const y = back[3]! * mx + back[4]! * my + back[5]!
    const [px, py] = [x - x0, y - y0]
    let [qx, qy] = [x, y]
    if (isRound) {
      const r = Math.sqrt(px * px + py * py)
      if (r > 1e-6) {
        const by = tall * Math.sin(2 * Math.PI * (r / length - phase)) * (reach > 0 ? Math.max(0, 1 - r / reach) : 1)
        qx = x + (px / r) * by
        qy = y + (py / r) * by
      }
    } else {
      const by = tall * Math.sin(2 * Math.PI * ((px * dx + py * dy) / length - phase))
      qx = x - dy * by
      qy = y + dx * by
    }
    const sx = device[0]! * qx + device[1]! * qy + device[2]! - 0.5
    const sy = device[3]! * qx + device[4]! * qy + device[5]! - 0.5
    const [left, top] = [Math.floor(sx), Math.floor(sy)]
    const [fx, fy] = [sx - left, sy - top]
    for (let channel = 0; channel < 4; channel++) {
      const above = pick(left, top, channel) * (1 - fx) + pick(left + 1, top, channel) * fx
      const below = pick(left, top + 1, channel) * (1 - fx) + pick(left + 1, top + 1, channel) * fx
      pixels[i + channel] = Math.floor(above * (1 - fy) + below * fy + 0.5)
    }
  }
}

export const bend = { work }
