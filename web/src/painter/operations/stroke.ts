import type { Path } from 'canvaskit-wasm'
import { wordsOf } from '../../program/opWords'
import { stroke } from '../../program/ops.gen'
import type { Made } from '../made'
import { inked } from './ink'

export const strokePainter = inked(stroke, (c, paint, op, v) => {
  const { ck, made } = c
  const trim = op.at + stroke.trim
  const path = trimmed(made, c.paths.shapeOf(c.program, op, v), v[trim]!, v[trim + 1]!)
  if (!path) return
  const { cap, join, dashes } = wordsOf(op)
  paint.setStyle(ck.PaintStyle.Stroke)
  paint.setStrokeWidth(v[op.at + stroke.width]!)
  paint.setStrokeMiter(v[op.at + stroke.miter]!)
  paint.setStrokeCap(cap === 'round' ? ck.StrokeCap.Round : cap === 'square' ? ck.StrokeCap.Square : ck.StrokeCap.Butt)
  paint.setStrokeJoin(join === 'round' ? ck.StrokeJoin.Round : join === 'bevel' ? ck.StrokeJoin.Bevel : ck.StrokeJoin.Miter)
  if (dashes.length > 0) paint.setPathEffect(made.keep(ck.PathEffect.MakeDash(dashes, v[op.at + stroke.dashPhase])))
  c.canvas.drawPath(path, paint)
  paint.setStyle(ck.PaintStyle.Fill)
  paint.setPathEffect(null)
})

/** The part of a path that is drawn, by its length; null: nothing. */
function trimmed(made: Made, path: Path, from: number, to: number): Path | null {
  if (to <= from) return null
  if (to - from >= 1) return path
  const part = to <= 1 ? path.makeTrimmed(from, to, false) : path.makeTrimmed(Math.fround(to - 1), from, true)
  return part && made.keep(part)
}
