import type { OpHead } from '../program/messages.gen'
import { wordsOf } from '../program/opWords'
import { repeats } from '../program/ops.gen'

const BOX = 'MLLLZ'
const ROUNDED = 'MLKLKLKLKZ'

/**
 * Shapes that are rectangles: Skia covers the pixels of a rectangle exactly where it is told that it is one, and paths by quarters of a pixel down. The
 * core's UprightBox.cs does the same.
 * @returns left, top, right and bottom of what an operation fills or clips to; undefined for any other shape.
 */
export function uprightBox(op: OpHead, v: Float32Array): [number, number, number, number] | undefined {
  if (op.takes.length > 0) return undefined
  const { verbs, stops } = wordsOf(op)
  if (verbs !== BOX && verbs !== ROUNDED) return undefined
  const from = op.at + repeats[op.code]! + 5 * stops
  const n = (i: number) => v[from + i]!
  if (verbs === BOX) return n(2) === n(4) && n(0) === n(6) && n(1) === n(3) && n(5) === n(7) ? [n(0), n(1), n(2), n(5)] : undefined
  // A rounded one whose corners have no size: the ends of each curve are where its handle is.
  const [l, t, r, b] = [n(18), n(5), n(4), n(12)]
  const sharp = [l, t, r, t, r, t, r, t, n(8), r, b, r, b, r, b, n(15), l, b, l, b, l, b, n(22), l, t, l, t, l, t]
  return sharp.every((number, i) => n(i) === number) ? [l, t, r, b] : undefined
}
