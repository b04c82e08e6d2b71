import type { BlendMode, Canvas, CanvasKit, Paint } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { blendOfGroup } from './blends'
import { around, mapped, type Edges } from '../geometry/boxes'
import { filterOf } from './steps'
import { Made } from './made'
import { group } from '../program/ops.gen'

/** A layer of Skia's, with the group's steps in pixels of the target. The core's GroupLayer.cs does the same. */
export class GroupLayer {
  private readonly made = new Made()

  private constructor(
    readonly canvas: Canvas,
    private readonly saves: number,
  ) {}

  static open(ck: CanvasKit, canvas: Canvas, op: OpHead, v: Float32Array, opacity: number, mode: BlendMode): GroupLayer {
    const blend = blendOfGroup(ck, op, mode)
    const at = op.at + group.bounds
    const bounds: Edges = [v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]!]
    // What cuts others acts where it is not, too, so it must reach as far as they do.
    const everywhere = blend === ck.BlendMode.DstIn || !(bounds[2] > bounds[0] && bounds[3] > bounds[1])
    const steps = op.steps.some((step) => v[step.at] !== 0)
    const layer = new GroupLayer(canvas, steps ? 2 : 1)
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

  close(canvas: Canvas) {
    for (let i = 0; i < this.saves; i++) canvas.restore()
    this.made.delete()
  }
}
