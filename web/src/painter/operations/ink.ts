import type { CanvasKit, Paint, Shader } from 'canvaskit-wasm'
import type { OpHead } from '../../program/messages.gen'
import { wordsOf } from '../../program/opWords'
import { repeats } from '../../program/ops.gen'
import type { PaintContext } from '../paintContext'
import { alongOf, layRamp, rampOf } from '../ramp'
import type { OpPainter } from './opPainter'

/** Where the numbers of what is painted in a colour or a gradient lie. */
interface Ink {
  colour: number
  axis: number
  local: number
}

/** Paints in a colour or a gradient. */
export const inked =
  (at: Ink, draw: (c: PaintContext, paint: Paint, op: OpHead, v: Float32Array) => void): OpPainter =>
  (c, op, v) => {
    const paint = c.paint()
    const { paint: kind, stops } = wordsOf(op)
    const colour = op.at + at.colour
    if (kind === 'solid') paint.setColorComponents(v[colour]!, v[colour + 1]!, v[colour + 2]!, Math.fround(v[colour + 3]! * c.alpha))
    else if (kind === 'linear' && layStraight(c, at, op, v, stops, () => draw(c, paint, op, v))) return
    else {
      paint.setColorComponents(0, 0, 0, c.alpha)
      paint.setShader(c.made.keep(gradient(c.ck, kind, v, op.at + at.axis, op.at + at.local, op.at + repeats[op.code]!, stops)))
    }
    draw(c, paint, op, v)
    c.finish()
  }

/**
 * While things move without a GPU a straight gradient is laid by our own loop: the library takes ten times as long.
 * @returns false when it cannot be.
 */
function layStraight(c: PaintContext, at: Ink, op: OpHead, v: Float32Array, stops: number, draw: () => void): boolean {
  const { ck, memory } = c
  if (!memory || c.mode !== ck.BlendMode.SrcOver) return false
  const [axis, local, more] = [op.at + at.axis, op.at + at.local, op.at + repeats[op.code]!]
  const m = v.subarray(local, local + 6)
  const device = ck.Matrix.multiply(c.canvas.getTotalMatrix(), [m[0]!, m[2]!, m[4]!, m[1]!, m[3]!, m[5]!, 0, 0, 1])
  const along = alongOf(device, v.subarray(axis, axis + 4))
  if (!along) return false
  c.paint().setColorComponents(0, 0, 0, 1)
  const shares = c.coverage(memory, draw)
  layRamp(memory.pixels, shares, memory.width, along, rampOf(v.subarray(more, more + 5 * stops), c.alpha))
  c.finish()
  return true
}

function gradient(ck: CanvasKit, kind: string, v: Float32Array, axisAt: number, localAt: number, moreAt: number, stops: number): Shader {
  const offsets: number[] = []
  const colours = new Float32Array(stops * 4)
  for (let i = 0; i < stops; i++) {
    offsets.push(v[moreAt + 5 * i]!)
    colours.set(v.subarray(moreAt + 5 * i + 1, moreAt + 5 * i + 5), 4 * i)
  }
  const a = v.subarray(axisAt, axisAt + 6)
  const m = v.subarray(localAt, localAt + 6)
  const local = [m[0]!, m[2]!, m[4]!, m[1]!, m[3]!, m[5]!, 0, 0, 1]
  const clamp = ck.TileMode.Clamp
  if (kind === 'linear') return ck.Shader.MakeLinearGradient([a[0]!, a[1]!], [a[2]!, a[3]!], colours, offsets, clamp, local)
  if (kind === 'radial')
    return ck.Shader.MakeTwoPointConicalGradient([a[0]!, a[1]!], a[2]!, [a[3]!, a[4]!], a[5]!, colours, offsets, clamp, local)
  return ck.Shader.MakeSweepGradient(a[0]!, a[1]!, colours, offsets, clamp, local, 0, a[2], a[3])
}
