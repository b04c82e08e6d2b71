import { expect, test } from 'vitest'
import { snap } from './snapping'

const box = (x: number, y: number, w: number, h: number) => [
  { x, y },
  { x: x + w, y: y + h },
]

test('an edge near the frame, the centre or a safe area is drawn to it', () => {
  expect(snap(box(3, 200, 100, 50), 1920, 1080, [0.05], 6)).toEqual({ by: { x: -3, y: 0 }, lines: [{ axis: 'x', at: 0 }] })
  expect(snap(box(908, 200, 100, 50), 1920, 1080, [], 6).by.x).toBe(2)
  expect(snap(box(98, 974, 300, 50), 1920, 1080, [0.05], 6)).toEqual({
    by: { x: -2, y: 2 },
    lines: [
      { axis: 'x', at: 96 },
      { axis: 'y', at: 1026 },
    ],
  })
})

test('nothing within reach leaves the box where it is', () => expect(snap(box(300, 200, 100, 50), 1920, 1080, [0.05], 6).lines).toEqual([]))
