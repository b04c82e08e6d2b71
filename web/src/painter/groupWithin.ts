import type { OpHead, StripHead } from '../program/messages.gen'
import { wordsOf } from '../program/opWords'
import { byPixel, levels, mixes } from '../program/ops.gen'

/** What a group of a strip holds, as far as the strip goes. */
export interface Within {
  /** False when what follows of it is in strips after this one. */
  closed: boolean
  /** Levels in it that the strip leaves open. */
  opens: number
  /** Where its numbers end. */
  to: number
  /** Whether it is closed, and all in it is laid on what is there and mixed in no other way. */
  laid: boolean
  /** Whether anything in it depends on where its pixels lie. */
  placed: boolean
}

const groups = new WeakMap<OpHead, Within>()
const strips = new WeakMap<StripHead, { placed: boolean; opens: number }>()

const isPlaced = (ops: OpHead[]) => ops.some((op) => op.steps.some((step) => byPixel[step.code] === 1))

/** The group of a strip. The core's GroupWithin.cs does the same. */
export function withinOf(strip: StripHead, op: OpHead): Within {
  let known = groups.get(op)
  if (known) return known
  const first = strip.ops.indexOf(op)
  let level = 1
  let last = first + 1
  for (; last < strip.ops.length; last++) {
    level += levels[strip.ops[last]!.code]!
    if (level === 0) break
  }
  const closed = last < strip.ops.length
  const inside = strip.ops.slice(first + 1, last)
  known = {
    closed,
    laid: closed && inside.every((o) => mixes[o.code] !== 1 || wordsOf(o).blend === 'normal'),
    opens: closed ? 0 : level - 1,
    to: closed ? strip.ops[last]!.at : strip.size,
    placed: isPlaced(strip.ops.slice(first, last)),
  }
  groups.set(op, known)
  return known
}

/** A strip that follows a group's beginning. */
export function wholeOf(strip: StripHead): { placed: boolean; opens: number } {
  let known = strips.get(strip)
  if (!known) strips.set(strip, (known = { placed: isPlaced(strip.ops), opens: strip.ops.reduce((sum, op) => sum + levels[op.code]!, 0) }))
  return known
}
