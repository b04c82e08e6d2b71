import type { Point } from '../geometry/affine'

export interface SnapLine {
  axis: 'x' | 'y'
  at: number
}

/** A gap that is as wide as another one: from and to along the axis, at a place across it. */
export interface Gap {
  axis: 'x' | 'y'
  from: number
  to: number
  across: number
}

export interface Snapped {
  by: Point
  lines: SnapLine[]
  gaps: Gap[]
}

export interface Edges {
  left: number
  top: number
  right: number
  bottom: number
}

/** What a moved box is drawn to. */
export interface SnapTargets {
  width: number
  height: number
  /** Shares of the frame that safe areas stand off. */
  margins: number[]
  /** Guides: x of upright ones, y of level ones. */
  upright: readonly number[]
  level: readonly number[]
  /** Pixels from line to line; 0: no grid. */
  grid: number
  /** Other layers in sight. */
  others: Edges[]
}

/** The frame's edges and centre, and the safe areas. */
export function snapTargets(length: number, margins: number[]): number[] {
  return [0, length / 2, length, ...margins.flatMap((m) => [length * m, length * (1 - m)])]
}

interface Found {
  by: number
  at?: number
  gaps?: Gap[]
}

/** The small correction that brings an edge or the centre of a box onto the nearest target within reach, or its gaps to be as wide as others. */
export function snap(points: Point[], targets: SnapTargets, reach: number): Snapped {
  const xs = points.map((p) => p.x)
  const ys = points.map((p) => p.y)
  const box = { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }
  const x = along('x', box, targets, reach)
  const y = along('y', box, targets, reach)
  return {
    by: { x: x?.by ?? 0, y: y?.by ?? 0 },
    lines: [
      ...(x?.at !== undefined ? [{ axis: 'x' as const, at: x.at }] : []),
      ...(y?.at !== undefined ? [{ axis: 'y' as const, at: y.at }] : []),
    ],
    gaps: [...(x?.gaps ?? []), ...(y?.gaps ?? [])],
  }
}

function along(axis: 'x' | 'y', box: Edges, targets: SnapTargets, reach: number): Found | undefined {
  const [low, high] = axis === 'x' ? [box.left, box.right] : [box.top, box.bottom]
  const length = axis === 'x' ? targets.width : targets.height
  const ends = (e: Edges): [number, number] => (axis === 'x' ? [e.left, e.right] : [e.top, e.bottom])
  const places = [low, (low + high) / 2, high]
  const lines = [
    ...snapTargets(length, targets.margins),
    ...(axis === 'x' ? targets.upright : targets.level),
    ...targets.others.flatMap((o) => {
      const [a, b] = ends(o)
      return [a, (a + b) / 2, b]
    }),
  ]
  const found: Found[] = []
  for (const place of places) {
    for (const at of lines) found.push({ by: at - place, at })
  }
  if (targets.grid > 0) {
    for (const place of [low, high]) {
      const at = Math.round(place / targets.grid) * targets.grid
      found.push({ by: at - place, at })
    }
  }
  found.push(...evenGaps(axis, box, targets.others))
  return found
    .filter((f) => Math.abs(f.by) <= reach)
    .reduce<Found | undefined>((best, f) => (!best || Math.abs(f.by) < Math.abs(best.by) ? f : best), undefined)
}

/** Where the box would have a gap to its neighbours that is as wide as another: between two of them, or beyond two with the gap that those have. */
function evenGaps(axis: 'x' | 'y', box: Edges, others: Edges[]): Found[] {
  const ends = (e: Edges): [number, number] => (axis === 'x' ? [e.left, e.right] : [e.top, e.bottom])
  const sides = (e: Edges): [number, number] => (axis === 'x' ? [e.top, e.bottom] : [e.left, e.right])
  const [low, high] = ends(box)
  const [from, to] = sides(box)
  const row = others
    .filter((o) => {
      const [a, b] = sides(o)
      return a < to && b > from
    })
    .sort((a, b) => ends(a)[0] - ends(b)[0])
  const across = (from + to) / 2
  const gap = (a: number, b: number): Gap => ({ axis, from: a, to: b, across })
  const found: Found[] = []
  for (let i = 0; i + 1 < row.length; i++) {
    const [a, b] = [ends(row[i]!), ends(row[i + 1]!)]
    const wide = b[0] - a[1]
    if (wide <= 0) continue
    const size = high - low
    if (wide > size) {
      const at = a[1] + (wide - size) / 2
      found.push({ by: at - low, gaps: [gap(a[1], at), gap(at + size, b[0])] })
    }
    found.push({ by: b[1] + wide - low, gaps: [gap(a[1], b[0]), gap(b[1], b[1] + wide)] })
    found.push({ by: a[0] - wide - high, gaps: [gap(a[0] - wide, a[0]), gap(a[1], b[0])] })
  }
  return found
}
