import type { Canvas } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { blendOfGroup } from './blends'
import { GroupLayer } from './groupLayer'
import { keepingOf } from './keeping'
import { mixIn } from './mixing'
import type { PaintContext } from './paintContext'
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

/**
 * Begins a group.
 * @param opacity of the whole.
 * @returns undefined when its picture was kept and is drawn already.
 */
export function openGroup(c: PaintContext, op: OpHead, v: Float32Array, opacity: number): OpenGroup | undefined {
  const { ck, canvas, mode, kept } = c
  const keeping = kept && keepingOf(c, kept, op, v)
  const found = keeping && kept.take(keeping.key)
  if (found) {
    const device = canvas.getTotalMatrix()
    mixIn(c, canvas, found.placed, opacity, blendOfGroup(ck, op, mode), device[2]! - found.x, device[5]! - found.y)
    return undefined
  }
  // Without a GPU our own arithmetic is ten times as fast as filters.
  const works = op.steps.some(
    (step) => v[step.at] !== 0 && (byPixel[step.code] === 1 || (kept && canWork(step, v) && isNear(canvas, op, v))),
  )
  // Skia paints an edge in a layer a little otherwise than in a picture of another size.
  const same = works || kept?.moves
  const again = keeping && same && kept.comesAgain(keeping.key) ? keeping : undefined
  return works || again ? PixelGroup.open(c, op, v, opacity, again) : GroupLayer.open(ck, canvas, op, v, opacity, mode)
}

/** Beyond so many pixels that a group's steps carry something it would need too large a picture of its own. */
const FARTHEST = 600

function isNear(canvas: Canvas, op: OpHead, v: Float32Array): boolean {
  const m = canvas.getTotalMatrix()
  const at = op.at + group.reach
  return Math.hypot(m[0]!, m[1]!, m[3]!, m[4]!) * Math.max(v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]!) <= FARTHEST
}
