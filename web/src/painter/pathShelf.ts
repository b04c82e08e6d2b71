import type { CanvasKit, Path } from 'canvaskit-wasm'
import type { Program } from '../program/program'
import type { OpHead } from '../program/messages.gen'
import { wordsOf } from '../program/opWords'
import { repeats } from '../program/ops.gen'
import { Shelf } from './shelf'

/** Numbers that follow each verb of an outline: move, line, quadratic, conic, cubic, close. */
const COORDINATES = [2, 2, 4, 5, 6, 0]

/** The same for the letters that stand for verbs where a shape is given by numbers. */
const VERBS: Record<string, number> = { M: 0, L: 1, Q: 2, K: 3, C: 4, Z: 5 }

const ANY = '*'

/** The paths of operations, kept while their numbers stand. The core's PathShelf.cs does the same. */
export class PathShelf {
  private readonly paths = new Shelf<OpHead, Path>()
  private readonly numbers = new WeakMap<OpHead, Float32Array>()

  constructor(private readonly ck: CanvasKit) {}

  /** The shape of an operation. */
  shapeOf(program: Program, op: OpHead, v: Float32Array): Path {
    const { verbs, isEvenOdd, stops } = wordsOf(op)
    const from = op.at + repeats[op.code]! + 5 * stops
    const count = op.takes.length > 0 ? 0 : op.each - 5 * stops
    return this.path(
      op,
      v,
      from,
      count,
      (numbers) => (op.takes.length > 0 ? outlined(program.outline(op.takes[0]!)) : commandsOf(verbs, numbers)),
      isEvenOdd,
    )
  }

  /** All glyphs of a run as one path, so that fading type shows no seam where letters overlap. @param from where tracking and leading lie. */
  runOf(program: Program, op: OpHead, v: Float32Array, from: number): Path {
    return this.path(op, v, from, 2, (numbers) => program.glyphs(op.takes[0]!, numbers[0]!, numbers[1]!, append), false)
  }

  private path(
    op: OpHead,
    v: Float32Array,
    from: number,
    count: number,
    made: (numbers: Float32Array) => number[],
    isEvenOdd: boolean,
  ): Path {
    const kept = this.paths.get(op)
    const before = this.numbers.get(op)
    if (kept && before && same(before, v, from, count)) return kept
    const numbers = v.slice(from, from + count)
    this.numbers.set(op, numbers)
    const path = this.ck.Path.MakeFromCmds(made(numbers)) ?? new this.ck.PathBuilder().detach()
    if (isEvenOdd) path.setFillType(this.ck.FillType.EvenOdd)
    return this.paths.put(op, path)
  }

  next() {
    this.paths.next()
  }

  clear() {
    this.paths.clear()
  }
}

/** The commands of a shape that is given by numbers. */
function commandsOf(verbs: string, numbers: Float32Array): number[] {
  const commands: number[] = []
  let at = 0
  const take = (verb: number) => {
    commands.push(verb)
    for (let n = COORDINATES[verb]!; n > 0; n--) commands.push(numbers[at++]!)
  }
  // A shape that is another at every moment has its verbs among its numbers, counted from 1; 0 is its end.
  if (verbs === ANY) while (at < numbers.length && numbers[at]! > 0) take(numbers[at++]! - 1)
  else for (const letter of verbs) take(VERBS[letter]!)
  return commands
}

/** The commands of an outline. */
function outlined(outline: Float32Array): number[] {
  const commands: number[] = []
  append(commands, outline, 0, 0)
  return commands
}

/** Adds an outline's commands, moved. */
function append(commands: number[], outline: Float32Array, dx: number, dy: number) {
  for (let i = 0; i < outline.length;) {
    const verb = outline[i++]!
    commands.push(verb)
    for (let n = COORDINATES[verb]!; n > 0; n -= 2) commands.push(outline[i++]! + dx, outline[i++]! + dy)
  }
}

function same(numbers: Float32Array, v: Float32Array, from: number, count: number): boolean {
  if (numbers.length !== count) return false
  for (let i = 0; i < count; i++) if (numbers[i] !== v[from + i]) return false
  return true
}
