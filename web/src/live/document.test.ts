import { expect, test } from 'vitest'
import { carrierOf, feelOf, keyedAddresses, keyPlaces, keysOf, totalFrames, valueAt, type Layer } from './document'

const key = (at: number) => ({ at, value: at })

const layer = {
  id: 'l',
  name: 'Plate',
  opacity: { keys: [key(0), key(10)] },
  position: [3, 4],
  content: { kind: 'plate', size: { keys: [key(5)] }, fill: { gradient: 'linear', stops: [] } },
  effects: [{ id: 'e1', kind: 'blur', radius: { keys: [key(7)] } }],
  masks: [{ id: 'm1', kind: 'box', box: [0, 0, 1, 1] }],
} as unknown as Layer

test('a value is found by its address: the layer’s own, its content’s, an effect’s or a mask’s', () => {
  expect(valueAt(layer, 'position')).toEqual([3, 4])
  expect(valueAt(layer, 'size')).toEqual({ keys: [key(5)] })
  expect(valueAt(layer, 'effects/e1/radius')).toEqual({ keys: [key(7)] })
  expect(valueAt(layer, 'masks/m1/box')).toEqual([0, 0, 1, 1])
})

test('what is not mentioned, or of a part that is gone, is nothing', () => {
  expect(valueAt(layer, 'turn')).toBeUndefined()
  expect(valueAt(layer, 'effects/e9/radius')).toBeUndefined()
  expect(keysOf(layer, 'effects/e9/radius')).toEqual([])
})

test('keyed addresses are all that change over time; an object that is a value is none', () => {
  expect(keyedAddresses(layer)).toEqual(['opacity', 'size', 'effects/e1/radius'])
  expect(keyPlaces(layer)).toEqual([
    { layer: 'l', address: 'opacity', at: 0 },
    { layer: 'l', address: 'opacity', at: 10 },
    { layer: 'l', address: 'size', at: 5 },
    { layer: 'l', address: 'effects/e1/radius', at: 7 },
  ])
})

test('a feel is even unless it is said, for all components or for each', () => {
  expect(feelOf({ at: 0, value: 1 })).toBe('linear')
  expect(feelOf({ at: 0, value: 1, feel: 'ease' }, 1)).toBe('ease')
  expect(feelOf({ at: 0, value: 1, feel: ['ease', 'steps(2)'] }, 1)).toBe('steps(2)')
})

test('a layer follows what it hangs from, or else its group', () => {
  expect(carrierOf({ ...layer, group: 'g' })).toBe('g')
  expect(carrierOf({ ...layer, group: 'g', hangsFrom: 'h' })).toBe('h')
  expect(carrierOf(layer)).toBeUndefined()
})

test('the length is that of the phases together', () => expect(totalFrames({ arrive: 3, hold: 40, leave: 5 })).toBe(48))
