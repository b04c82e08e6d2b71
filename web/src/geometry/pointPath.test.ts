import { describe, expect, it } from 'vitest'
import { curveOf, nearestOn, pathText, reversed, segments, split, toggled, without, withoutGaps, type PathPoint } from './pointPath'

const square: PathPoint[] = [{ at: [0, 0] }, { at: [100, 0] }, { at: [100, 100] }, { at: [0, 100] }]
const arc: PathPoint[] = [
  { at: [0, 0], out: [50, 0] },
  { at: [100, 100], in: [0, -50] },
]

describe('paths of points', () => {
  it('lead from point to point, closed ones back', () => {
    expect(segments(square, false)).toHaveLength(3)
    expect(segments(square, true)).toHaveLength(4)
    const two = [...square, { at: [200, 0] as [number, number], begins: 1 }, { at: [300, 0] as [number, number] }]
    expect(segments(two, true)).toEqual([
      [0, 1],
      [1, 2],
      [2, 3],
      [3, 0],
      [4, 5],
      [5, 4],
    ])
    expect(pathText(square, true)).toMatch(/^M0 0C.*Z$/)
  })

  it('keep their shape when a point is added', () => {
    const more = split(arc, false, 0, 0.4)
    expect(more).toHaveLength(3)
    // The middle of the first half is a place of the whole (de Casteljau).
    const at = (points: PathPoint[], i: number, t: number) => {
      const [a, b, c, d] = curveOf(points[i]!, points[i + 1]!)
      const u = 1 - t
      return [0, 1].map((k) => u ** 3 * a[k]! + 3 * u * u * t * b[k]! + 3 * u * t * t * c[k]! + t ** 3 * d[k]!)
    }
    const [x, y] = at(arc, 0, 0.2)
    const [p, q] = at(more, 0, 0.5)
    expect(p).toBeCloseTo(x!, 1)
    expect(q).toBeCloseTo(y!, 1)
    expect(nearestOn(arc, false, x!, y!).distance).toBeLessThan(2)
  })

  it('lose a point, get round and sharp again, and turn round', () => {
    expect(without(square, 1).map((p) => p.at)).toEqual([
      [0, 0],
      [100, 100],
      [0, 100],
    ])
    const round = toggled(square, true, 1)
    expect(round[1]!.in![0]).toBeLessThan(0)
    expect(toggled(round, true, 1)[1]).toEqual({ at: [100, 0] })
    expect(reversed(reversed(arc))).toEqual(arc)
    expect(reversed(arc)[0]).toEqual({ at: [100, 100], out: [0, -50] })
  })

  it('lose the point that closes a ring twice', () => {
    const ring: PathPoint[] = [...square, { at: [0, 0.2], in: [0, 10] }]
    expect(withoutGaps(ring)).toHaveLength(4)
    expect(withoutGaps(ring)[0]).toEqual({ at: [0, 0], in: [0, 10] })
    expect(withoutGaps(square)).toEqual(square)
  })
})
