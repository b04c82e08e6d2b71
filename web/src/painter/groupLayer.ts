import type { BlendMode, Canvas, CanvasKit, Paint } from 'canvaskit-wasm'
import type { OpHead } from '../live/messages.gen'
import { filterOf } from './deviceSteps'
import { Made } from './made'
import { Code, group, groupWords } from './ops.gen'

/** A group that is being painted: a layer of Skia's, with the group's steps in pixels of the target. The core's GroupLayer.cs does the same. */
export class GroupLayer {
  private readonly made = new Made()

  private constructor(private readonly saves: number) {}

  /** @param opacity of the whole. @param mode how the whole is mixed in when the group says "normal". */
  static open(ck: CanvasKit, canvas: Canvas, op: OpHead, v: Float32Array, opacity: number, mode: BlendMode): GroupLayer {
    const word = op.words[groupWords.blend]!
    const blend = word === 'normal' ? mode : modeOf(ck, word)
    const at = op.at + group.bounds
    const bounds: Edges = [v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]!]
    // What cuts others acts where it is not, too, so it must reach as far as they do.
    const everywhere = blend === ck.BlendMode.DstIn || !(bounds[2] > bounds[0] && bounds[3] > bounds[1])
    const steps = op.steps.some((step) => v[step.at] !== 0)
    const layer = new GroupLayer(steps ? 2 : 1)
    const paint: Paint = layer.made.keep(new ck.Paint())
    paint.setBlendMode(blend)
    paint.setColorComponents(0, 0, 0, opacity)
    if (!steps) {
      canvas.saveLayer(paint, everywhere ? null : around(bounds))
      return layer
    }
    const device = canvas.getTotalMatrix()
    const back = ck.Matrix.invert(device)
    paint.setImageFilter(filterOf(ck, layer.made, op.steps, v, device))
    canvas.save()
    if (back) canvas.concat(back)
    canvas.saveLayer(paint, everywhere ? null : around(mapped(device, bounds)))
    canvas.concat(device)
    return layer
  }

  /** Mixes the group in. */
  close(canvas: Canvas) {
    for (let i = 0; i < this.saves; i++) canvas.restore()
    this.made.delete()
  }
}

export type Edges = [left: number, top: number, right: number, bottom: number]

/** Whole pixels around a box, and one more for smooth edges. */
export const around = (b: ArrayLike<number>): Edges => [
  Math.floor(b[0]!) - 1,
  Math.floor(b[1]!) - 1,
  Math.ceil(b[2]!) + 1,
  Math.ceil(b[3]!) + 1,
]

/** The box around a mapped box. */
export function mapped(m: ArrayLike<number>, b: ArrayLike<number>): Edges {
  const xs: number[] = []
  const ys: number[] = []
  for (const [x, y] of [
    [b[0]!, b[1]!],
    [b[2]!, b[1]!],
    [b[0]!, b[3]!],
    [b[2]!, b[3]!],
  ] as const) {
    xs.push(m[0]! * x + m[1]! * y + m[2]!)
    ys.push(m[3]! * x + m[4]! * y + m[5]!)
  }
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

/** How a strip as a whole is mixed in: as its first group says. */
export function blendOf(ck: CanvasKit, ops: OpHead[]): BlendMode {
  const first = ops.find((op) => op.code === Code.group)
  return first ? modeOf(ck, first.words[groupWords.blend]!) : ck.BlendMode.SrcOver
}

function modeOf(ck: CanvasKit, blend: string): BlendMode {
  const m = ck.BlendMode
  const modes: Record<string, BlendMode> = {
    cutTo: m.DstIn,
    cutOut: m.DstOut,
    onto: m.SrcATop,
    multiply: m.Multiply,
    screen: m.Screen,
    overlay: m.Overlay,
    darken: m.Darken,
    lighten: m.Lighten,
    colorDodge: m.ColorDodge,
    colorBurn: m.ColorBurn,
    hardLight: m.HardLight,
    softLight: m.SoftLight,
    difference: m.Difference,
    exclusion: m.Exclusion,
    hue: m.Hue,
    saturation: m.Saturation,
    color: m.Color,
    luminosity: m.Luminosity,
    plusLighter: m.Plus,
  }
  return modes[blend] ?? m.SrcOver
}
