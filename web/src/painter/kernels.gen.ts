// Printed from the kernels of Hang.Scene by ./hang generate. Do not edit.

export function bendWork(pixels: Uint8Array, from: Uint8Array, width: number, height: number, left: number, top: number, right: number, bottom: number, own: ArrayLike<number>, back: ArrayLike<number>, x0: number, y0: number, dx: number, dy: number, length: number, tall: number, phase: number, fades: number, round: boolean): void {
  for (let row = top; row < bottom; row++) {
    for (let column = left; column < right; column++) {
      const mx = column + 0.5
      const my = row + 0.5
      const x = ((back[0]! * mx) + (back[1]! * my)) + back[2]!
      const y = ((back[3]! * mx) + (back[4]! * my)) + back[5]!
      const px = x - x0
      const py = y - y0
      let qx = x
      let qy = y
      if (!round) {
        const by = tall * sineOfTurns((((px * dx) + (py * dy)) / length) - phase)
        qx = x - (dy * by)
        qy = y + (dx * by)
      } else {
        const r = Math.sqrt((px * px) + (py * py))
        if (r > 1E-06) {
          const by = (tall * sineOfTurns((r / length) - phase)) * ((fades > 0) ? Math.max(0, 1 - (r / fades)) : 1)
          qx = x + ((px / r) * by)
          qy = y + ((py / r) * by)
        }
      }
      const sx = (((own[0]! * qx) + (own[1]! * qy)) + own[2]!) - 0.5
      const sy = (((own[3]! * qx) + (own[4]! * qy)) + own[5]!) - 0.5
      const fx = Math.floor(sx)
      const fy = Math.floor(sy)
      const i = ((row * width) + column) * 4
      if ((((fx < -1) || (fy < -1)) || (fx >= width)) || (fy >= height)) {
        pixels[i] = 0
        pixels[i + 1] = 0
        pixels[i + 2] = 0
        pixels[i + 3] = 0
        continue
      }
      const lx = Math.trunc(fx)
      const ly = Math.trunc(fy)
      const across = sx - fx
      const down = sy - fy
      for (let channel = 0; channel < 4; channel++) {
        const above = (bendPick(from, width, height, lx, ly, channel) * (1 - across)) + (bendPick(from, width, height, lx + 1, ly, channel) * across)
        const below = (bendPick(from, width, height, lx, ly + 1, channel) * (1 - across)) + (bendPick(from, width, height, lx + 1, ly + 1, channel) * across)
        pixels[i + channel] = Math.floor(((above * (1 - down)) + (below * down)) + 0.5)
      }
    }
  }
}

function bendPick(from: Uint8Array, width: number, height: number, x: number, y: number, channel: number): number {
  return ((((x < 0) || (y < 0)) || (x >= width)) || (y >= height)) ? 0 : from[(((y * width) + x) * 4) + channel]!
}

export const blocksRow = 8

export function blocksRoom(width: number, height: number, back: ArrayLike<number>, w: number, h: number): number {
  const columns = Math.ceil(((Math.abs(back[0]!) * width) + (Math.abs(back[1]!) * height)) / w) + 2
  const rows = Math.ceil(((Math.abs(back[3]!) * width) + (Math.abs(back[4]!) * height)) / h) + 2
  const most = Math.min(columns * rows, width * height)
  let room = 2
  while (room < (2 * most)) {
    room *= 2
  }
  return room
}

export function blocksWork(pixels: Uint8Array, width: number, height: number, back: ArrayLike<number>, x0: number, y0: number, w: number, h: number, table: Int32Array, of: Int32Array): void {
  const mask = ((Math.trunc(table.length / blocksRow)) - 1) >>> 0
  let pixel = 0
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const mx = x + 0.5
      const my = y + 0.5
      const cx = Math.floor(((((back[0]! * mx) + (back[1]! * my)) + back[2]!) - x0) / w)
      const cy = Math.floor(((((back[3]! * mx) + (back[4]! * my)) + back[5]!) - y0) / h)
      let hash = ((Math.imul((cx >>> 0), 374761393) >>> 0) + (Math.imul((cy >>> 0), 668265263) >>> 0)) >>> 0
      hash = (hash ^ (hash >>> 15)) >>> 0
      let at = (((hash & mask) >>> 0) | 0) * blocksRow
      while ((table[at]! !== 0) && ((table[at + 1]! !== cx) || (table[at + 2]! !== cy))) {
        at = (at + blocksRow) % table.length
      }
      table[at] = 1
      table[at + 1] = cx
      table[at + 2] = cy
      table[at + 3]! += 1
      for (let channel = 0; channel < 4; channel++) {
        table[(at + 4) + channel]! += pixels[(pixel * 4) + channel]!
      }
      of[pixel] = at
      pixel++
    }
  }
  for (let i = 0; i < pixel; i++) {
    const at = of[i]!
    const count = table[at + 3]!
    for (let channel = 0; channel < 4; channel++) {
      pixels[(i * 4) + channel] = (Math.trunc((table[(at + 4) + channel]! + (Math.trunc(count / 2))) / count))
    }
  }
}

export function grainWork(pixels: Uint8Array, width: number, left: number, top: number, right: number, bottom: number, back: ArrayLike<number>, amount: number, size: number, seed: number, mono: boolean): void {
  for (let y = top; y < bottom; y++) {
    for (let x = left; x < right; x++) {
      const i = ((y * width) + x) * 4
      const alpha = pixels[i + 3]!
      if (alpha === 0) {
        continue
      }
      const mx = x + 0.5
      const my = y + 0.5
      const cx = Math.floor((((back[0]! * mx) + (back[1]! * my)) + back[2]!) / size)
      const cy = Math.floor((((back[3]! * mx) + (back[4]! * my)) + back[5]!) / size)
      for (let channel = 0; channel < 3; channel++) {
        const noise = grainNoise(cx, cy, mono ? seed : (seed + (channel * 7919)))
        pixels[i + channel] = Math.trunc(Math.min(Math.max(Math.floor((pixels[i + channel]! + ((noise * amount) * alpha)) + 0.5), 0), alpha))
      }
    }
  }
}

export function grainNoise(x: number, y: number, seed: number): number {
  let h = ((((Math.imul((x >>> 0), 374761393) >>> 0) + (Math.imul((y >>> 0), 668265263) >>> 0)) >>> 0) + (Math.imul((seed >>> 0), 2246822519) >>> 0)) >>> 0
  h = Math.imul(((h ^ (h >>> 13)) >>> 0), 1274126177) >>> 0
  h = Math.imul(((h ^ (h >>> 16)) >>> 0), 2654435761) >>> 0
  h = (h ^ (h >>> 15)) >>> 0
  return ((((h & 65535) >>> 0) / 65535) + ((h >>> 16) / 65535)) - 1
}

export function sineOfTurns(t: number): number {
  let x = t - Math.floor(t)
  if (x > 0.75) {
    x -= 1
  } else if (x > 0.25) {
    x = 0.5 - x
  }
  const a = 6.283185307179586 * x
  const s = a * a
  return a * (1 - ((s / 6) * (1 - ((s / 20) * (1 - ((s / 42) * (1 - ((s / 72) * (1 - ((s / 110) * (1 - ((s / 156) * (1 - (s / 210))))))))))))))
}
