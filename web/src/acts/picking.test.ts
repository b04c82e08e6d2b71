import { expect, test } from 'vitest'
import type { Affine } from '../geometry/affine'
import type { Graphic, Layer } from '../live/document'
import type { Program } from '../program/program'
import { corners, layerAt, lineOf, placeOf, takenFor } from './picking'

interface Spot {
  kind?: string
  group?: string
  hidden?: boolean
  locked?: boolean
  opacity?: number
  matrix?: Affine
  box?: number[]
  shown?: number[]
}

/** Layers from the back to the front; each 100 x 100 at the origin unless said otherwise. */
function stage(spots: Record<string, Spot>) {
  const graphic = {
    layers: Object.entries(spots).map(([id, s]) => ({
      id,
      name: id,
      group: s.group,
      hidden: s.hidden,
      locked: s.locked,
      content: { kind: s.kind ?? 'plate' },
    })),
  } as unknown as Graphic
  const program = {
    placed: (id: string) => {
      const s = spots[id]!
      const box = s.box ?? [0, 0, 100, 100]
      return { matrix: s.matrix ?? [1, 0, 0, 1, 0, 0], box, shown: s.shown ?? box, opacity: s.opacity ?? 1 }
    },
  } as unknown as Program
  return { graphic, program, at: (x: number, y: number, entered: string | null = null) => layerAt(graphic, program, 0, { x, y }, entered) }
}

test('the frontmost layer under the point is taken hold of', () => {
  const { at } = stage({ back: {}, front: { box: [50, 50, 200, 200] } })
  expect(at(60, 60)).toBe('front')
  expect(at(20, 20)).toBe('back')
  expect(at(300, 300)).toBeUndefined()
})

test('what is hidden, locked, transparent or cut off is pressed through', () => {
  const { at } = stage({
    back: {},
    hidden: { hidden: true },
    locked: { locked: true },
    faded: { opacity: 0 },
    cut: { shown: [0, 0, 10, 10] },
  })
  expect(at(50, 50)).toBe('back')
  expect(at(5, 5)).toBe('cut')
})

test('a layer is where it is turned and moved to', () => {
  // A quarter turn clockwise about the origin, then 300 to the right: it covers 200..300, 0..100.
  const { at } = stage({ a: { matrix: [0, 1, -1, 0, 300, 0] } })
  expect(at(250, 50)).toBe('a')
  expect(at(50, 50)).toBeUndefined()
})

test('of a group the whole is taken hold of, and once it was entered what is in it', () => {
  const { at, graphic } = stage({
    inner: { group: 'g' },
    deep: { group: 'sub', box: [0, 0, 10, 10] },
    sub: { kind: 'group', group: 'g' },
    g: { kind: 'group' },
  })
  expect(at(50, 50)).toBe('g')
  expect(at(50, 50, 'g')).toBe('inner')
  expect(at(5, 5, 'g')).toBe('sub')
  expect(at(5, 5, 'sub')).toBe('deep')
  const layers = new Map<string, Layer>(graphic.layers.map((l) => [l.id, l]))
  expect(lineOf(layers, layers.get('deep')!)).toEqual(['deep', 'sub', 'g'])
  expect(takenFor(layers, layers.get('deep')!, null)).toBe('g')
  // Of another group than the one that was entered, the whole.
  expect(takenFor(layers, layers.get('inner')!, 'sub')).toBe('g')
})

test('a group that is hidden or locked hides and locks what is in it', () => {
  for (const out of [{ hidden: true }, { locked: true }])
    expect(stage({ a: { group: 'g' }, g: { kind: 'group', ...out } }).at(50, 50)).toBeUndefined()
})

test('groups that name each other in a ring do not go on for ever', () => {
  const ring = new Map([
    ['a', { id: 'a', group: 'b' }],
    ['b', { id: 'b', group: 'a' }],
  ]) as unknown as Map<string, Layer>
  expect(lineOf(ring, ring.get('a')!)).toEqual(['a', 'b'])
})

test('corners come clockwise from the top left, where the layer is', () => {
  const { program } = stage({ a: { matrix: [2, 0, 0, 2, 10, 20], box: [1, 2, 3, 4] } })
  expect(corners(placeOf(program, 'a', 0)!)).toEqual([
    { x: 12, y: 24 },
    { x: 16, y: 24 },
    { x: 16, y: 28 },
    { x: 12, y: 28 },
  ])
})
