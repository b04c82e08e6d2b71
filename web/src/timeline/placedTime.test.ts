import { expect, it } from 'vitest'
import type { Graphic, Layer } from '../live/core.gen'
import { placedTime } from './placedTime'

const inner = { rate: '25', phases: { arrive: 10, hold: 50, leave: 15 } }
const graphic = { rate: '50', placed: { k: inner } } as unknown as Graphic
const layer = (content: object, span: object = {}) =>
  ({ id: 'a', name: 'A', ...span, content: { kind: 'placed', of: 'k', ...content } }) as unknown as Layer

it('keeps seconds, and gives Hold what the layer has room for', () => {
  expect(placedTime(graphic, layer({}, { in: 20, out: 219 }), 400)).toEqual({ start: 20, arrive: 20, hold: 150, leave: 30 })
})

it('has its own Hold, or one in seconds', () => {
  expect(placedTime(graphic, layer({ length: 'ownHold' }), 400)).toEqual({ start: 0, arrive: 20, hold: 100, leave: 30 })
  expect(placedTime(graphic, layer({ length: 'ownHold', hold: 1.5 }), 400)).toEqual({ start: 0, arrive: 20, hold: 75, leave: 30 })
})

it('begins before the layer where some of its beginning is left out', () => {
  expect(placedTime(graphic, layer({ skip: 0.2 }, { in: 20, out: 119 }), 400)).toEqual({ start: 10, arrive: 20, hold: 60, leave: 30 })
})

it('is nothing for other layers', () => {
  expect(placedTime(graphic, { id: 'b', name: 'B', content: { kind: 'plate' } } as unknown as Layer, 400)).toBeNull()
})
