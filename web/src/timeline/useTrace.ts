import { useEffect, useState } from 'react'
import { usePick } from '../bench/benchStore'

/** A value's components at every frame, as the core evaluates them; previews included. */
export function useTrace(layer: string, address: string, total: number): number[][] {
  const { connection, painted, line } = usePick('connection', 'painted', 'line')
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
