import type { BlendMode, Canvas, CanvasKit, Image, Surface } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { beyond, canWork, filterOf, workOn } from './steps'
import type { Rows } from './steps/stepPainter'
import { blendOfGroup } from './blends'
import { around, mapped } from '../geometry/boxes'
import { Made } from './made'
import { group } from '../program/ops.gen'

/** A group painted into pixels of its own, on which its steps are done one by one. The core's PixelSteps.cs does the same. */
export class PixelGroup {
  private constructor(
    private readonly ck: CanvasKit,
    private readonly surface: Surface,
    private readonly op: OpHead,
    private readonly v: Float32Array,
    private readonly device: Rows,
    private readonly left: number,
    private readonly top: number,
    private readonly opacity: number,
    private readonly blend: BlendMode,
  ) {}

  static open(ck: CanvasKit, canvas: Canvas, op: OpHead, v: Float32Array, opacity: number, mode: BlendMode): PixelGroup {
    const device = canvas.getTotalMatrix()
    const at = op.at + group.bounds
    const to = op.at + group.reach
    const [x, y] = [Math.max(v[to]!, v[to + 2]!), Math.max(v[to + 1]!, v[to + 3]!)]
    const [across, down] = [Math.abs(device[0]!) * x + Math.abs(device[1]!) * y, Math.abs(device[3]!) * x + Math.abs(device[4]!) * y]
    const more = op.steps.reduce((sum, step) => sum + beyond(step, v, device), 0)
    const reach = Math.ceil(Math.max(across, down) + more + 3)
    const whole = around(mapped(device, v.subarray(at, at + 4)))
    const seen = canvas.getDeviceClipBounds()
    const left = Math.max(whole[0], seen[0]!) - reach
    const top = Math.max(whole[1], seen[1]!) - reach
    const width = Math.max(1, Math.min(whole[2], seen[2]!) + reach - left)
    const height = Math.max(1, Math.min(whole[3], seen[3]!) + reach - top)
    const surface = plainSurface(ck, width, height)
    const own = surface.getCanvas()
    own.clear(ck.TRANSPARENT)
    own.translate(-left, -top)
    own.concat(device)
    return new PixelGroup(ck, surface, op, v.slice(), device, left, top, opacity, blendOfGroup(ck, op, mode))
  }

  get canvas(): Canvas {
    return this.surface.getCanvas()
  }

  close(onto: Canvas) {
    const { ck } = this
    this.surface.flush()
    let image = this.surface.makeImageSnapshot()
    for (const step of this.op.steps) {
      if (this.v[step.at] === 0) continue
      const next = canWork(step, this.v) ? this.worked(image, step) : this.filtered(image, step)
      image.delete()
      image = next
    }
    const paint = new ck.Paint()
    paint.setBlendMode(this.blend)
    paint.setColorComponents(0, 0, 0, this.opacity)
    onto.save()
    const back = ck.Matrix.invert(onto.getTotalMatrix())
    if (back) onto.concat(back)
    // What cuts others acts where it is not, too.
    if (this.blend === ck.BlendMode.DstIn) {
      onto.saveLayer(paint)
      onto.drawImage(image, this.left, this.top)
      onto.restore()
    } else onto.drawImage(image, this.left, this.top, paint)
    onto.restore()
    paint.delete()
    image.delete()
    this.surface.delete()
  }

  private worked(image: Image, step: OpHead): Image {
    const { ck } = this
    const info = infoOf(ck, image.width(), image.height())
    const pixels = image.readPixels(0, 0, info) as Uint8Array
    const device = [...(this.device as ArrayLike<number> & Iterable<number>)]
    device[2]! -= this.left
    device[5]! -= this.top
    workOn(pixels, info.width, info.height, step, this.v, device, this.left, this.top)
    return ck.MakeImage(info, pixels, 4 * info.width)!
  }

  private filtered(image: Image, step: OpHead): Image {
    const { ck } = this
    const made = new Made()
    const paint = new ck.Paint()
    paint.setImageFilter(filterOf(ck, made, [step], this.v, this.device))
    const surface = plainSurface(ck, image.width(), image.height())
    surface.getCanvas().clear(ck.TRANSPARENT)
    surface.getCanvas().drawImage(image, 0, 0, paint)
    surface.flush()
    made.delete()
    paint.delete()
    const result = surface.makeImageSnapshot()
    surface.delete()
    return result
  }
}

const infoOf = (ck: CanvasKit, width: number, height: number) => ({
  width,
  height,
  colorType: ck.ColorType.RGBA_8888,
  alphaType: ck.AlphaType.Premul,
  colorSpace: ck.ColorSpace.SRGB,
})

/** A surface in memory whose pixels are premultiplied: those that the library makes by itself are not, and filters are drawn wrongly on them. */
function plainSurface(ck: CanvasKit, width: number, height: number): Surface {
  const seed = ck.MakeSurface(1, 1)!
  const surface = seed.makeSurface(infoOf(ck, width, height))
  seed.delete()
  return surface
}
