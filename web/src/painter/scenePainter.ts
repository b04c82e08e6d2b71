import type { BlendMode, CanvasKit, Surface } from 'canvaskit-wasm'
import { around } from '../geometry/boxes'
import type { OpHead, StripHead } from '../program/messages.gen'
import { fills, levels, marks, mixes, paints } from '../program/ops.gen'
import type { Program } from '../program/program'
import { blendOf } from './blends'
import { lastCovering } from './covering'
import type { KeptGroups } from './keptGroups'
import type { Memory } from './memory'
import { opPainters } from './operations'
import { PaintContext } from './paintContext'
import { smear } from './smear'

/**
 * Paints a program: a loop over operations, each painted by its own, knowing nothing else. It makes the same calls in the same order as the painter of files,
 * ScenePainter.cs, so that both give the same picture.
 */
export class ScenePainter {
  private readonly context: PaintContext

  /**
   * @param onPicture called when a picture has arrived and the stage is to be painted again
   * @param kept pictures of groups, where it is painted without a GPU
   */
  constructor(
    private readonly ck: CanvasKit,
    onPicture: () => void,
    kept?: KeptGroups,
  ) {
    this.context = new PaintContext(ck, onPicture, kept)
  }

  /**
   * @param blurred false: paint every strip sharp, whatever its motion.
   * @param memory the surface's pixels, where they are at hand.
   */
  paintFrame(surface: Surface, program: Program, frame: number, blurred = true, memory?: Memory) {
    const { context } = this
    context.begin(program, surface.getCanvas(), frame, blurred, memory)
    const first = lastCovering(program, frame, context.canvas, blurred)
    for (const [i, strip] of program.strips.slice(first).entries()) {
      context.place.at = first + i
      const values = program.values(strip.node, frame)
      if (!values) continue
      const moments = blurred && context.skipping === 0 ? program.moments(strip.node, frame) : undefined
      if (moments) this.paintMean(surface, strip, moments.rows, moments.box)
      else this.run(strip.ops, values, this.ck.BlendMode.SrcOver)
    }
    context.end()
  }

  /** How many pictures are not painted yet because they are on their way. */
  get coming(): number {
    return this.context.pictures.coming
  }

  dispose() {
    this.context.dispose()
  }

  /** @param mode how what the strip paints is mixed in, where the strip does not say otherwise. */
  private run(ops: OpHead[], v: Float32Array, mode: BlendMode) {
    const { context } = this
    context.beginStrip(mode)
    for (const op of ops) {
      if (context.skipping > 0) context.skipping += levels[op.code]!
      else opPainters[op.code]!(context, op, v)
    }
  }

  /** The mean of moments. */
  private paintMean(surface: Surface, strip: StripHead, moments: Float32Array[], box: Float32Array) {
    if (!(box[2]! > box[0]! && box[3]! > box[1]!)) return
    const { ck, context } = this
    const blend = blendOf(ck, strip.ops)
    const { memory } = context
    context.memory = undefined
    this.paintMoments(surface, strip, moments, box, blend)
    context.memory = memory
  }

  private paintMoments(surface: Surface, strip: StripHead, moments: Float32Array[], box: Float32Array, blend: BlendMode) {
    const { ck, context } = this
    const { canvas, alpha } = context
    const still = smear(ck, surface, canvas, moments, onlyFills(strip.ops), box, alpha, blend)
    if (still) {
      // It only moves: its picture is painted once and spread along the way.
      context.canvas = still.surface.getCanvas()
      context.alpha = 1
      this.run(strip.ops, still.row, ck.BlendMode.SrcOver)
      context.canvas = canvas
      context.alpha = alpha
      still.end()
      return
    }
    // Each moment adds its share to a layer of half-precision numbers, so that small shares are not rounded away.
    const whole = new ck.Paint()
    whole.setBlendMode(blend)
    canvas.save()
    canvas.clipRect(around(box), ck.ClipOp.Intersect, false)
    canvas.saveLayer(whole, null, null, ck.SaveLayerF16ColorType)
    for (const row of moments) {
      context.alpha = Math.fround(alpha / moments.length)
      this.run(strip.ops, row, ck.BlendMode.Plus)
    }
    context.alpha = alpha
    canvas.restore()
    canvas.restore()
    whole.delete()
  }
}

/** Whether a strip is marked and only fills shapes. */
const onlyFills = (ops: OpHead[]) =>
  ops.length > 1 && marks[ops[1]!.code] === 1 && ops.every(({ code }) => mixes[code] !== 1 && paints[code] === fills[code])
