import { useQueries } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, data, type Schemas } from '../api/client'

export type RowView = Schemas['RowView']

const PAGE = 40

/** Rows as they are filled: those in sight first, then all others in the background, so that whoever scrolls finds them there. While somebody scrolls, nothing new is asked for. */
export function useRows(graphic: string, version: number, count: number, first: number, last: number, rests: boolean) {
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
      enabled: rests || page < known,
      staleTime: Infinity,
      gcTime: 30_000,
    })),
  })
  const settled = found.every((f) => !f.isPending)
  const rows = new Map<number, RowView>()
  wanted.forEach((page, i) => found[i]?.data?.forEach((row, n) => rows.set(page * PAGE + n, row)))
  useEffect(() => {
    if (!settled || known >= pages) return
    const timer = window.setTimeout(() => setAhead({ version, pages: known + 1 }), 60)
    return () => window.clearTimeout(timer)
  }, [settled, known, pages, version])
  return { rows, refresh: () => Promise.all(found.map((f) => f.refetch())) }
}

const range = (from: number, to: number) => Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i)
