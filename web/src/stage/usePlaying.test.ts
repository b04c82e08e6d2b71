import { expect, test } from 'vitest'
import type { Graphic } from '../live/document'
import { stretch } from './usePlaying'

const graphic = { phases: { arrive: 20, hold: 60, leave: 20 } } as Graphic

test('what is repeated follows the loop', () => {
  expect(stretch(graphic, 30, 'all', [5, 9])).toEqual([0, 99])
  expect(stretch(graphic, 30, 'phase', null)).toEqual([20, 79])
  expect(stretch(graphic, 99, 'phase', null)).toEqual([80, 99])
  expect(stretch(graphic, 30, 'range', [5, 9])).toEqual([5, 9])
  expect(stretch(graphic, 30, 'range', null)).toEqual([0, 99])
})
