import { expect, test } from 'vitest'
import type { Schemas } from '../api/client'
import { map, type Affine } from '../geometry/affine'
import { resizeEdits, turnEdits, type DragStart } from './handleDrags'

const size = { name: 'size', components: ['x', 'y'] } as Schemas['ValueInfo']
const plate = { name: 'plate', sized: 'size', keepsShape: false, values: [size] } as unknown as Schemas['ModuleInfo']

/** A plate of 200 x 100 at 50, 40, turned about its centre: the matrix as the core's evaluator makes it. */
function start(degrees: number, x: number, y: number): DragStart {
  const [s, c] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)]
  const matrix: Affine = [c, s, -s, c, 150 - 100 * c + 50 * s, 90 - 100 * s - 50 * c]
  return {
    layer: { id: 'a', name: 'A', content: { kind: 'plate' } },
    content: plate,
    reading: {
      id: 'a',
      name: 'A',
      hidden: false,
      opacity: 1,
      words: {},
      world: [...matrix],
      bounds: [],
      idles: [],
      values: { position: [50, 40], pivot: [0.5, 0.5], scale: [1, 1], turn: [degrees], size: [200, 100] },
    },
    place: { matrix, left: 0, top: 0, right: 200, bottom: 100 },
    parent: [1, 0, 0, 1, 0, 0],
    point: { x, y },
  }
}

const value = (edits: ReturnType<typeof resizeEdits>, address: string) => {
  const edit = edits.find((e) => e.do === 'setValue' && e.address === address)
  return edit?.do === 'setValue' ? (edit.value as number[]) : []
}

test('a dragged corner keeps the opposite one in place, turned or not', () => {
  for (const degrees of [0, 30, -75]) {
    const s = start(degrees, 0, 0)
    const to = map(s.place.matrix, { x: 260, y: 130 })
    const edits = resizeEdits(s, to, 1, 1, 0, false)
    expect(value(edits, 'size')).toEqual([260, 130])
    // The fixed corner, with the matrix that the core will make of the new size and position.
    const [px, py] = value(edits, 'position') as [number, number]
    const [c, sin] = [s.place.matrix[0], s.place.matrix[1]]
    const corner = { x: px + 130 - 130 * c + 65 * sin, y: py + 65 - 130 * sin - 65 * c }
    const before = map(s.place.matrix, { x: 0, y: 0 })
    expect(corner.x).toBeCloseTo(before.x, 1)
    expect(corner.y).toBeCloseTo(before.y, 1)
  }
})

test('a turn follows the pointer about the pivot, and keeps to steps of 15 degrees when asked', () => {
  const s = start(0, 250, 90)
  expect(turnEdits(s, { x: 150, y: 190 }, 0, false)[0]).toMatchObject({ address: 'turn', value: 90 })
  expect(turnEdits(s, { x: 248, y: 130 }, 0, true)[0]).toMatchObject({ value: 15 })
})
