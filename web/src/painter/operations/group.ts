import { group } from '../../program/ops.gen'
import { openGroup } from '../openGroup'
import type { OpPainter } from './opPainter'

export const groupPainter: OpPainter = (c, op, v) => {
  const opacity = Math.fround(v[op.at + group.opacity]! * c.alpha)
  if (opacity <= 0) c.skipping = 1
  else if (v[op.at + group.on] === 0) c.open(opacity)
  else c.openPicture(openGroup(c.ck, c.canvas, op, v, opacity, c.mode, c.software))
}
