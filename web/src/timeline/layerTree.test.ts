import { expect, test } from 'vitest'
import type { Layer } from '../live/document'
import { treeRows } from './layerTree'

const layer = (id: string, group?: string, kind: 'plate' | 'group' = 'plate'): Layer => ({ id, name: id, group, content: { kind } })
const layers = [
  layer('back'),
  layer('a', 'g'),
  layer('inner', 'g', 'group'),
  layer('deep', 'inner'),
  layer('g', undefined, 'group'),
  layer('front'),
]

test('groups stand before their members, front to back, and collapsed ones hide theirs', () => {
  const open = treeRows(layers, () => false)
  expect(open.map((r) => `${r.depth} ${r.layer.id}`)).toEqual(['0 front', '0 g', '1 inner', '2 deep', '1 a', '0 back'])
  expect(treeRows(layers, (id) => id === 'g').map((r) => r.layer.id)).toEqual(['front', 'g', 'back'])
})
