import { expect, test } from 'vitest'
import type { NodePart, Patch } from './messages'
import { Program } from './program'

const bytes = (...n: number[]) => new Uint8Array(Float32Array.from(n).buffer)
const part = (node: string, values: number[], changing: number[] = [], columns: number[] = []): NodePart => ({
  node,
  values: bytes(...values),
  changing,
  columns: bytes(...columns),
})
const patch = (more: Partial<Patch>): Patch => ({
  number: 0,
  revision: 0,
  canUndo: false,
  canRedo: false,
  label: '',
  layers: {},
  heads: [],
  windows: [],
  outlines: {},
  ...more,
})

test('values come from the constants and the columns of their window', () => {
  const program = new Program(4)
  program.apply(patch({ nodes: ['a'], windows: [{ index: 1, nodes: [part('a', [1, 2, 3], [1], [20, 21])] }] }), 6)
  expect([...program.values('a', 5)!]).toEqual([1, 21, 3])
  expect(program.has(0)).toBe(false)
  expect(program.missing(5)).toEqual([0])
})

test('a patch replaces only the nodes it brings', () => {
  const program = new Program(4)
  program.apply(patch({ nodes: ['a', 'b'], windows: [{ index: 0, nodes: [part('a', [1]), part('b', [2])] }] }), 4)
  program.apply(patch({ number: 1, windows: [{ index: 0, nodes: [part('b', [7])] }] }), 4)
  expect([program.values('a', 0)![0], program.values('b', 3)![0]]).toEqual([1, 7])
})

test('a blurred frame has its moments, and a sharp one none', () => {
  const program = new Program(4)
  const node = { ...part('a', [1, 2, 3], [1], [20, 21]), sampleCounts: [0, 2], samples: bytes(30, 40) }
  program.apply(patch({ nodes: ['a'], windows: [{ index: 0, nodes: [node] }] }), 2)
  expect(program.samples('a', 0)).toBeUndefined()
  expect(program.samples('a', 1)!.map((row) => [...row])).toEqual([
    [1, 30, 3],
    [1, 40, 3],
  ])
})
