/** A point of a path as documents write it: its place and the tangents to the handles before and after it, in pixels. */
export interface PathPoint {
  at: [number, number]
  in?: [number, number]
  out?: [number, number]
  /** 1: it begins another contour. */
  begins?: number
}

type Pair = [number, number]

const none: Pair = [0, 0]
const plus = (a: Pair, b: Pair): Pair => [a[0] + b[0], a[1] + b[1]]
const minus = (a: Pair, b: Pair): Pair => [a[0] - b[0], a[1] - b[1]]
const times = (a: Pair, k: number): Pair => [a[0] * k, a[1] * k]
const mix = (a: Pair, b: Pair, t: number): Pair => plus(times(a, 1 - t), times(b, t))
const rounded = (a: Pair): Pair => [Math.round(a[0] * 100) / 100, Math.round(a[1] * 100) / 100]
const isNone = (a: Pair | undefined) => !a || (a[0] === 0 && a[1] === 0)

export const isCorner = (p: PathPoint): boolean => isNone(p.in) && isNone(p.out)

/** From each point the one that its curve leads to, by index; none behind the last of an open contour. */
export function segments(points: PathPoint[], closed: boolean): [from: number, to: number][] {
  const found: [number, number][] = []
  let start = 0
  points.forEach((p, i) => {
    if (i === 0) return
    if (p.begins) {
      if (closed) found.push([i - 1, start])
      start = i
    } else found.push([i - 1, i])
  })
  if (closed && points.length > 0) found.push([points.length - 1, start])
  return found
}

/** The four points of a curve: ends and handles. */
export function curveOf(a: PathPoint, b: PathPoint): [Pair, Pair, Pair, Pair] {
  return [a.at, plus(a.at, a.out ?? none), plus(b.at, b.in ?? none), b.at]
}

/** The curve as SVG draws it. */
export function pathText(points: PathPoint[], closed: boolean): string {
  const parts: string[] = []
  const lines = new Map(segments(points, closed).map(([from, to]) => [from, to]))
  points.forEach((p, i) => {
    if (i === 0 || p.begins) parts.push(`M${p.at.join(' ')}`)
    const to = lines.get(i)
    if (to === undefined) return
    const [, b, c, d] = curveOf(p, points[to]!)
    parts.push(`C${b.join(' ')} ${c.join(' ')} ${d.join(' ')}`)
    if (to < i) parts.push('Z')
  })
  return parts.join('')
}

const pointAt = ([a, b, c, d]: [Pair, Pair, Pair, Pair], t: number): Pair => {
  const [p, q, r] = [mix(a, b, t), mix(b, c, t), mix(c, d, t)]
  return mix(mix(p, q, t), mix(q, r, t), t)
}

/** The place of a path nearest to a point: which segment, how far along it, and how far away. */
export function nearestOn(points: PathPoint[], closed: boolean, x: number, y: number): { segment: number; t: number; distance: number } {
  let best = { segment: 0, t: 0, distance: Infinity }
  segments(points, closed).forEach(([from, to], segment) => {
    const curve = curveOf(points[from]!, points[to]!)
    for (let i = 0; i <= 40; i++) {
      const [px, py] = pointAt(curve, i / 40)
      const distance = Math.hypot(px - x, py - y)
      if (distance < best.distance) best = { segment, t: i / 40, distance }
    }
  })
  return best
}

/** The path with a point more, its shape unchanged (de Casteljau). */
export function split(points: PathPoint[], closed: boolean, segment: number, t: number): PathPoint[] {
  const [from, to] = segments(points, closed)[segment]!
  const [a, b] = [points[from]!, points[to]!]
  if (isNone(a.out) && isNone(b.in)) return points.toSpliced(from + 1, 0, { at: rounded(mix(a.at, b.at, t)) })
  const [p0, p1, p2, p3] = curveOf(a, b)
  const [q0, q1, q2] = [mix(p0, p1, t), mix(p1, p2, t), mix(p2, p3, t)]
  const [r0, r1] = [mix(q0, q1, t), mix(q1, q2, t)]
  const middle = mix(r0, r1, t)
  const next = points.map((p, i) => {
    const leaving = i === from ? { ...p, out: rounded(minus(q0, p0)) } : p
    return i === to ? { ...leaving, in: rounded(minus(q2, p3)) } : leaving
  })
  return next.toSpliced(from + 1, 0, { at: rounded(middle), in: rounded(minus(r0, middle)), out: rounded(minus(r1, middle)) })
}

/** The path without a point; what begins with it then begins with the next. */
export function without(points: PathPoint[], index: number): PathPoint[] {
  const next = points.toSpliced(index, 1)
  if (points[index]!.begins && next[index] && !next[index].begins) next[index] = { ...next[index], begins: 1 }
  return next
}

/** A corner made round: tangents along its neighbours, a third of the way to each; a round point made a corner. */
export function toggled(points: PathPoint[], closed: boolean, index: number): PathPoint[] {
  const p = points[index]!
  if (!isCorner(p)) return points.with(index, { at: p.at, ...(p.begins && { begins: p.begins }) })
  const all = segments(points, closed)
  const before = points[all.find(([, to]) => to === index)?.[0] ?? index]!
  const after = points[all.find(([from]) => from === index)?.[1] ?? index]!
  const way = minus(after.at, before.at)
  const long = Math.hypot(...way) || 1
  const reach = (other: PathPoint) => Math.hypot(...minus(other.at, p.at)) / 3 || long / 3
  const unit = times(way, 1 / long)
  return points.with(index, { ...p, in: rounded(times(unit, -reach(before))), out: rounded(times(unit, reach(after))) })
}

/** The other way round; each contour for itself. */
export function reversed(points: PathPoint[]): PathPoint[] {
  const contours: PathPoint[][] = []
  points.forEach((p, i) => {
    if (i === 0 || p.begins) contours.push([])
    contours.at(-1)!.push(p)
  })
  return contours.flatMap((contour, c) =>
    contour
      .map(({ at, in: before, out: after }): PathPoint => ({ at, ...(after && { in: after }), ...(before && { out: before }) }))
      .reverse()
      .map((p, i) => (i === 0 && c > 0 ? { ...p, begins: 1 } : p)),
  )
}

/** Without the last point of a contour where it lies on the first: closed, there would be a gap or a kink. */
export function withoutGaps(points: PathPoint[]): PathPoint[] {
  const next = [...points]
  for (let i = next.length - 1; i > 0; i--) {
    const ends = i === next.length - 1 || next[i + 1]!.begins
    if (!ends || next[i]!.begins) continue
    let start = i
    while (start > 0 && !next[start]!.begins) start--
    const [first, last] = [next[start]!, next[i]!]
    if (i - start > 1 && Math.hypot(...minus(first.at, last.at)) < 0.5) {
      next[start] = { ...first, ...(last.in && { in: last.in }) }
      next.splice(i, 1)
    }
  }
  return next
}
