import { expect, test } from 'vitest'
import type { Edit, Graphic } from '../live/document'
import { asWhole, drifting } from './wholeMotion'

const graphic = {
  phases: { arrive: 10, hold: 50, leave: 10 },
  layers: [
    {
      id: 'a',
      name: 'Badge',
      position: {
        keys: [
          { at: 0, value: [0, 0] },
          { at: 10, value: [9, 0] },
        ],
      },
      content: { kind: 'hook' },
    },
    { id: 'b', name: 'Plate', position: [1, 2], content: { kind: 'hook' } },
  ],
} as unknown as Graphic
const nudge = (at: number, whole = false): Edit => ({ do: 'nudge', layers: ['a', 'b'], by: [1, 0], at, whole })

test('only what is keyed, and only in the Hold, drifts', () => {
  expect(drifting(nudge(30), graphic)).toEqual(['Badge'])
  expect(drifting(nudge(5), graphic)).toEqual([])
  expect(drifting(nudge(65), graphic)).toEqual([])
  expect(drifting(nudge(10), graphic)).toEqual([])
  expect(drifting(nudge(30, true), graphic)).toEqual([])
  expect(drifting({ do: 'setValue', layer: 'a', address: 'position/x', value: 3, at: 30 }, graphic)).toEqual(['Badge'])
  expect(drifting({ do: 'setValue', layer: 'a', address: 'opacity', value: 1, at: 30 }, graphic)).toEqual([])
})

test('as a whole it gets no keyframe', () =>
  expect(asWhole({ do: 'several', edits: [nudge(30)] })).toEqual({ do: 'several', edits: [nudge(30, true)] }))
