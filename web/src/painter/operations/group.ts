import type { OpHead } from '../../program/messages.gen'
import { wordsOf } from '../../program/opWords'
import { group } from '../../program/ops.gen'
import { withinOf } from '../groupWithin'
import { openGroup } from '../openGroup'
import type { PaintContext } from '../paintContext'
import type { OpPainter } from './opPainter'

export const groupPainter: OpPainter = (c, op, v) => {
  const opacity = Math.fround(v[op.at + group.opacity]! * c.alpha)
  if (opacity <= 0) c.skipping = 1
  else if (v[op.at + group.on] === 0 || (opacity >= 1 && isPlain(c, op, v))) c.open(opacity)
  else {
    const opened = openGroup(c, op, v, opacity)
    if (opened) c.openPicture(opened)
    else c.skipping = 1
  }
}

/** Whether the group is the same painted straight: laying one on the other gives the same in whatever order it is done (W3C Compositing, source over). */
const isPlain = ({ ck, mode, place }: PaintContext, op: OpHead, v: Float32Array) =>
  mode === ck.BlendMode.SrcOver &&
  wordsOf(op).blend === 'normal' &&
  op.steps.every((step) => v[step.at] === 0) &&
  withinOf(place.program.strips[place.at]!, op).laid
