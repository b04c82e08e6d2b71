import { useQueries } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, data, type Schemas } from '../api/client'

export type RowView = Schemas['RowView']

const PAGE = 40

/** Rows as they are filled: those in sight first, then all others in the background, pictures too, so that whoever scrolls finds them there. */
export function useRows(graphic: string, version: number, count: number, first: number, last: number) {
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
  })
  const settled = found.every((f) => !f.isPending)
  const rows = new Map<number, RowView>()
  wanted.forEach((page, i) => found[i]?.data?.forEach((row, n) => rows.set(page * PAGE + n, row)))
  const stills = [...rows.values()].map((r) => r.still).filter((s): s is string => s !== null && s !== undefined)
  useStills(stills)
  useEffect(() => {
    if (!settled || known >= pages) return
    const timer = window.setTimeout(() => setAhead({ version, pages: known + 1 }), 60)
    return () => window.clearTimeout(timer)
  }, [settled, known, pages, version])
  return { rows, refresh: () => Promise.all(found.map((f) => f.refetch())) }
}

const range = (from: number, to: number) => Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i)

/** Pictures that are there already, decoded. */
const kept = new Map<string, HTMLImageElement>()
const MOST_KEPT = 3000

/** Fetches pictures, two at a time, before they are seen. */
function useStills(stills: string[]) {
  const text = stills.join(' ')
  useEffect(() => {
    const due = text.split(' ').filter((s) => s !== '' && !kept.has(s))
    let gone = false
    const next = async (): Promise<void> => {
      const still = due.shift()
      if (gone || still === undefined) return
      const image = new Image()
      image.src = still
      kept.set(still, image)
      if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
      await image.decode().catch(() => kept.delete(still))
      return next()
    }
    void next()
    void next()
    return () => {
      gone = true
    }
  }, [text])
}
