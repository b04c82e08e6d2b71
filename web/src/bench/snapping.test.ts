import { expect, test } from 'vitest'
import { snap, type Edges, type SnapTargets } from './snapping'

const box = (x: number, y: number, w: number, h: number) => [
  { x, y },
  { x: x + w, y: y + h },
]

const edges = (left: number, top: number, width: number, height: number): Edges => ({
  left,
  top,
  right: left + width,
  bottom: top + height,
})

const hd = (part: Partial<SnapTargets> = {}): SnapTargets => ({
  width: 1920,
  height: 1080,
  margins: [],
  upright: [],
  level: [],
  grid: 0,
  others: [],
  ...part,
})

test('an edge near the frame, the centre or a safe area is drawn to it', () => {
  expect(snap(box(3, 200, 100, 50), hd({ margins: [0.05] }), 6)).toEqual({ by: { x: -3, y: 0 }, lines: [{ axis: 'x', at: 0 }], gaps: [] })
  expect(snap(box(908, 200, 100, 50), hd(), 6).by.x).toBe(2)
  expect(snap(box(98, 974, 300, 50), hd({ margins: [0.05] }), 6)).toEqual({
    by: { x: -2, y: 2 },
    lines: [
      { axis: 'x', at: 96 },
      { axis: 'y', at: 1026 },
    ],
    gaps: [],
  })
})

test('guides, a grid and other layers draw, too', () => {
  expect(snap(box(303, 200, 100, 50), hd({ upright: [300], level: [247] }), 6).by).toEqual({ x: -3, y: -3 })
  expect(snap(box(301, 203, 100, 50), hd({ grid: 40 }), 6).by).toEqual({ x: -1, y: -3 })
  // Its bottom is nearer to a line than its top.
  expect(snap(box(500, 228, 100, 50), hd({ grid: 40 }), 6).by.y).toBe(2)
  expect(snap(box(300, 404, 100, 50), hd({ others: [edges(700, 400, 80, 90)] }), 6).by.y).toBe(-4)
})

test('gaps become even: between two, and beyond two', () => {
  const others = [edges(100, 300, 100, 100), edges(500, 310, 100, 100)]
  // Between 200 and 500 there are 300; 100 wide it stands at 300.
  expect(snap(box(304, 330, 100, 10), hd({ others }), 6)).toEqual({
    by: { x: -4, y: 0 },
    lines: [],
    gaps: [
      { axis: 'x', from: 200, to: 300, across: 335 },
      { axis: 'x', from: 400, to: 500, across: 335 },
    ],
  })
  expect(snap(box(897, 330, 60, 40), hd({ others }), 6).by.x).toBe(3)
  // What lies beside them counts for nothing.
  expect(snap(box(304, 700, 100, 40), hd({ others }), 3).by.x).toBe(0)
})

test('nothing within reach leaves the box where it is', () =>
  expect(snap(box(300, 200, 100, 50), hd({ margins: [0.05] }), 6).lines).toEqual([]))
