import type { OpHead } from './messages.gen'
import { wordNames } from './ops.gen'

/** The words of an operation, as painters need them. */
export interface OpWords {
  /** The pieces of its shape where that is given by numbers. */
  verbs: string
  isEvenOdd: boolean
  /** Of a clip that leaves what is outside. */
  isInverse: boolean
  /** What it is painted in: solid, linear, radial or sweep. */
  paint: string
  /** Of its gradient. */
  stops: number
  cap: string
  join: string
  /** Lengths of dashes and gaps in turn; none for a whole line. */
  dashes: number[]
  columns: number
  rows: number
  /** How a group is mixed in. */
  blend: string
}

const read = new WeakMap<OpHead, OpWords>()

/** The words of an operation, read once. */
export function wordsOf(op: OpHead): OpWords {
  const known = read.get(op)
  if (known) return known
  const names = wordNames[op.code]!
  const said = (name: string) => op.words[names.indexOf(name)] ?? ''
  const words: OpWords = {
    verbs: said('verbs'),
    isEvenOdd: said('rule') === 'evenodd',
    isInverse: said('inverse') === 'yes',
    paint: said('paint'),
    stops: Number(said('stops')),
    cap: said('cap'),
    join: said('join'),
    dashes: said('dashes').split(' ').filter(Boolean).map(Number),
    columns: Number(said('columns')),
    rows: Number(said('rows')),
    blend: said('blend'),
  }
  read.set(op, words)
  return words
}
