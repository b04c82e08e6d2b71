import { expect, test } from 'vitest'
import type { Graphic } from '../live/document'
import { snapFrame, snapTargets } from './snapFrames'

const graphic = {
  rate: '25',
  phases: { arrive: 20, hold: 60, leave: 20 },
  layers: [
    {
      id: 'a',
      content: { kind: 'plate' },
      opacity: {
        keys: [
          { at: 7, value: 0 },
          { at: 33, value: 1 },
        ],
      },
    },
  ],
} as unknown as Graphic

test('keyframes snap to the playhead, other keyframes, phase borders and seconds, not to themselves', () => {
  const targets = snapTargets(graphic, 41, [{ layer: 'a', address: 'opacity', at: 7 }])
  expect(targets.sort((a, b) => a - b)).toEqual([0, 20, 25, 33, 41, 50, 75, 80, 99])
})

test('only what is in reach draws, and the nearest wins', () => {
  expect(snapFrame(30, [20, 33, 28], 3)).toBe(28)
  expect(snapFrame(30, [20, 40], 3)).toBe(30)
  expect(snapFrame(30.4, [30], 0.5)).toBe(30)
  expect(snapFrame(29.6, [28.5], 0.5)).toBe(30)
  expect(snapFrame(19.7, [20], 0.5)).toBe(20)
})
