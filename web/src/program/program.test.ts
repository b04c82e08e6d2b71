import { expect, test } from 'vitest'
import { bytes, patch } from './madePatches'
import type { NodePart } from './messages.gen'
import { Program } from './program'

const part = (node: string, values: number[], changing: number[] = [], columns: number[] = []): NodePart => ({
  node,
  values: bytes(...values),
  changing,
  columns: bytes(...columns),
})
test('values come from the constants and the columns of their window', () => {
  const program = new Program(4)
  program.apply(patch({ nodes: ['a'], windows: [{ index: 1, nodes: [part('a', [1, 2, 3], [1], [20, 21])] }] }), 6)
  expect([...program.values('a', 5)!]).toEqual([1, 21, 3])
  expect(program.has(0)).toBe(false)
  expect(program.worth(5)).toEqual([0, 1])
})

test('a patch replaces only the nodes it brings', () => {
  const program = new Program(4)
  program.apply(patch({ nodes: ['a', 'b'], windows: [{ index: 0, nodes: [part('a', [1]), part('b', [2])] }] }), 4)
  program.apply(patch({ number: 1, windows: [{ index: 0, nodes: [part('b', [7])] }] }), 4)
  expect([program.values('a', 0)![0], program.values('b', 3)![0]]).toEqual([1, 7])
})

test('a blurred frame has its moments, and a sharp one none', () => {
  const program = new Program(4)
  const node = {
    ...part('a', [1, 2, 3], [1], [20, 21]),
    momentCounts: [0, 2],
    moments: bytes(30, 40),
    boxes: bytes(0, 0, 0, 0, 5, 6, 7, 8),
  }
  program.apply(patch({ nodes: ['a'], windows: [{ index: 0, nodes: [node] }] }), 2)
  expect(program.moments('a', 0)).toBeUndefined()
  const blurred = program.moments('a', 1)!
  expect(blurred.rows.map((row) => [...row])).toEqual([
    [1, 30, 3],
    [1, 40, 3],
  ])
  expect([...blurred.box]).toEqual([5, 6, 7, 8])
})

test('when the length changes, windows are asked for anew; what is let go is forgotten', () => {
  const program = new Program(4)
  program.apply(patch({ nodes: ['a'], windows: [0, 1].map((index) => ({ index, nodes: [part('a', [index])] })) }), 8)
  program.hold([1])
  expect([program.has(0), program.has(4)]).toEqual([false, true])
  program.apply(patch({ number: 1 }), 6)
  expect(program.has(4)).toBe(false)
})

test('strips and what they take go when the server says so', () => {
  const program = new Program(4)
  const head = (node: string) => ({ node, layer: node, size: 1, ops: [] })
  program.apply(patch({ nodes: ['a', 'b'], heads: [head('a'), head('b')], outlines: { x: bytes(0, 1, 2) } }), 4)
  expect(program.outline('x')).toHaveLength(3)
  program.apply(patch({ number: 1, nodes: ['b'], gone: ['x'] }), 4)
  expect(program.strips.map((s) => s.node)).toEqual(['b'])
  expect(program.outline('x')).toHaveLength(0)
})
