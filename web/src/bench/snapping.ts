import type { Point } from '../geometry/affine'

export interface SnapLine {
  axis: 'x' | 'y'
  at: number
}

export interface Snapped {
  by: Point
  lines: SnapLine[]
}

/** Places that edges and centres of a moved box are drawn to: the frame's edges and centre, and the safe areas. */
export function snapTargets(length: number, margins: number[]): number[] {
  return [0, length / 2, length, ...margins.flatMap((m) => [length * m, length * (1 - m)])]
}

/** The small correction that brings an edge or the centre of a box onto the nearest target within reach. */
export function snap(points: Point[], width: number, height: number, margins: number[], reach: number): Snapped {
  const xs = points.map((p) => p.x)
  const ys = points.map((p) => p.y)
  const x = nearest([Math.min(...xs), (Math.min(...xs) + Math.max(...xs)) / 2, Math.max(...xs)], snapTargets(width, margins), reach)
  const y = nearest([Math.min(...ys), (Math.min(...ys) + Math.max(...ys)) / 2, Math.max(...ys)], snapTargets(height, margins), reach)
  return {
    by: { x: x?.by ?? 0, y: y?.by ?? 0 },
    lines: [...(x ? [{ axis: 'x' as const, at: x.at }] : []), ...(y ? [{ axis: 'y' as const, at: y.at }] : [])],
  }
}

function nearest(places: number[], targets: number[], reach: number): { by: number; at: number } | undefined {
  let best: { by: number; at: number } | undefined
  for (const place of places) {
    for (const at of targets) {
      const by = at - place
      if (Math.abs(by) <= reach && (!best || Math.abs(by) < Math.abs(best.by))) best = { by, at }
    }
  }
  return best
}
