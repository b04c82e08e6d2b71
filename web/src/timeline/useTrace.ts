import { useEffect, useState } from 'react'
import { usePick } from '../bench/benchStore'

/** A channel's components at every frame, as the core evaluates them; previews included. */
export function useTrace(layer: string, channel: string, total: number): number[][] {
  const { connection, painted, line } = usePick('connection', 'painted', 'line')
  const [trace, setTrace] = useState<number[][]>([])
  useEffect(() => {
    if (!connection || line !== 'open') return
    let stale = false
    void connection
      .trace(layer, channel, 0, total)
      .then((found) => !stale && setTrace(found))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [connection, line, layer, channel, total, painted])
  return trace
}
