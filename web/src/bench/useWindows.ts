import { useEffect } from 'react'
import { pixelsChanged, useBench, usePick } from './benchStore'

/** Fetches the windows of the program that the playhead needs next. */
export function useWindows() {
  const { connection, program, painted, frame, line } = usePick('connection', 'program', 'painted', 'frame', 'line')
  const window = program ? Math.floor(frame / program.windowLength) : 0
  useEffect(() => {
    if (!connection || !program || line !== 'open' || program.frames === 0) return
    const missing = program.missing(window * program.windowLength)
    if (missing.length === 0) return
    void connection.want(missing).then((parts) => {
      program.add(parts)
      if (parts.length === 0) return
      pixelsChanged()
      useBench.setState((s) => ({ painted: s.painted + 1 }))
    })
  }, [connection, program, painted, window, line])
}
