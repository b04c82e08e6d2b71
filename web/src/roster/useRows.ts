import { useQueries } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { api, data, type Schemas } from '../api/client'

export type RowView = Schemas['RowView']

/** Which rows are in sight, by their indices, since nobody scrolls any more. */
export interface Sight {
  first: number
  last: number
}

const PAGE = 20

/** Rows as they are filled: those in sight first, then all others in the background, so that whoever scrolls finds them there. */
export function useRows(graphic: string, version: number, count: number, { first, last }: Sight): ReadonlyMap<number, RowView> {
  const pages = Math.ceil(count / PAGE)
  const near = pages === 0 ? [] : range(Math.floor(first / PAGE), Math.min(pages - 1, Math.floor(last / PAGE)))
  const [ahead, setAhead] = useState({ version, pages: 0 })
  const known = ahead.version === version ? ahead.pages : 0
  const wanted = [...new Set([...near, ...range(0, Math.min(pages, known) - 1)])].sort((a, b) => a - b)
  const found = useQueries({
    queries: wanted.map((page) => ({
      queryKey: ['rosterRows', graphic, version, page],
      queryFn: () =>
        data(api.GET('/api/graphics/{id}/roster/rows', { params: { path: { id: graphic }, query: { from: page * PAGE, count: PAGE } } })),
      staleTime: Infinity,
      gcTime: 30_000,
    })),
    combine: (found) => ({ settled: found.every((f) => !f.isPending), pages: found.map((f) => f.data) }),
  })
  const rows = useMemo(() => {
    const rows = new Map<number, RowView>()
    found.pages.forEach((page, i) => page?.forEach((row, n) => rows.set(wanted[i]! * PAGE + n, row)))
    return rows
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- which are wanted is told by what was found
  }, [found.pages])
  useEffect(() => {
    if (!found.settled || known >= pages) return
    const timer = window.setTimeout(() => setAhead({ version, pages: known + 1 }), 60)
    return () => window.clearTimeout(timer)
  }, [found.settled, known, pages, version])
  return rows
}

const range = (from: number, to: number) => Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i)
