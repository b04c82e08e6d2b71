import { useEffect, useState } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'

/** A value's components at every frame, as the core evaluates them; previews included. */
export function useTrace(layer: string, address: string, total: number): number[][] {
  const { connection, painted, line } = usePick(useDocument, 'connection', 'painted', 'line')
  const [trace, setTrace] = useState<number[][]>([])
  useEffect(() => {
    if (!connection || line !== 'open') return
    let stale = false
    void connection
      .trace(layer, address, 0, total)
      .then((found) => !stale && setTrace(found))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [connection, line, layer, address, total, painted])
  return trace
}
