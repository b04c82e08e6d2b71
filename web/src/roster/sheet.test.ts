import { expect, test } from 'vitest'
import { cellsOf, freeId, merged, pasted, withCell, withRow, type Roster } from './sheet'

const roster = (...rows: string[][]): Roster => ({
  columns: [
    { heading: 'Name', fills: 'Name' },
    { heading: 'Role', fills: 'Role' },
  ],
  names: '',
  rows: rows.map((cells, i) => ({ id: `r${i + 1}`, cells })),
})

test('cells of a sheet come with tabs, and in quotation marks where they need them', () => {
  expect(cellsOf('a\tb\r\nc\td\r\n')).toEqual([
    ['a', 'b'],
    ['c', 'd'],
  ])
  expect(cellsOf('"two\nlines"\t"say ""hum"""\n5"\t')).toEqual([
    ['two\nlines', 'say "hum"'],
    ['5"', ''],
  ])
  expect(cellsOf('one')).toEqual([['one']])
  expect(cellsOf('"Bea" Thornwood\tKeeper\r\nAda\t"')).toEqual([
    ['"Bea" Thornwood', 'Keeper'],
    ['Ada', '"'],
  ])
})

test('what is pasted goes to the right and down, and makes rows', () => {
  const next = pasted(roster(['A', 'x']), 0, 1, [['1', 'over'], ['2']])
  expect(next.rows.map((r) => r.cells)).toEqual([
    ['A', '1'],
    ['', '2'],
  ])
})

test('rows keep their ids and new ones get free ones', () => {
  const two = withRow(roster(['A', 'x']))
  expect(two.rows.map((r) => r.id)).toEqual(['r1', 'r2'])
  expect(freeId([{ id: 'r2', cells: [] }])).toBe('r3')
  expect(withCell(two, 1, 0, 'B').rows[1]!.cells).toEqual(['B', ''])
})

test('what was typed goes on top of what came from outside', () => {
  const base = roster(['A', '1'], ['B', '2'])
  const mine = withRow(withCell(base, 0, 0, 'Ada'))
  const theirs = {
    ...withCell(withCell(base, 0, 1, '10'), 1, 1, '20'),
    rows: [...withCell(withCell(base, 0, 1, '10'), 1, 1, '20').rows, { id: 'votes', cells: ['C', '9'] }],
  }
  expect(merged(base, mine, theirs).rows).toEqual([
    { id: 'r1', cells: ['Ada', '10'] },
    { id: 'r2', cells: ['B', '20'] },
    { id: 'votes', cells: ['C', '9'] },
    { id: 'r3', cells: ['', ''] },
  ])
  // A row that was taken away here stays away, and one that went elsewhere goes.
  expect(merged(base, { ...base, rows: base.rows.slice(1) }, theirs).rows.map((r) => r.id)).toEqual(['r2', 'votes'])
  expect(merged(base, withCell(base, 0, 0, 'Ada'), { ...base, rows: base.rows.slice(1) }).rows.map((r) => r.id)).toEqual(['r2'])
})
