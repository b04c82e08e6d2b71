import { expect, test } from 'vitest'
import { Pace } from './pace'

/** Plays frames that take so long as wholes, a quarter of it when halved, and counts how often it changed. */
function play(pace: Pace, whole: number, frames: number): number {
  let changes = 0
  for (let i = 0; i < frames; i++) {
    const before = pace.share
    pace.took(whole * before * before)
    if (pace.share !== before) changes++
  }
  return changes
}

test('what takes too long is played with half the pixels, and stays so', () => {
  const pace = new Pace()
  expect(play(pace, 40, 200)).toBe(1)
  expect(pace.share).toBe(0.5)
})

test('what is soon painted is sharp, whatever the first frame took or came between', () => {
  const pace = new Pace()
  pace.took(90)
  expect(play(pace, 12, 100)).toBe(1)
  pace.took(60)
  expect(play(pace, 12, 100)).toBe(0)
  expect(pace.share).toBe(1)
})
