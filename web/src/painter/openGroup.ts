import type { BlendMode, Canvas, CanvasKit } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { GroupLayer } from './groupLayer'
import { PixelGroup } from './pixelGroup'
import { canWork } from './steps'
import { byPixel, group } from '../program/ops.gen'

/** A group that is being painted. */
export interface OpenGroup {
  /** What its content is painted on. */
  canvas: Canvas
  /** Mixes the group in. */
  close(onto: Canvas): void
}

/** Begins a group. @param opacity of the whole. @param mode how the whole is mixed in when the group says "normal". @param software whether there is no GPU. */
export const openGroup = (
  ck: CanvasKit,
  canvas: Canvas,
  op: OpHead,
  v: Float32Array,
  opacity: number,
  mode: BlendMode,
  software: boolean,
): OpenGroup =>
  // Without a GPU our own arithmetic is ten times as fast as filters.
  op.steps.some((step) => v[step.at] !== 0 && (byPixel[step.code] === 1 || (software && canWork(step, v) && isNear(canvas, op, v))))
    ? PixelGroup.open(ck, canvas, op, v, opacity, mode)
    : GroupLayer.open(ck, canvas, op, v, opacity, mode)

/** Beyond so many pixels that a group's steps carry something it would need too large a picture of its own. */
const FARTHEST = 600

function isNear(canvas: Canvas, op: OpHead, v: Float32Array): boolean {
  const m = canvas.getTotalMatrix()
  const at = op.at + group.reach
  return Math.hypot(m[0]!, m[1]!, m[3]!, m[4]!) * Math.max(v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]!) <= FARTHEST
}
