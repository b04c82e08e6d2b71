import type { OpHead } from '../program/messages.gen'
import { group } from '../program/ops.gen'
import type { Program } from '../program/program'
import { wholeOf, withinOf } from './groupWithin'

/** What is being painted: a strip of a program at a frame. */
export interface Place {
  program: Program
  frame: number
  /** Number of the strip. */
  at: number
  /** False when strips are painted sharp, whatever their motion. */
  blurred: boolean
}

/**
 * Names what a group holds: its operations and all their numbers, but for how much of the whole is seen. Two groups of the same name, at the same place, are
 * the same picture. The core's GroupName.cs does the same.
 * @returns undefined where the group's end is not known, or its picture depends on where its pixels lie.
 */
export function groupName({ program, frame, at, blurred }: Place, op: OpHead, v: Float32Array): string | undefined {
  const strip = program.strips[at]!
  const within = withinOf(strip, op)
  if (within.placed) return undefined
  const opacity = op.at + group.opacity
  let name = `${numberOf(op)}:${said(v, op.at, opacity)}${said(v, opacity + 1, Math.min(within.to, v.length))}`
  if (within.closed) return name
  let level = within.opens
  for (let i = at + 1; i < program.strips.length; i++) {
    const next = program.strips[i]!
    const { placed, opens } = wholeOf(next)
    if (placed) return undefined
    const values = program.values(next.node, frame)
    name += `|${numberOf(next)}:`
    if (values) {
      name += said(values, 0, values.length)
      const moments = blurred ? program.moments(next.node, frame) : undefined
      if (moments) name += `*${moments.rows.map((row) => said(row, 0, row.length)).join('')}${said(moments.box, 0, moments.box.length)}`
      level += opens
    }
    if (level < 0) return name
  }
  return undefined
}

const numbers = new WeakMap<object, number>()
let count = 0

/** A number that no other thing has: heads are replaced when they change. */
function numberOf(thing: object): number {
  let known = numbers.get(thing)
  if (known === undefined) numbers.set(thing, (known = count++))
  return known
}

/** As many numbers as a call takes arguments, everywhere. */
const CHUNK = 4096

/** The very bits of numbers. */
function said(v: Float32Array, from: number, to: number): string {
  const bits = new Uint16Array(v.buffer, v.byteOffset + 4 * from, 2 * Math.max(0, to - from))
  let text = ''
  for (let i = 0; i < bits.length; i += CHUNK) text += String.fromCharCode(...bits.subarray(i, i + CHUNK))
  return text
}
