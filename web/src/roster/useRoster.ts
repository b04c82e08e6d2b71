import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { api, data, Refused, type Schemas } from '../api/client'
import { merged, type Roster } from './sheet'
import { t } from '../words/words'

/** Changes the table as it is by then. */
export type Change = (by: (now: Roster) => Roster) => void

/** How long a person pauses before what they typed is kept. */
const KEEP_MS = 350

/** How often it is looked whether the table was filled from outside. */
const LOOK_MS = 3000

/** The table of a graphic: what is typed is kept after a pause, one change after the other; what is filled from outside comes by itself. */
export function useRoster(graphic: string) {
  const queries = useQueryClient()
  const path = { params: { path: { id: graphic } } }
  const kept = useQuery({
    queryKey: ['roster', graphic],
    queryFn: () => data(api.GET('/api/graphics/{id}/roster', { params: { path: { id: graphic } } })),
    refetchInterval: LOOK_MS,
  })
  const [mine, setMine] = useState<Roster | null>(null)
  const [refused, setRefused] = useState<Refused | null>(null)
  const [saving, setSaving] = useState(false)
  const version = kept.data?.version ?? 0
  const latest = useRef<Roster | null>(null)
  /** What the first change that is not kept yet was made to. */
  const base = useRef<Roster | null>(null)
  const theirs = useRef<Roster | null>(null)
  useEffect(() => {
    theirs.current = kept.data?.roster ?? null
  }, [kept.data])
  const change: Change = useCallback((by) => {
    base.current ??= theirs.current
    latest.current = by((latest.current ?? theirs.current)!)
    setMine(latest.current)
  }, [])
  // Somebody else's change came while ours waits: ours goes on top of it.
  const [seen, setSeen] = useState(version)
  useEffect(() => {
    const now = kept.data?.roster
    if (version === seen || saving) return
    setSeen(version)
    if (latest.current && base.current && now && mine) {
      const together = merged(base.current, mine, now)
      base.current = now
      latest.current = together
      setMine(together)
    }
  }, [version, seen, kept.data, mine, saving])
  useEffect(() => {
    if (!mine || saving || !kept.data) return
    const keep = async () => {
      const sent = mine
      setSaving(true)
      try {
        const now = await data(api.PUT('/api/graphics/{id}/roster', { ...path, body: { version, roster: sent } }))
        queries.setQueryData<Schemas['RosterView']>(['roster', graphic], (view) => view && { ...view, version: now, roster: sent })
        setRefused(null)
        // What was typed meanwhile is still to be kept.
        base.current = sent
        if (latest.current === sent) {
          latest.current = base.current = null
          setMine(null)
        }
      } catch (e) {
        const other = e instanceof Refused && e.field === 'version'
        if (other) return void (await kept.refetch())
        setRefused(
          e instanceof Refused ? e : new Refused(t('The server is not reachable.'), t('What you typed is here; it is tried again.')),
        )
        if (!(e instanceof Refused)) setMine({ ...latest.current! })
      } finally {
        setSaving(false)
      }
    }
    const timer = window.setTimeout(() => void keep(), KEEP_MS)
    return () => window.clearTimeout(timer)
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- the path is the graphic
  }, [mine, saving, version, graphic, queries])
  return {
    view: kept.data,
    error: kept.error,
    roster: mine ?? kept.data?.roster ?? null,
    version,
    unsaved: mine !== null,
    change,
    refused,
    setRefused,
  }
}
