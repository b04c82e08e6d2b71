import { expect, test } from 'vitest'
import { placesOf, stillAt } from './useStills'

test('a frame shows the still that stands at it', () => {
  const { starts, frames } = placesOf([1, 3, 1, 10])
  expect([starts, frames]).toEqual([[0, 1, 4, 5], 15])
  expect([0, 1, 3, 4, 5, 14].map((f) => stillAt(starts, f))).toEqual([0, 1, 1, 2, 3, 3])
})
