import type { Canvas } from 'canvaskit-wasm'
import type { StripHead } from '../program/messages.gen'
import { wordsOf } from '../program/opWords'
import { fill, fills, group, levels, marks, mixes, place } from '../program/ops.gen'
import type { Program } from '../program/program'

/** How far beyond the edge of what is seen it must reach, in pixels: its own edge is soft. */
const BEYOND = 1

const BOX = 'MLLLZ'

type Point = readonly [number, number]

/** a, c, e, b, d, f of a matrix, as CanvasKit's rows give them. */
type Rows = ArrayLike<number>

/**
 * What hides all that lies behind it: a shape of straight sides, in colours that let nothing through, which reaches beyond all that can be seen. What lies
 * behind need not be painted. The core's Covering.cs does the same.
 * @returns the number of the last strip that does; 0 when none does.
 */
export function lastCovering(program: Program, frame: number, canvas: Canvas, blurred: boolean): number {
  const device = canvas.getTotalMatrix()
  const c = canvas.getDeviceClipBounds()
  const [l, t, r, b] = [c[0]! - BEYOND, c[1]! - BEYOND, c[2]! + BEYOND, c[3]! + BEYOND]
  const seen: Point[] = [
    [l, t],
    [r, t],
    [r, b],
    [l, b],
  ]
  let found = 0
  let level = 0
  program.strips.forEach((strip, i) => {
    // Within a group of others it hides what the group holds, not what lies behind that.
    if (i > 0 && level === 0 && couldCover(strip)) {
      const values = program.values(strip.node, frame)
      if (values && covers(strip, values, device, seen) && !(blurred && program.moments(strip.node, frame))) found = i
    }
    for (const op of strip.ops) level += levels[op.code]!
  })
  return found
}

const able = new WeakMap<StripHead, boolean>()

/** Whether a strip covers anything at any frame, by what stands still of it: most do not, and their numbers need not be read. */
function couldCover(strip: StripHead): boolean {
  let can = able.get(strip)
  if (can === undefined) {
    const first = strip.ops.find((op) => levels[op.code] !== 1 && marks[op.code] !== 1)
    can = first !== undefined && fills[first.code] === 1 && first.takes.length === 0 && wordsOf(first).verbs === BOX
    able.set(strip, can)
  }
  return can
}

function covers(strip: StripHead, v: Float32Array, device: Rows, seen: Point[]): boolean {
  let m: Rows = device
  for (const op of strip.ops) {
    const at = op.at
    if (mixes[op.code] === 1) {
      if (wordsOf(op).blend !== 'normal' || v[at + group.opacity]! < 1 || op.steps.some((step) => v[step.at] !== 0)) return false
    } else if (levels[op.code] === 1) {
      if (v[at + place.opacity]! < 1) return false
      m = within(m, v.subarray(at + place.matrix, at + place.matrix + 6))
    } else if (fills[op.code] === 1) {
      const { paint, stops } = wordsOf(op)
      const alphas = paint === 'solid' ? [at + fill.colour + 3] : Array.from({ length: stops }, (_, i) => at + fill.more + 5 * i + 4)
      return alphas.every((i) => v[i]! >= 1) && holds(v, at + fill.more + 5 * stops, m, seen)
    } else if (marks[op.code] !== 1) return false
  }
  return false
}

/** A matrix of six within one of rows. */
const within = (m: Rows, n: Float32Array): Rows => [
  m[0]! * n[0]! + m[1]! * n[1]!,
  m[0]! * n[2]! + m[1]! * n[3]!,
  m[0]! * n[4]! + m[1]! * n[5]! + m[2]!,
  m[3]! * n[0]! + m[4]! * n[1]!,
  m[3]! * n[2]! + m[4]! * n[3]!,
  m[3]! * n[4]! + m[4]! * n[5]! + m[5]!,
]

/** Whether four corners in a row around a shape without dents hold all points. */
function holds(v: Float32Array, at: number, m: Rows, points: Point[]): boolean {
  const corners = [0, 2, 4, 6].map((i): Point => {
    const [x, y] = [v[at + i]!, v[at + i + 1]!]
    return [m[0]! * x + m[1]! * y + m[2]!, m[3]! * x + m[4]! * y + m[5]!]
  })
  const [a, b, c, d] = corners as [Point, Point, Point, Point]
  if (a[0] === d[0] && b[0] === c[0] && a[1] === b[1] && c[1] === d[1]) {
    // The edges of an upright box are exact: they may lie on those of what is seen.
    const [seenLeft, seenTop] = points[0]!
    const [seenRight, seenBottom] = points[2]!
    return (
      Math.min(a[0], b[0]) <= seenLeft + BEYOND &&
      Math.min(a[1], d[1]) <= seenTop + BEYOND &&
      Math.max(a[0], b[0]) >= seenRight - BEYOND &&
      Math.max(a[1], d[1]) >= seenBottom - BEYOND
    )
  }
  let sign = 0
  return corners.every(([ax, ay], i) => {
    const [bx, by] = corners[(i + 1) % 4]!
    return points.every(([x, y]) => {
      const side = (bx - ax) * (y - ay) - (by - ay) * (x - ax)
      sign ||= side
      return side * sign > 0
    })
  })
}
