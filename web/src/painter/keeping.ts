import { around, mapped, type Edges } from '../geometry/boxes'
import type { OpHead } from '../program/messages.gen'
import { group } from '../program/ops.gen'
import { groupName } from './groupName'
import type { KeptGroups } from './keptGroups'
import type { PaintContext } from './paintContext'

/** A group whose picture may be kept. */
export interface Keeping {
  /** Names its picture's pixels. */
  key: string
  /** Whether it is painted with what lies out of sight, since it may move into it. */
  whole: boolean
}

/** A group this many times as large as what is seen is painted only as far as it is seen. */
const LARGEST = 4

/** Whether and under which key a group's picture may be kept. */
export function keepingOf(c: PaintContext, kept: KeptGroups, op: OpHead, v: Float32Array): Keeping | undefined {
  const at = op.at + group.bounds
  if (!(v[at + 2]! > v[at]! && v[at + 3]! > v[at + 1]!)) return undefined
  const name = groupName(c.place, op, v)
  if (name === undefined) return undefined
  const device = c.canvas.getTotalMatrix()
  const seen = c.canvas.getDeviceClipBounds()
  const [left, top, right, bottom] = around(mapped(device, reached(op, v)))
  const whole = kept.moves && (right - left) * (bottom - top) <= LARGEST * (seen[2]! - seen[0]!) * (seen[3]! - seen[1]!)
  const place = whole ? [device[0], device[1], device[3], device[4]] : [...device, ...seen]
  return { key: `${place.join()}:${name}`, whole }
}

/** What a group with all that is made of it can touch, in its coordinates. */
export function reached(op: OpHead, v: Float32Array): Edges {
  const [at, to] = [op.at + group.bounds, op.at + group.reach]
  return [v[at]! - v[to]!, v[at + 1]! - v[to + 1]!, v[at + 2]! + v[to + 2]!, v[at + 3]! + v[to + 3]!]
}
