import type { CanvasKit, Path } from 'canvaskit-wasm'
import type { Program } from '../program/program'
import type { OpHead } from '../program/messages.gen'
import { clip, clipWords, Code, fill, fillWords, glyphs, stroke, strokeWords } from '../program/ops.gen'
import { stopNumbers } from './paints'
import { Shelf } from './shelf'

/** Numbers that follow each verb of an outline: move, line, quadratic, conic, cubic, close. */
const COORDINATES = [2, 2, 4, 5, 6, 0]

/** The same for the letters that stand for verbs where a shape is given by numbers. */
const VERBS: Record<string, number> = { M: 0, L: 1, Q: 2, K: 3, C: 4, Z: 5 }

const ANY = '*'

const MORE: Record<number, number> = { [Code.clip]: clip.more, [Code.fill]: fill.more, [Code.stroke]: stroke.more }
const WORDS: Record<number, { verbs: number; rule?: number }> = {
  [Code.clip]: clipWords,
  [Code.fill]: fillWords,
  [Code.stroke]: strokeWords,
}

/** The paths of operations, kept while their numbers stand. The core's PathShelf.cs does the same. */
export class PathShelf {
  private readonly paths = new Shelf<OpHead, Path>()
  private readonly numbers = new WeakMap<OpHead, Float32Array>()

  constructor(private readonly ck: CanvasKit) {}

  /** The shape of an operation, or all glyphs of a run as one path, so that fading type shows no seam where letters overlap. */
  of(program: Program, op: OpHead, v: Float32Array): Path {
    const kept = this.paths.get(op)
    const stops = stopNumbers(op)
    const from = op.at + (op.code === Code.glyphs ? glyphs.tracking : MORE[op.code]! + stops)
    const count = op.code === Code.glyphs ? 2 : op.takes.length > 0 ? 0 : op.each - stops
    const before = this.numbers.get(op)
    if (kept && before && same(before, v, from, count)) return kept
    const numbers = v.slice(from, from + count)
    this.numbers.set(op, numbers)
    const path = this.ck.Path.MakeFromCmds(this.commands(program, op, numbers)) ?? new this.ck.PathBuilder().detach()
    const rule = WORDS[op.code]?.rule
    if (rule !== undefined && op.words[rule] === 'evenodd') path.setFillType(this.ck.FillType.EvenOdd)
    return this.paths.put(op, path)
  }

  next() {
    this.paths.next()
  }

  clear() {
    this.paths.clear()
  }

  private commands(program: Program, op: OpHead, numbers: Float32Array): number[] {
    if (op.code === Code.glyphs) return program.glyphs(op.takes[0]!, numbers[0]!, numbers[1]!, append)
    const commands: number[] = []
    if (op.takes.length > 0) append(commands, program.outline(op.takes[0]!), 0, 0)
    else {
      const letters = op.words[WORDS[op.code]!.verbs]!
      let at = 0
      // A shape that is another at every moment has its verbs among its numbers, counted from 1; 0 is its end.
      if (letters === ANY) {
        while (at < numbers.length && numbers[at]! > 0) {
          const verb = numbers[at++]! - 1
          commands.push(verb)
          for (let n = COORDINATES[verb]!; n > 0; n--) commands.push(numbers[at++]!)
        }
        return commands
      }
      for (const letter of letters) {
        const verb = VERBS[letter]!
        commands.push(verb)
        for (let n = COORDINATES[verb]!; n > 0; n--) commands.push(numbers[at++]!)
      }
    }
    return commands
  }
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
