import { useEffect, useState } from 'react'

const REST_MS = 150

/** Whether something has been the same for a while: what is in sight is painted before it is looked into, and before what may be wanted next. */
export function useRested(what: string): boolean {
  const [rested, setRested] = useState<string | null>(null)
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(what), REST_MS)
    return () => window.clearTimeout(timer)
  }, [what])
  return rested === what
}
