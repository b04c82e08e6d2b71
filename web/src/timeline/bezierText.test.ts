import { expect, test } from 'vitest'
import { bezierOf, cssOf } from './bezierText'

test('handles come from the text and go back into it', () => {
  expect(bezierOf('cubic-bezier(0.1, -0.5, 0.25, 1.5)')).toEqual([0.1, -0.5, 0.25, 1.5])
  expect(cssOf([0.05, 0.8, 0.15, 1])).toBe('cubic-bezier(0.05, 0.8, 0.15, 1)')
  expect(bezierOf('steps(4)')).toEqual(bezierOf('linear'))
})
