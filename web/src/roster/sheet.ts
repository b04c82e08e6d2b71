import { parse } from 'papaparse'
import type { Schemas } from '../api/client'

export type Roster = Schemas['Roster']
export type Row = Schemas['RosterRow']

/** An id that no row of these has. */
export function freeId(rows: Row[], taken = new Set(rows.map((r) => r.id))): string {
  for (let n = rows.length + 1; ; n++) if (!taken.has(`r${n}`)) return `r${n}`
}

/** The roster with one cell changed. */
export function withCell(roster: Roster, row: number, column: number, text: string): Roster {
  const rows = roster.rows.map((r, i) =>
    i === row ? { ...r, cells: roster.columns.map((_, c) => (c === column ? text : (r.cells[c] ?? ''))) } : r,
  )
  return { ...roster, rows }
}

/** The roster with an empty row at its end. */
export const withRow = (roster: Roster): Roster => ({
  ...roster,
  rows: [...roster.rows, { id: freeId(roster.rows), cells: roster.columns.map(() => '') }],
})

/** What a sheet puts on the clipboard: rows of cells with tabs between; cells with tabs, quotation marks or line feeds in them stand in quotation marks. */
export function cellsOf(text: string): string[][] {
  const sheet = text.replaceAll('\r', '')
  const way = { delimiter: '\t', newline: '\n' } as const
  const read = parse<string[]>(sheet, way)
  // No sheet writes quotation marks so: they are the words' own, and nothing is swallowed to the next one.
  const rows = read.errors.some((e) => e.type === 'Quotes') ? parse<string[]>(sheet, { ...way, quoteChar: '\0' }).data : read.data
  // The line feed at the end of what a sheet gives begins no row.
  return rows.at(-1)?.join('') === '' && rows.at(-1)!.length === 1 ? rows.slice(0, -1) : rows
}

/** The roster with cells put in from one on, to the right and down; rows are added where they do not suffice, columns are not. */
export function pasted(roster: Roster, row: number, column: number, cells: string[][]): Roster {
  let next = roster
  while (next.rows.length < row + cells.length) next = withRow(next)
  const rows = next.rows.map((r, i) => {
    const given = cells[i - row]
    return given ? { ...r, cells: next.columns.map((_, c) => given[c - column] ?? r.cells[c] ?? '') } : r
  })
  return { ...next, rows }
}

/**
 * What a person changed, on top of what somebody else has changed meanwhile: cell by cell, rows by their ids.
 * @param base What both began with.
 */
export function merged(base: Roster, mine: Roster, theirs: Roster): Roster {
  const before = new Map(base.rows.map((r) => [r.id, r]))
  const own = new Map(mine.rows.map((r) => [r.id, r]))
  // Columns that were bound or named otherwise here are as they are here; columns that came from elsewhere follow.
  const sameColumns = JSON.stringify(mine.columns) === JSON.stringify(base.columns)
  const columns = sameColumns ? theirs.columns : [...mine.columns, ...theirs.columns.slice(mine.columns.length)]
  const kept = theirs.rows
    .filter((r) => own.has(r.id) || !before.has(r.id))
    .map((r) => {
      const [was, is] = [before.get(r.id), own.get(r.id)]
      if (!is || !was) return is ?? r
      return { ...r, cells: columns.map((_, c) => ((is.cells[c] ?? '') !== (was.cells[c] ?? '') ? is.cells[c]! : (r.cells[c] ?? ''))) }
    })
  const there = new Set(kept.map((r) => r.id))
  const added = mine.rows.filter((r) => !before.has(r.id) && !there.has(r.id))
  return {
    columns,
    rows: [...kept, ...added],
    names: mine.names !== base.names ? mine.names : theirs.names,
    pictures: { ...theirs.pictures, ...mine.pictures },
  }
}
