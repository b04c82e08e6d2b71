import type { Canvas, CanvasKit, Surface } from 'canvaskit-wasm'
import { around, mapped } from '../geometry/boxes'

const PLACE_NUMBERS = 7

interface Tap {
  x: number
  y: number
  weight: number
}

/** Motion blur of what only moves: its still picture is painted once and added along the way. The core's Smear.cs does the same. */
export interface Still {
  surface: Surface
  /** The numbers of the still picture. */
  row: Float32Array
  /** Draws the smeared picture. */
  end: () => void
}

/**
 * A canvas for a strip's still picture; undefined when the strip does more than move.
 * @param upright whether it is a shape whose edges may lie on whole pixels.
 * @param box what all moments together can touch.
 */
export function smear(
  ck: CanvasKit,
  target: Surface,
  canvas: Canvas,
  moments: Float32Array[],
  upright: boolean,
  box: ArrayLike<number>,
  alpha: number,
  mode: Parameters<ReturnType<typeof paintOf>['setBlendMode']>[0],
): Still | undefined {
  const first = moments[0]!
  for (const row of moments) {
    for (let i = 0; i < row.length; i++) if (row[i] !== first[i] && (i < 4 || i >= PLACE_NUMBERS)) return undefined
  }
  const opacity = moments.reduce((sum, row) => sum + row[6]!, 0) / moments.length
  if (opacity <= 0) return undefined
  const device = canvas.getTotalMatrix()
  const row = first.slice()
  row[6] = 1
  // The still picture stands where the shutter opens.
  row[4] = edge(moments, 0, 4)
  row[5] = edge(moments, 0, 5)
  if (upright) align(row, device)
  const taps = tapsOf(moments, row, device)
  const way = wayOf(taps)
  // What all moments touch, less the way, is where the first one lies.
  const whole = around(mapped(device, box))
  const clip = canvas.getDeviceClipBounds()
  const left = Math.max(whole[0] - Math.min(0, way.left), clip[0]! - way.right)
  const top = Math.max(whole[1] - Math.min(0, way.top), clip[1]! - way.bottom)
  const right = Math.min(whole[2] - Math.max(0, way.right), clip[2]! - way.left)
  const bottom = Math.min(whole[3] - Math.max(0, way.bottom), clip[3]! - way.top)
  const [width, height] = [Math.max(1, Math.ceil(right - left) + 2), Math.max(1, Math.ceil(bottom - top) + 2)]
  const surface = target.makeSurface({ ...target.imageInfo(), width, height })
  const still = surface.getCanvas()
  still.clear(ck.TRANSPARENT)
  still.translate(1 - left, 1 - top)
  still.concat(device)
  const end = () => {
    surface.flush()
    const image = surface.makeImageSnapshot()
    const paint = paintOf(ck)
    paint.setColorComponents(0, 0, 0, alpha * opacity)
    paint.setBlendMode(mode)
    canvas.save()
    const back = ck.Matrix.invert(device)
    if (back) canvas.concat(back)
    canvas.clipRect(ck.LTRBRect(...whole), ck.ClipOp.Intersect, false)
    canvas.saveLayer(paint, whole, null, ck.SaveLayerF16ColorType)
    const share = paintOf(ck)
    share.setBlendMode(ck.BlendMode.Plus)
    for (const tap of taps) {
      share.setColorComponents(0, 0, 0, tap.weight)
      canvas.drawImageOptions(image, left - 1 + tap.x, top - 1 + tap.y, ck.FilterMode.Nearest, ck.MipmapMode.None, share)
    }
    canvas.restore()
    canvas.restore()
    share.delete()
    paint.delete()
    image.delete()
    surface.delete()
  }
  return { surface, row, end }
}

const paintOf = (ck: CanvasKit) => new ck.Paint()

const f = Math.fround

/** Where it is at the border before a moment; moments are the middles of equal parts of the time. */
function edge(moments: Float32Array[], i: number, number: number): number {
  const last = moments.length - 1
  const at = (n: number) => moments[n]![number]!
  if (last === 0) return at(0)
  if (i === 0) return f(at(0) - f(f(at(1) - at(0)) / 2))
  if (i > last) return f(at(last) + f(f(at(last) - at(last - 1)) / 2))
  return f(f(at(i - 1) + at(i)) / 2)
}

/** Moves the still picture of an upright shape so that its left and upper edge lie on whole pixels. */
function align(row: Float32Array, device: ArrayLike<number>) {
  const shown = PLACE_NUMBERS + 4
  if (device[1] !== 0 || device[3] !== 0 || device[0] === 0 || device[4] === 0 || row[1] !== 0 || row[2] !== 0) return
  const x = device[0]! * (row[0]! * row[shown]! + row[4]!) + device[2]!
  const y = device[4]! * (row[3]! * row[shown + 1]! + row[5]!) + device[5]!
  row[4]! -= (x - Math.round(x)) / device[0]!
  row[5]! -= (y - Math.round(y)) / device[4]!
}

/**
 * The way as weights on whole pixels: the exact integral of how each place between two pixels is shared by its neighbours. A shape whose edges lie on whole
 * pixels is so covered exactly, wherever it moves.
 */
function tapsOf(moments: Float32Array[], row: Float32Array, device: ArrayLike<number>): Tap[] {
  const weights = new Map<string, Tap>()
  const at = (i: number): readonly [number, number] => {
    const [dx, dy] = [edge(moments, i, 4) - row[4]!, edge(moments, i, 5) - row[5]!]
    return [device[0]! * dx + device[1]! * dy, device[3]! * dx + device[4]! * dy]
  }
  let from = at(0)
  for (let i = 1; i <= moments.length; i++) {
    const to = at(i)
    share(weights, from, to, 1 / moments.length)
    from = to
  }
  return [...weights.values()].filter((t) => t.weight > 1e-4 / moments.length)
}

/** Adds a straight piece of the way: cut where it crosses whole pixels, what falls to each is a product of two straight lines, which Simpson's rule integrates exactly. */
function share(weights: Map<string, Tap>, a: readonly [number, number], b: readonly [number, number], part: number) {
  for (let begin = 0; begin < 1;) {
    const end = Math.min(crossing(a[0], b[0], begin), crossing(a[1], b[1], begin))
    const on = (t: number) => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t] as const
    const [p, m, q] = [on(begin), on((begin + end) / 2), on(end)]
    const [ix, iy] = [Math.floor(m[0]), Math.floor(m[1])]
    for (let corner = 0; corner < 4; corner++) {
      const [ox, oy] = [corner & 1, corner >> 1]
      const weight = ([x, y]: readonly [number, number]) => (ox === 0 ? 1 - (x - ix) : x - ix) * (oy === 0 ? 1 - (y - iy) : y - iy)
      const w = ((weight(p) + 4 * weight(m) + weight(q)) / 6) * (end - begin) * part
      if (w <= 0) continue
      const key = `${ix + ox} ${iy + oy}`
      const tap = weights.get(key)
      if (tap) tap.weight += w
      else weights.set(key, { x: ix + ox, y: iy + oy, weight: w })
    }
    begin = end
  }
}

/** Where a straight line next crosses a whole number, 0..1; 1 where it does not. */
function crossing(a: number, b: number, begin: number): number {
  if (a === b) return 1
  const at = a + (b - a) * begin
  const next = b > a ? Math.floor(at + 1e-4) + 1 : Math.ceil(at - 1e-4) - 1
  const t = (next - a) / (b - a)
  return t > begin && t < 1 ? t : 1
}

function wayOf(taps: Tap[]) {
  const xs = taps.map((t) => t.x)
  const ys = taps.map((t) => t.y)
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }
}
