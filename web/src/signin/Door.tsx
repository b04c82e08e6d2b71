import { useQuery, useQueryClient } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { SignIn } from './SignIn'
import { sessionQuery, useUpkeepOfSession } from './session'

/** Shows the pages to whoever may see them, and the door to everybody else. */
export function Door({ children }: { children: ReactNode }) {
  useUpkeepOfSession(useQueryClient())
  const { data: session, isPending } = useQuery(sessionQuery)
  if (isPending) return null
  // A server that does not answer is for each page to say.
  return session?.asked && !session.name ? <SignIn first={session.first} /> : children
}
