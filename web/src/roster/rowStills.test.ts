import { expect, test } from 'vitest'
import type { Schemas } from '../api/client'
import { stillsOf } from './rowStills'

const view = (cells: string[][], part: Partial<Schemas['RosterView']> = {}): Schemas['RosterView'] => ({
  id: 'g1',
  graphic: 'Lower third',
  width: 1920,
  height: 1080,
  version: 1,
  roster: { columns: [{ heading: 'Name', fills: 'Name' }], rows: cells.map((c, i) => ({ id: `r${i + 1}`, cells: c })), names: '' },
  fields: [],
  key: 'abc',
  ...part,
})

const of = (v: Schemas['RosterView'], row = 'r1') => stillsOf(v).get(row)

test('each row has an address of its own, which names the graphic and the row', () => {
  const stills = stillsOf(view([['Ida'], ['Bea']]))
  expect([...stills.keys()]).toEqual(['r1', 'r2'])
  expect(new Set(stills.values()).size).toBe(2)
  expect(of(view([['Ida']]))).toMatch(/^\/api\/graphics\/g1\/roster\/rows\/r1\/still\?of=[0-9a-f]{16}$/)
})

test('the address is the same as long as what decides the picture is, and another when any of it is', () => {
  const before = of(view([['Ida'], ['Bea']]))
  expect(of(view([['Ida'], ['Bea'], ['Lene']], { version: 7, graphic: 'Another name' }))).toBe(before)
  expect(of(view([['Ida F.'], ['Bea']]))).not.toBe(before)
  expect(of(view([['Ida'], ['Bea']], { key: 'abd' }))).not.toBe(before)
  const other = view([['Ida'], ['Bea']])
  expect(of({ ...other, roster: { ...other.roster, columns: [{ heading: 'Name', fills: 'Second line' }] } })).not.toBe(before)
})

test('of what is read in a column only the rows of which it changes get another picture', () => {
  const [before, after] = [stillsOf(view([['Ida'], ['Bea']])), stillsOf(view([['Ida'], ['Beatrix']]))]
  expect(after.get('r1')).toBe(before.get('r1'))
  expect(after.get('r2')).not.toBe(before.get('r2'))
})

test('ids that stand for something in addresses are written so that they are ids', () => {
  const odd = view([['Ida']])
  odd.roster.rows[0]!.id = 'a/b?c'
  expect(of(odd, 'a/b?c')).toContain('/rows/a%2Fb%3Fc/still')
})

test('a row that names a picture has another address when pictures come; a row that names none has not', () => {
  const before = view([
    ['Ida', 'ida.png'],
    ['Bea', ''],
  ])
  before.roster.columns = [
    { heading: 'Name', fills: 'Name' },
    { heading: 'Mark', fills: 'Mark' },
  ]
  before.fields = [{ name: 'Mark', kind: 'picture' }] as Schemas['RosterView']['fields']
  const picture = { hash: 'sha256-1', asset: { name: 'ida.png', type: 'image/png', width: 1, height: 1 } }
  const after = { ...before, roster: { ...before.roster, pictures: { 'ida.png': picture } } }
  expect(of(after)).not.toBe(of(before))
  expect(of(after, 'r2')).toBe(of(before, 'r2'))
})
