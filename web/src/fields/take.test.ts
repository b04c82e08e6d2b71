import { expect, test } from 'vitest'
import { filled, fromSearch, grouped, nameOf, plain, toSearch, type FieldFacts } from './take'

const field = (name: string, more: Partial<FieldFacts> = {}): FieldFacts =>
  ({
    name,
    kind: 'text',
    default: 'Ada',
    unit: '',
    components: [],
    options: [],
    files: [],
    onlyThese: false,
    step: 1,
    mayBeEmpty: false,
    whenLong: 'asSet',
    layers: [],
    ...more,
  }) as FieldFacts

test('a link holds a take and gives it back', () => {
  const take = { values: { Name: 'Bea & Co = 1', '.odd': '50 %', Tint: '#102030' }, colourway: 'Night & day', hold: 90, name: 'One' }
  const fields = ['Name', '.odd', 'Tint'].map((n) => field(n))
  expect(fromSearch(new URLSearchParams(toSearch(take).toString()), fields)).toEqual({ take, unknown: [] })
  expect(fromSearch(new URLSearchParams('name=B&Gone=x&.hold=-2'), fields)).toEqual({
    take: { values: { Name: 'B' } },
    unknown: ['Gone', '.hold'],
  })
})

test('what the graphic says itself is not filled in', () => {
  const once = filled({ values: {} }, field('Name'), 'Bea')
  expect(once.values).toEqual({ Name: 'Bea' })
  expect(filled(once, field('Name'), 'Ada').values).toEqual({})
})

test('a take is called by its first words until somebody names it', () => {
  const fields = [field('Mark', { kind: 'picture' }), field('Name'), field('Role')]
  expect(nameOf({ values: { Role: ' Keeper\nof bees ' } }, fields)).toBe('Keeper of bees')
  expect(nameOf({ values: {}, name: 'Mine' }, fields)).toBe('Mine')
  expect(nameOf({ values: {} }, fields)).toBe('')
})

test('only pictures that are used go along', () => {
  const asset = { name: 'a.png', type: 'image/png', width: 1, height: 1 }
  expect(plain({ values: { Mark: 'h1' }, pictures: { h1: asset, h2: asset } }).pictures).toEqual({ h1: asset })
  expect(plain({ values: {}, pictures: { h1: asset } }).pictures).toBeUndefined()
})

test('groups keep the order of their first fields', () => {
  expect(
    grouped([field('a', { group: 'Look' }), field('b'), field('c', { group: 'Look' })]).map(([g, f]) => [g, f.map((x) => x.name)]),
  ).toEqual([
    ['', ['b']],
    ['Look', ['a', 'c']],
  ])
})
