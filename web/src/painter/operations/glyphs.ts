import { glyphs } from '../../program/ops.gen'
import { inked } from './ink'

export const glyphsPainter = inked(glyphs, (c, paint, op, v) => {
  const unit = v[op.at + glyphs.unit]!
  c.canvas.save()
  c.canvas.scale(unit, unit)
  c.canvas.drawPath(c.paths.runOf(c.program, op, v, op.at + glyphs.tracking), paint)
  c.canvas.restore()
})
