import type { OpHead } from '../program/messages.gen'
import { bend, blocks, byPixel, grain, Step } from '../program/ops.gen'

/** A matrix as CanvasKit gives it: rows of three. */
type Rows = ArrayLike<number>

/** Steps that look at each pixel by its place: grain, bending, blocks. The core's PixelWork.cs does the same, number by number. */
export const isPixelWork = (step: OpHead): boolean => byPixel[step.code] === 1

/** How many pixels of the target a step carries what is there. */
export function reachOf(step: OpHead, v: Float32Array, device: Rows): number {
  const scale = Math.max(Math.hypot(device[0]!, device[3]!), Math.hypot(device[1]!, device[4]!))
  if (step.code === Step.bend) return Math.abs(v[step.at + bend.height]!) * scale + 1
  if (step.code === Step.blocks) return Math.hypot(v[step.at + blocks.size]!, v[step.at + blocks.size + 1]!) * scale + 1
  return 0
}

/**
 * @param pixels red, green, blue and alpha of each pixel, premultiplied, row by row
 * @param device from the group's coordinates to the pixels'
 */
export function workOn(pixels: Uint8Array, width: number, height: number, step: OpHead, v: Float32Array, device: Rows) {
  const back = inverse(device)
  if (!back.every(Number.isFinite)) return
  const numbers = v.subarray(step.at)
  if (step.code === Step.grain) grained(pixels, width, numbers, back)
  else if (step.code === Step.bend) bent(pixels, width, height, numbers, device, back)
  else blocked(pixels, width, numbers, back)
}

/** As the core inverts matrices. */
function inverse(m: Rows): number[] {
  const [a, c, e, b, d, f] = [m[0]!, m[1]!, m[2]!, m[3]!, m[4]!, m[5]!]
  const det = a * d - b * c
  return [d / det, -c / det, (c * f - d * e) / det, -b / det, a / det, (b * e - a * f) / det]
}

function grained(pixels: Uint8Array, width: number, v: Float32Array, back: Rows) {
  const amount = v[grain.amount]!
  const size = Math.max(0.01, v[grain.size]!)
  const seed = v[grain.seed]!
  const mono = v[grain.mono] !== 0
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

function bent(pixels: Uint8Array, width: number, height: number, v: Float32Array, device: Rows, back: Rows) {
  const [x0, y0] = [v[bend.at]!, v[bend.at + 1]!]
  const [dx, dy] = [v[bend.along]!, v[bend.along + 1]!]
  const length = Math.max(0.01, v[bend.length]!)
  const [tall, phase, reach, isRound] = [v[bend.height]!, v[bend.phase]!, v[bend.fades]!, v[bend.round] !== 0]
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

function blocked(pixels: Uint8Array, width: number, v: Float32Array, back: Rows) {
  const w = Math.max(0.01, v[blocks.size]!)
  const h = Math.max(0.01, v[blocks.size + 1]!)
  const [x0, y0] = [v[blocks.at]!, v[blocks.at + 1]!]
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
