import { beforeEach, expect, test } from 'vitest'
import type { Field } from '../live/core.gen'
import type { Edit, Graphic } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { fieldsOf, freeName, toggleField } from './fields'

const field = (name: string, ...fills: [layer: string, address: string][]): Field => ({
  name,
  fills: fills.map(([layer, address]) => ({ layer, address })),
})

let sent: Edit[]

function open(fields: Field[] = []) {
  sent = []
  useDocument.setState({
    graphic: { layers: [{ id: 't', name: 'Name' }], fields } as unknown as Graphic,
    edit: (edit) => {
      sent.push(edit)
      return Promise.resolve(true)
    },
  })
}

beforeEach(() => open())

test('fields of a layer, or of one of its values', () => {
  const fields = [field('Name', ['t', 'text'], ['u', 'text']), field('Size', ['t', 'typeSize'])]
  expect(fieldsOf(fields, 't').map((f) => f.name)).toEqual(['Name', 'Size'])
  expect(fieldsOf(fields, 't', 'typeSize').map((f) => f.name)).toEqual(['Size'])
  expect(fieldsOf(fields, 'u', 'typeSize')).toEqual([])
  expect(fieldsOf(undefined, 't')).toEqual([])
})

test('a name is free whatever its case, and gets the next number', () => {
  expect(freeName([field('name'), field('Name 2')], 'Name')).toBe('Name 3')
  expect(freeName([], 'Name')).toBe('Name')
})

test('a long name is cut, and its number is not', () => {
  const long = 'Keeper of the eastern hives and of everything that hums in them'
  const first = freeName([], long)
  expect(first).toHaveLength(60)
  const second = freeName([field(first)], long)
  expect(second.length).toBeLessThanOrEqual(60)
  expect(second).toMatch(/ 2$/)
})

test('what a layer is about becomes a field of its name; another value says what it is', async () => {
  await toggleField('t', 'text', 'Text', true)
  await toggleField('t', 'typeSize', 'Size', false)
  expect(sent.map((e) => (e as { field: Field }).field)).toEqual([field('Name', ['t', 'text']), field('Name: size', ['t', 'typeSize'])])
})

test('once more it is none: the field goes, or goes on filling its other values', async () => {
  open([field('Name', ['t', 'text'], ['u', 'text'])])
  await toggleField('t', 'text', 'Text', true)
  expect(sent).toEqual([{ do: 'setField', field: field('Name', ['u', 'text']), was: 'Name' }])
  open([field('Name', ['t', 'text'])])
  await toggleField('t', 'text', 'Text', true)
  expect(sent).toEqual([{ do: 'removeField', name: 'Name' }])
})
