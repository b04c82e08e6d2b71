import { fill } from '../../program/ops.gen'
import { uprightBox } from '../uprightBox'
import { inked } from './ink'

export const fillPainter = inked(fill, (c, paint, op, v) => {
  const box = uprightBox(op, v)
  if (box) c.canvas.drawRect(box, paint)
  else c.canvas.drawPath(c.paths.shapeOf(c.program, op, v), paint)
})
