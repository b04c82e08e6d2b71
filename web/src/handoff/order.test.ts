import { expect, test } from 'vitest'
import type { Schemas } from '../api/client'
import { begin, destinationOf, everything, filesOf, orderFor, planOf, type Kinds, type Order } from './order'

const kinds = {
  destinations: [
    { id: 'suite', name: 'Editing suite', kinds: ['prores', 'pngMovie'], backing: 'none' },
    { id: 'keyer', name: 'Keyer', kinds: ['mp4', 'proresHq'], backing: 'key' },
    { id: 'page', name: 'Page', kinds: ['webm', 'apng'], backing: 'none' },
  ],
} as unknown as Kinds

const order = (part: Partial<Order> = {}): Order => ({ kinds: ['prores'], backing: { kind: 'none' }, scales: [1], ...part })

test('a destination brings its first kind and its own backing', () => {
  expect(orderFor(kinds, 'keyer', order({ premultiplied: true, from: 3 }))).toEqual({
    kinds: ['mp4'],
    backing: { kind: 'key', colour: '#00B140' },
    scales: [1],
    premultiplied: false,
    from: 3,
  })
})

test('a colour that was chosen stays where the backing is of the same kind', () => {
  const keyed = order({ backing: { kind: 'key', colour: '#0047BB' } })
  expect(orderFor(kinds, 'keyer', keyed).backing).toEqual({ kind: 'key', colour: '#0047BB' })
  expect(orderFor(kinds, 'page', keyed).backing).toEqual({ kind: 'none', colour: undefined })
  expect(orderFor(kinds, 'nowhere', keyed)).toBe(keyed)
})

test('an order looks like the destination that has all its kinds over its backing', () => {
  expect(destinationOf(kinds, order({ kinds: ['pngMovie', 'prores'] }))).toBe('suite')
  expect(destinationOf(kinds, order({ kinds: ['apng'] }))).toBe('page')
  expect(destinationOf(kinds, order({ kinds: ['prores', 'apng'] }))).toBe(everything)
  expect(destinationOf(kinds, order({ kinds: ['mp4'], backing: { kind: 'solid', colour: '#000000' } }))).toBe(everything)
})

test('files are kinds times sizes times colourways', () => {
  expect(filesOf(order())).toBe(1)
  expect(filesOf(order({ kinds: ['prores', 'png'], scales: [1, 0.5, 0.25], colourways: ['Day', 'Night'] }))).toBe(12)
  expect(filesOf(order({ scales: [] }))).toBe(1)
})

test('a plan is of the whole graphic, and a still of the frame in which it rests', () => {
  expect(planOf(order(), 'prores', 100, 60)).toMatchObject({ from: 0, to: 99, scale: 1 })
  expect(planOf(order(), 'still', 100, 60)).toMatchObject({ from: 60, to: 60 })
  expect(planOf(order({ from: 7 }), 'still', 100, 60)).toMatchObject({ from: 7, to: 7 })
  expect(planOf(order({ from: 7, to: 20, scales: [0.5, 1] }), 'prores', 100, 60)).toMatchObject({ from: 7, to: 20, scale: 0.5 })
})

test('a form begins as the graphic was handed off last, without its note', () => {
  const last = order({ kinds: ['webm'], note: 'for the opening', scales: [] })
  expect(begin(kinds, { last } as Schemas['OrderStart'], null, 100)).toMatchObject({ kinds: ['webm'], note: '', scales: [1] })
  expect(begin(kinds, {} as Schemas['OrderStart'], null, 100)).toEqual({ kinds: ['prores'], backing: { kind: 'none' }, scales: [1] })
})

test('a marked range goes before, and one that fits no more is dropped', () => {
  const last = order({ from: 10, to: 150 })
  expect(begin(kinds, { last } as Schemas['OrderStart'], [20, 30], 100)).toMatchObject({ from: 20, to: 30 })
  expect(begin(kinds, { last } as Schemas['OrderStart'], null, 100)).toMatchObject({ from: undefined, to: undefined })
  expect(begin(kinds, { last } as Schemas['OrderStart'], null, 200)).toMatchObject({ from: 10, to: 150 })
})
