import { expect, test } from 'vitest'
import { over, scaled } from './compositing'

test('a product of two parts of 255 is the nearest, in each component', () => {
  for (let a = 0; a < 256; a++) {
    for (let b = 0; b < 256; b++) {
      const n = Math.round((a * b) / 255)
      expect(scaled(a | (a << 8) | (a << 16) | (a << 24), b) >>> 0).toBe((n | (n << 8) | (n << 16) | (n << 24)) >>> 0)
    }
  }
})

// W3C Compositing and Blending Level 1, 5.1: co = cs + cb (1 - as), premultiplied.
test('what is laid on another hides it by its alpha', () => {
  expect(over(0xff102030, 0xffffffff)).toBe(0xff102030)
  expect(over(0, 0x80402010)).toBe(0x80402010)
  expect(over(0x80000080, 0xff00ff00)).toBe(0xff007f80)
})
