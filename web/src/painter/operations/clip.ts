import { wordsOf } from '../../program/opWords'
import { clip } from '../../program/ops.gen'
import { uprightBox } from '../uprightBox'
import type { OpPainter } from './opPainter'

export const clipPainter: OpPainter = (c, op, v) => {
  if (v[op.at + clip.on] === 0) return
  c.memory = undefined
  const { Difference, Intersect } = c.ck.ClipOp
  const side = wordsOf(op).isInverse ? Difference : Intersect
  const box = uprightBox(op, v)
  if (box) c.canvas.clipRect(box, side, true)
  else c.canvas.clipPath(c.paths.shapeOf(c.program, op, v), side, true)
}
