import type { Canvas, CanvasKit, Surface } from 'canvaskit-wasm'
import { around, mapped } from './boxes'

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
 * @param box what all moments together can touch.
 */
export function smear(
  ck: CanvasKit,
  target: Surface,
  canvas: Canvas,
  moments: Float32Array[],
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
  const taps = tapsOf(moments, device)
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
  const row = first.slice()
  row[6] = 1
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

/** The way as weights on whole pixels, each place between two pixels shared by its neighbours, so that even motion gives an even smear. */
function tapsOf(moments: Float32Array[], device: ArrayLike<number>): Tap[] {
  const weights = new Map<string, Tap>()
  const share = 1 / moments.length
  for (const row of moments) {
    const [dx, dy] = [row[4]! - moments[0]![4]!, row[5]! - moments[0]![5]!]
    const [x, y] = [device[0]! * dx + device[1]! * dy, device[3]! * dx + device[4]! * dy]
    const [ix, iy] = [Math.floor(x), Math.floor(y)]
    const [fx, fy] = [x - ix, y - iy]
    for (const [ox, oy, w] of [
      [0, 0, (1 - fx) * (1 - fy)],
      [1, 0, fx * (1 - fy)],
      [0, 1, (1 - fx) * fy],
      [1, 1, fx * fy],
    ] as const) {
      if (w <= 1e-4) continue
      const key = `${ix + ox} ${iy + oy}`
      const tap = weights.get(key)
      if (tap) tap.weight += w * share
      else weights.set(key, { x: ix + ox, y: iy + oy, weight: w * share })
    }
  }
  return [...weights.values()]
}

function wayOf(taps: Tap[]) {
  const xs = taps.map((t) => t.x)
  const ys = taps.map((t) => t.y)
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }
}
