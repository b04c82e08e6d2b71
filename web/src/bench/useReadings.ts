import { useEffect } from 'react'
import { useBench, usePick } from './benchStore'

/** Keeps the values of the selected layers at the playhead; the core evaluates them. */
export function useReadings() {
  const { connection, selection, frame, painted, playing, line } = usePick('connection', 'selection', 'frame', 'painted', 'playing', 'line')
  useEffect(() => {
    if (!connection || selection.length === 0 || playing || line !== 'open') return
    let stale = false
    void connection
      .read(selection, frame)
      .then((readings) => {
        if (!stale) useBench.setState({ readings: Object.fromEntries(readings.map((r) => [r.id, r])) })
      })
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [connection, selection, frame, painted, playing, line])
}
