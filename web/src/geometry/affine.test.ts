import { expect, test } from 'vitest'
import { mapped, around } from './boxes'
import { identity, invert, map, mapVector, multiply, type Affine } from './affine'

const turn = (degrees: number): Affine => {
  const [s, c] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)]
  return [c, s, -s, c, 0, 0]
}
const some: Affine[] = [
  identity,
  [1, 0, 0, 1, 30, -7],
  [2, 0, 0, 0.5, 0, 0],
  turn(33),
  multiply([1, 0, 0, 1, 5, 9], turn(-120)),
  [1, 0, 0.4, 1, 3, 3],
  [-1, 0, 0, 1, 0, 0],
]

const close = (a: readonly number[], b: readonly number[]) => a.forEach((n, i) => expect(n).toBeCloseTo(b[i]!, 9))

test('a point is mapped as SVG says: x is a x + c y + e, y is b x + d y + f', () => {
  expect(map([1, 2, 3, 4, 5, 6], { x: 10, y: 100 })).toEqual({ x: 315, y: 426 })
  expect(mapVector([1, 2, 3, 4, 5, 6], { x: 10, y: 100 })).toEqual({ x: 310, y: 420 })
})

test('the product maps as the inner and then the outer do', () => {
  for (const outer of some)
    for (const inner of some) {
      const p = { x: 12, y: -30 }
      const [one, two] = [map(multiply(outer, inner), p), map(outer, map(inner, p))]
      close([one.x, one.y], [two.x, two.y])
    }
})

test('the inverse takes everything back, on either side', () => {
  for (const m of some) {
    close(multiply(m, invert(m)), identity)
    close(multiply(invert(m), m), identity)
  }
})

test('what flattens everything has no inverse, and then nothing is moved', () => {
  expect(invert([1, 2, 2, 4, 9, 9])).toEqual(identity)
})

test('the box around a mapped box holds all four corners and no more', () => {
  // Rows of Skia: a c e, b d f.
  const rows = ([a, b, c, d, e, f]: Affine) => [a, c, e, b, d, f]
  for (const m of some) {
    const corners = [
      [10, 20],
      [40, 20],
      [40, 80],
      [10, 80],
    ].map(([x, y]) => map(m, { x: x!, y: y! }))
    close(mapped(rows(m), [10, 20, 40, 80]), [
      Math.min(...corners.map((p) => p.x)),
      Math.min(...corners.map((p) => p.y)),
      Math.max(...corners.map((p) => p.x)),
      Math.max(...corners.map((p) => p.y)),
    ])
  }
})

test('whole pixels around a box leave one more for smooth edges', () => {
  expect(around([0.2, 0.8, 9.1, 10])).toEqual([-1, -1, 11, 11])
})
