import { grain as at } from '../../program/ops.gen'
import type { PixelWork } from './stepPainter'

const work: PixelWork = (pixels, width, _height, v, _device, back) => {
  const amount = v[at.amount]!
  const size = Math.max(0.01, v[at.size]!)
  const seed = v[at.seed]!
  const mono = v[at.mono] !== 0
  for (let i = 0; i < pixels.length; i += 4) {
    const alpha = pixels[i + 3]!
    if (alpha === 0) continue
    const px = ((i / 4) % width) + 0.5
    const py = Math.floor(i / 4 / width) + 0.5
    const cx = Math.floor((back[0]! * px + back[1]! * py + back[2]!) / size)
    const cy = Math.floor((back[3]! * px + back[4]! * py + back[5]!) / size)
    for (let channel = 0; channel < 3; channel++) {
      const noise = noiseAt(cx, cy, mono ? seed : seed + channel * 7919)
      pixels[i + channel] = Math.min(alpha, Math.max(0, Math.floor(pixels[i + channel]! + noise * amount * alpha + 0.5)))
    }
  }
}

function noiseAt(x: number, y: number, seed: number): number {
  let h = (Math.imul(x, 374761393) + Math.imul(y, 668265263) + Math.imul(seed, 2246822519)) >>> 0
  h = Math.imul(h ^ (h >>> 13), 1274126177) >>> 0
  h = Math.imul(h ^ (h >>> 16), 2654435761) >>> 0
  h = (h ^ (h >>> 15)) >>> 0
  return (h & 0xffff) / 65535 + (h >>> 16) / 65535 - 1
}

export const grain = { work }
