import { expect, test } from 'vitest'
import { windows } from './evenBlur'

/** Variance of three boxes of a width, an even one taken as twice that width and once the next (W3C Filter Effects, feGaussianBlur). */
const variance = (sigma: number) => {
  const window = Math.round(sigma * 1.8799712059732503)
  const box = (w: number) => (w * w - 1) / 12
  return window % 2 === 1 ? 3 * box(window) : 2 * box(window) + box(window + 1)
}

test('two neighbouring windows are mixed so that the variance is just the one asked for', () => {
  for (let sigma = 2; sigma < 60; sigma += 0.37) {
    const { first, second, share } = windows(sigma)
    expect(share).toBeGreaterThanOrEqual(0)
    expect(share).toBeLessThanOrEqual(1)
    expect(variance(first) * (1 - share) + variance(second) * share).toBeCloseTo(sigma * sigma, 6)
  }
})

test('the windows are one apart, and the blur grows evenly', () => {
  let before = 0
  for (let sigma = 2; sigma < 60; sigma += 0.05) {
    const { first, second, share } = windows(sigma)
    expect((second - first) * 1.8799712059732503).toBeCloseTo(1, 9)
    const place = first + (second - first) * share
    expect(place).toBeGreaterThanOrEqual(before - 1e-9)
    expect(place - before < 0.2 || before === 0).toBe(true)
    before = place
  }
})
