import { expect, test } from 'vitest'
import { readNumber } from './arithmetic'

test.each([
  ['12.5', 12.5],
  ['12,5', 12.5],
  ['−3', -3],
  ['1920/2 - 40', 920],
  ['2 * (3 + 4)', 14],
  ['-2*-3', 6],
  ['1e3', 1000],
  ['12 px', 12],
  ['10px + 5 PX', 15],
  ['+= 10', 210],
  ['-=10', 190],
  ['*=2', 400],
  ['/= 4', 50],
  ['50%', 100],
  ['+=10%', 220],
  ['.5', 0.5],
])('%s of 200 px is %d', (text, value) => expect(readNumber(text, 200, 'px')).toEqual({ value }))

test('a field in per cent takes per cent as they are', () => {
  expect(readNumber('50%', 80, '%')).toEqual({ value: 50 })
  expect(readNumber('+=5', 80, '%')).toEqual({ value: 85 })
})

test.each(['', 'wide', '12 ft', '2 *', '(2', '1..2', '1 2', '2/0', '%'])('%s is refused with a reason', (text) =>
  expect(readNumber(text, 200, 'px')).toHaveProperty('why'),
)
