import { expect, test } from 'vitest'
import { rateOf, timecode } from './timecode'

// SMPTE ST 12-1, the same cases as the core's own test.
test.each([
  [1799, '00:00:59;29'],
  [1800, '00:01:00;02'],
  [17981, '00:09:59;29'],
  [17982, '00:10:00;00'],
  [107892, '01:00:00;00'],
])('frame %i at 29.97 is %s', (frame, text) => expect(timecode(frame, '30000/1001')).toBe(text))

test('59.94 skips four numbers a minute, and 23.976 none', () => {
  expect(timecode(3600, '60000/1001')).toBe('00:01:00;04')
  expect(timecode(24 * 60, '24000/1001')).toBe('00:01:00:00')
  expect(rateOf('60')).toBe(60)
})
