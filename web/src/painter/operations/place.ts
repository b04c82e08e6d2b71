import { place } from '../../program/ops.gen'
import type { OpPainter } from './opPainter'

export const placePainter: OpPainter = (c, op, v) => {
  const [a, opacity] = [op.at + place.matrix, v[op.at + place.opacity]!]
  if (opacity <= 0) {
    c.skipping = 1
    return
  }
  c.open(Math.fround(c.alpha * opacity))
  c.canvas.concat([v[a]!, v[a + 2]!, v[a + 4]!, v[a + 1]!, v[a + 3]!, v[a + 5]!, 0, 0, 1])
}
