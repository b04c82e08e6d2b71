import type { BlendMode, Canvas, Surface } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { beyond, canWork, filterOf, workOn } from './steps'
import type { Rows } from './steps/stepPainter'
import { blendOfGroup } from './blends'
import { around, grown, mapped, type Edges } from '../geometry/boxes'
import { coarseness, smaller } from './coarse'
import { GroupPicture } from './groupPicture'
import { reached, type Keeping } from './keeping'
import { KeptGroup } from './keptGroups'
import { Made } from './made'
import { mixIn } from './mixing'
import type { PaintContext } from './paintContext'
import { plainSurface } from './plainSurface'
import { group } from '../program/ops.gen'

/** A group painted into pixels of its own, on which its steps are done one by one. The core's PixelSteps.cs does the same. */
export class PixelGroup {
  private constructor(
    private readonly context: PaintContext,
    private readonly surface: Surface,
    private readonly op: OpHead,
    private readonly v: Float32Array,
    private readonly device: Rows,
    private readonly left: number,
    private readonly top: number,
    private readonly size: number,
    private readonly opacity: number,
    private readonly blend: BlendMode,
    private readonly kept: ((picture: GroupPicture) => void) | undefined,
  ) {}

  /** @param keeping given when its picture is to be kept. */
  static open(c: PaintContext, op: OpHead, v: Float32Array, opacity: number, keeping?: Keeping): PixelGroup {
    const { ck, canvas, mode } = c
    const target = canvas.getTotalMatrix()
    const size = c.kept?.moves ? coarseness(op.steps, v, target) : 1
    const device = smaller(target, size)
    const to = op.at + group.reach
    const [x, y] = [Math.max(v[to]!, v[to + 2]!), Math.max(v[to + 1]!, v[to + 3]!)]
    const [across, down] = [Math.abs(device[0]!) * x + Math.abs(device[1]!) * y, Math.abs(device[3]!) * x + Math.abs(device[4]!) * y]
    const more = Math.ceil(op.steps.reduce((sum, step) => sum + beyond(step, v, device), 0)) + 3
    const reach = Math.ceil(Math.max(across, down)) + more
    const whole = grown(around(mapped(device, reached(op, v))), more)
    const [l, t, r, b] = keeping?.whole ? whole : grown([...canvas.getDeviceClipBounds()].map((edge) => edge / size) as Edges, reach)
    const left = Math.floor(Math.max(whole[0], l))
    const top = Math.floor(Math.max(whole[1], t))
    const width = Math.max(1, Math.ceil(Math.min(whole[2], r)) - left)
    const height = Math.max(1, Math.ceil(Math.min(whole[3], b)) - top)
    const surface = plainSurface(ck, width, height)
    const own = surface.getCanvas()
    own.clear(ck.TRANSPARENT)
    own.translate(-left, -top)
    own.concat(device)
    const { absent } = c.pictures
    const kept = (picture: GroupPicture) => {
      // A picture that is still on its way will be in it next time.
      if (c.pictures.absent === absent) c.kept!.keep(keeping!.key, new KeptGroup({ picture, left, top, size }, target[2]!, target[5]!))
      else picture.delete()
    }
    const blend = blendOfGroup(ck, op, mode)
    return new PixelGroup(c, surface, op, v.slice(), device, left, top, size, opacity, blend, keeping && kept)
  }

  get canvas(): Canvas {
    return this.surface.getCanvas()
  }

  close(onto: Canvas) {
    const { ck } = this.context
    this.surface.flush()
    let picture = GroupPicture.ofImage(ck, this.surface.makeImageSnapshot())
    for (const step of this.op.steps) {
      if (this.v[step.at] === 0) continue
      const next = canWork(step, this.v) ? this.worked(picture, step) : this.filtered(picture, step)
      picture.delete()
      picture = next
    }
    const { left, top, size } = this
    mixIn(this.context, onto, { picture, left, top, size }, this.opacity, this.blend)
    if (this.kept) this.kept(picture)
    else picture.delete()
    this.surface.delete()
  }

  private worked({ pixels, width, height }: GroupPicture, step: OpHead): GroupPicture {
    const device = [...(this.device as ArrayLike<number> & Iterable<number>)]
    device[2]! -= this.left
    device[5]! -= this.top
    workOn(pixels, width, height, step, this.v, device, this.left, this.top)
    return GroupPicture.ofPixels(this.context.ck, pixels, width, height)
  }

  private filtered({ image, width, height }: GroupPicture, step: OpHead): GroupPicture {
    const { ck } = this.context
    const made = new Made()
    const paint = new ck.Paint()
    paint.setImageFilter(filterOf(ck, made, [step], this.v, this.device))
    const surface = plainSurface(ck, width, height)
    surface.getCanvas().clear(ck.TRANSPARENT)
    surface.getCanvas().drawImage(image, 0, 0, paint)
    surface.flush()
    made.delete()
    paint.delete()
    const result = surface.makeImageSnapshot()
    surface.delete()
    return GroupPicture.ofImage(ck, result)
  }
}
