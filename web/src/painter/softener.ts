import { sampled } from './evenBlur'

/** A picture is halved while the blur of the half is at least this. */
const LEAST = 4
const MOST_HALVINGS = 6

/** Numbers of a part of a picture: so many to a pixel, row by row; places count from the same corner as the frame's, in pixels of the picture's own size. */
interface Plane {
  numbers: Float32Array
  left: number
  top: number
  width: number
  height: number
}

/**
 * A blur of any standard deviation: a large one is made of a small picture, which is halved, blurred and doubled again. The core's Softener.cs does the same, and
 * says how.
 * @param bytes so many to a pixel, row by row
 * @param channels 1 or 4
 * @param left where the first column lies on the frame
 * @returns as many bytes
 */
export function soften(
  bytes: Uint8Array,
  channels: number,
  left: number,
  top: number,
  width: number,
  height: number,
  x: number,
  y: number,
): Uint8Array {
  const [halvesX, bellX] = parts(x)
  const [halvesY, bellY] = parts(y)
  const whole = { left, top, width, height }
  let plane = shrunk(bytes, channels, whole, 1 << halvesX, 1 << halvesY)
  // Room for what is carried out of the picture and needed to double it.
  plane = across(plane, channels, bellX, halvesX > 0 ? 2 : 0)
  plane = down(plane, channels, bellY, halvesY > 0 ? 2 : 0)
  for (let i = Math.max(halvesX, halvesY); i > 0; i--) {
    if (i <= halvesX) plane = wider(plane, channels)
    if (i <= halvesY) plane = higher(plane, channels)
  }
  const made = new Uint8Array(bytes.length)
  for (let row = 0; row < height; row++) {
    const from = ((row + top - plane.top) * plane.width + left - plane.left) * channels
    const to = row * width * channels
    for (let i = 0; i < width * channels; i++) made[to + i] = plane.numbers[from + i]! + 0.5
  }
  return made
}

/** How often the picture is halved, and the weights of the blur that is left. */
function parts(sigma: number): [number, Float32Array] {
  if (sigma <= 0) return [0, new Float32Array([1])]
  let halvings = 0
  while (halvings < MOST_HALVINGS && sigma >= LEAST * (2 << halvings)) halvings++
  const side = 1 << halvings
  return [halvings, bell(Math.sqrt((sigma * sigma - (side * side - 1) / 3) / (side * side)))]
}

/** Half of a blur's weights: the middle and one side. The core's Bell.cs does the same. */
export function bell(sigma: number): Float32Array {
  if (sigma < 2) {
    const own = sampled(sigma)
    return normal(Array.from({ length: Math.ceil(own * 3) + 1 }, (_, i) => Math.exp((-i * i) / (2 * own * own))))
  }
  let box = 2 * sigma
  let weights = boxes(box)
  for (let i = 0; i < 3; i++) {
    box *= Math.sqrt((sigma * sigma) / weights.reduce((sum, w, n) => sum + 2 * n * n * w, 0))
    weights = boxes(box)
  }
  return weights
}

const boxes = (box: number) =>
  normal(
    Array.from({ length: Math.ceil(1.5 * box) }, (_, i) => {
      const x = i / box
      return x < 0.5 ? 0.75 - x * x : ((1.5 - x) * (1.5 - x)) / 2
    }),
  )

function normal(weights: number[]): Float32Array {
  const sum = weights.reduce((all, w, i) => all + (i === 0 ? w : 2 * w), 0)
  return Float32Array.from(weights, (w) => w / sum)
}

/** The means of so many pixels each; what lies beyond the picture is nothing. */
function shrunk(bytes: Uint8Array, channels: number, p: Omit<Plane, 'numbers'>, sx: number, sy: number): Plane {
  const left = Math.floor(p.left / sx)
  const top = Math.floor(p.top / sy)
  const width = Math.ceil((p.left + p.width) / sx) - left
  const height = Math.ceil((p.top + p.height) / sy) - top
  const numbers = new Float32Array(width * height * channels)
  for (let row = 0; row < p.height; row++) {
    const to = (Math.floor((row + p.top) / sy) - top) * width
    const from = row * p.width * channels
    for (let x = 0; x < p.width; x++) {
      const at = (to + Math.floor((x + p.left) / sx) - left) * channels
      for (let c = 0; c < channels; c++) numbers[at + c]! += bytes[from + x * channels + c]!
    }
  }
  const by = 1 / (sx * sy)
  for (let i = 0; i < numbers.length; i++) numbers[i]! *= by
  return { numbers, left, top, width, height }
}

/** Blurred across. @param more pixels to either side beyond what it carries. */
function across(p: Plane, channels: number, weights: Float32Array, more: number): Plane {
  const reach = weights.length - 1
  const grown = reach + more
  if (grown === 0) return p
  const width = p.width + 2 * grown
  const numbers = new Float32Array(width * p.height * channels)
  const line = new Float32Array((width + 2 * reach) * channels)
  for (let row = 0; row < p.height; row++) {
    const source = p.numbers.subarray(row * p.width * channels, (row + 1) * p.width * channels)
    line.set(source, (grown + reach) * channels)
    const to = row * width * channels
    for (let i = 0; i < width * channels; i++) {
      const at = i + reach * channels
      let sum = line[at]! * weights[0]!
      for (let n = 1; n <= reach; n++) sum += (line[at - n * channels]! + line[at + n * channels]!) * weights[n]!
      numbers[to + i] = sum
    }
  }
  return { numbers, left: p.left - grown, top: p.top, width, height: p.height }
}

/** Blurred down, row by row. */
function down(p: Plane, channels: number, weights: Float32Array, more: number): Plane {
  const reach = weights.length - 1
  const grown = reach + more
  if (grown === 0) return p
  const height = p.height + 2 * grown
  const length = p.width * channels
  const numbers = new Float32Array(length * height)
  for (let row = 0; row < height; row++) {
    const to = row * length
    for (let n = -reach; n <= reach; n++) {
      const from = row - grown + n
      if (from < 0 || from >= p.height) continue
      const w = weights[Math.abs(n)]!
      const at = from * length
      for (let i = 0; i < length; i++) numbers[to + i]! += p.numbers[at + i]! * w
    }
  }
  return { numbers, left: p.left, top: p.top - grown, width: p.width, height }
}

/** Twice as wide: each pixel 3/4 of the nearer one and 1/4 of the other; the outermost have no other and are left out. */
function wider(p: Plane, channels: number): Plane {
  const width = 2 * p.width - 2
  const numbers = new Float32Array(width * p.height * channels)
  for (let row = 0; row < p.height; row++) {
    for (let x = 0; x < width; x++) {
      // The first is the right half of the outermost one.
      const near = (row * p.width + ((x + 1) >> 1)) * channels
      const other = near + (x % 2 === 0 ? channels : -channels)
      const to = (row * width + x) * channels
      for (let c = 0; c < channels; c++) numbers[to + c] = 0.75 * p.numbers[near + c]! + 0.25 * p.numbers[other + c]!
    }
  }
  return { numbers, left: 2 * p.left + 1, top: p.top, width, height: p.height }
}

/** Twice as high. */
function higher(p: Plane, channels: number): Plane {
  const height = 2 * p.height - 2
  const length = p.width * channels
  const numbers = new Float32Array(length * height)
  for (let row = 0; row < height; row++) {
    const near = ((row + 1) >> 1) * length
    const other = near + (row % 2 === 0 ? length : -length)
    const to = row * length
    for (let i = 0; i < length; i++) numbers[to + i] = 0.75 * p.numbers[near + i]! + 0.25 * p.numbers[other + i]!
  }
  return { numbers, left: p.left, top: 2 * p.top + 1, width: p.width, height }
}
