import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, data } from '../api/client'
import { plain, type Filled } from '../fields/take'

const WAIT_MS = 350

/** What a person should look at in the filled graphic, looked for whenever they pause; null until it is known. */
export function useChecks(graphic: string, take: Filled, taken: boolean) {
  const text = JSON.stringify({ ...plain(take), name: undefined })
  const [asked, setAsked] = useState(text)
  useEffect(() => {
    const timer = window.setTimeout(() => setAsked(text), WAIT_MS)
    return () => window.clearTimeout(timer)
  }, [text])
  const checks = useQuery({
    queryKey: ['takeChecks', graphic, asked],
    queryFn: ({ signal }) =>
      data(api.POST('/api/graphics/{id}/take/checks', { params: { path: { id: graphic } }, body: JSON.parse(asked) as Filled, signal })),
    enabled: taken,
    retry: false,
    staleTime: 60_000,
  })
  return asked === text && taken && checks.data ? checks.data : null
}
