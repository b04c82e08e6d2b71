import { useEffect, useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { api, data } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { fromSearch, plain, toSearch, type DeskView, type Filled } from '../fields/take'

/** How long a person pauses before the address says what they filled in. */
const LINK_MS = 400

/** What is filled in: begun by the link, shown by the live line, and kept in the address, so that the page can be sent to somebody. */
export function useTake(desk: DeskView) {
  const [search, setSearch] = useSearchParams()
  const { pathname } = useLocation()
  const [begun] = useState(() => fromSearch(search, desk.fields))
  const [take, setTake] = useState<Filled>(begun.take)
  const { connection, line } = usePick(useDocument, 'connection', 'line')
  const missing = take.pictures
    ? undefined
    : Object.values(take.values)
        .filter((v) => v.startsWith('sha256-'))
        .join()
  useEffect(() => {
    if (missing)
      void picturesOf(missing.split(',')).then((pictures) => setTake((t) => ({ ...t, pictures: { ...pictures, ...t.pictures } })))
  }, [missing])
  const text = JSON.stringify(plain(take))
  useEffect(() => {
    if (!connection || line !== 'open' || missing) return
    useDocument.getState().refuse(null)
    connection.previewTake(JSON.parse(text) as Filled)
  }, [connection, line, text, missing])
  useEffect(() => {
    const timer = window.setTimeout(() => {
      // Whoever is on the way to another page, which is not painted yet, is not brought back.
      if (window.location.pathname === pathname) setSearch(toSearch(JSON.parse(text) as Filled), { replace: true })
    }, LINK_MS)
    return () => window.clearTimeout(timer)
  }, [text, setSearch, pathname])
  return { take, setTake, unknown: begun.unknown }
}

/** What the server knows of pictures that a link names by their hashes; those that it does not know are left out, and refused where they are used. */
async function picturesOf(hashes: string[]): Promise<NonNullable<Filled['pictures']>> {
  const found = await Promise.allSettled(hashes.map((hash) => data(api.GET('/api/pictures/{hash}/about', { params: { path: { hash } } }))))
  return Object.fromEntries(
    found.flatMap((f) =>
      f.status === 'fulfilled'
        ? [[f.value.hash, { name: f.value.name, type: f.value.type, width: f.value.width, height: f.value.height }]]
        : [],
    ),
  )
}
