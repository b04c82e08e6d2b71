import { useQuery, type QueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, data, signedOut, type Schemas } from '../api/client'

export type Role = Schemas['Role']

const key = ['session']

/** How often the server is told that somebody works here, while somebody does. */
const SIGN_OF_LIFE_MS = 5 * 60_000

export const sessionQuery = { queryKey: key, queryFn: () => data(api.GET('/api/session')), staleTime: 60_000 }

/** Who is signed in here; undefined until it is known. */
export const useSession = () => useQuery(sessionQuery).data

const ranks: Role[] = ['viewer', 'editor', 'designer']

/** Whether a role may do what another may. */
export const reaches = (role: Role, needed: Role) => ranks.indexOf(role) >= ranks.indexOf(needed)

/** Whether whoever sits here may do what a role may. */
export function useMay(needed: Role) {
  const session = useSession()
  return session !== undefined && reaches(session.role, needed)
}

/** Sees to it that an ended session is noticed, and that one in use does not end. */
export function useUpkeepOfSession(queries: QueryClient) {
  useEffect(() => {
    const look = () => void queries.invalidateQueries({ queryKey: key })
    let last = Date.now()
    const worked = () => {
      if (Date.now() - last < SIGN_OF_LIFE_MS) return
      last = Date.now()
      look()
    }
    signedOut.addEventListener('signedOut', look)
    window.addEventListener('pointerdown', worked, true)
    window.addEventListener('keydown', worked, true)
    return () => {
      signedOut.removeEventListener('signedOut', look)
      window.removeEventListener('pointerdown', worked, true)
      window.removeEventListener('keydown', worked, true)
    }
  }, [queries])
}
