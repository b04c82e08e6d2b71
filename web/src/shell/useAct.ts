import { useQueryClient, type QueryKey } from '@tanstack/react-query'
import { useState } from 'react'
import { Refused } from '../api/client'
import { t } from '../words/words'

/**
 * Does what a person asked for, keeps why it was refused, and looks again at what it may have changed. Whoever was refused may try again at once, not only
 * when all has been looked at.
 */
export function useAct(changes: QueryKey) {
  const queries = useQueryClient()
  const [refused, setRefused] = useState<Refused | null>(null)
  const act = async (what: Promise<unknown>) => {
    try {
      setRefused(null)
      await what
    } catch (e) {
      setRefused(e instanceof Refused ? e : new Refused(t('The server is not reachable.'), t('Start it and try again.')))
      void queries.invalidateQueries({ queryKey: changes })
      return
    }
    await queries.invalidateQueries({ queryKey: changes })
  }
  return { act, refused }
}
