import { expect, test } from 'vitest'
import { layPicture, type Words } from './laying'

const blank = (width: number, height: number, pixel = 0): Words => ({ pixels: new Uint32Array(width * height).fill(pixel), width, height })
const hex = (w: Words, y: number) => [...w.pixels.subarray(y * w.width, (y + 1) * w.width)].map((n) => (n >>> 0).toString(16))

test('on whole pixels it is laid as it is, cut at the edge', () => {
  const target = blank(4, 3, 0xff000000)
  layPicture(target, blank(3, 2, 0xff0000ff), { left: 2, top: -1, size: 1 }, 255, false)
  expect(hex(target, 0)).toEqual(['ff000000', 'ff000000', 'ff0000ff', 'ff0000ff'])
  expect(hex(target, 1)).toEqual(['ff000000', 'ff000000', 'ff000000', 'ff000000'])
})

test('half a pixel on, its edges are half seen', () => {
  const target = blank(4, 1)
  layPicture(target, blank(2, 1, 0xff0000ff), { left: 0.5, top: 0, size: 1 }, 255, false)
  expect(hex(target, 0)).toEqual(['80000080', 'ff0000ff', '80000080', '0'])
})

test('one of larger pixels goes over from one to the next, and sums up to as much', () => {
  const target = blank(32, 32)
  const picture = blank(4, 4)
  picture.pixels[5] = 0xff0000ff
  layPicture(target, picture, { left: 0, top: 0, size: 8 }, 255, false)
  const reds = Array.from(target.pixels, (n) => n & 255)
  expect(reds.reduce((a, b) => a + b) / 255 / 64).toBeCloseTo(1, 2)
  expect(Math.max(...reds)).toBeLessThan(255)
  const row = reds.slice(11 * 32, 12 * 32)
  expect(row).toEqual([...row.slice(0, 24)].reverse().concat(row.slice(24)))
})

test('onto what is there it adds nothing where nothing is', () => {
  const target = blank(2, 1)
  target.pixels[1] = 0x80000000
  layPicture(target, blank(2, 1, 0xff0000ff), { left: 0, top: 0, size: 1 }, 128, true)
  expect(hex(target, 0)).toEqual(['0', '80000040'])
})
