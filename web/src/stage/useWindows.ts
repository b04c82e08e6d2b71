import { useEffect } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'

/** Holds the windows of the program that the playhead needs, and lets the others go. */
export function useWindows() {
  const { connection, program, painted, line } = usePick(useDocument, 'connection', 'program', 'painted', 'line')
  const { frame } = usePick(usePlayback, 'frame')
  // How long the program is, it learns from patches.
  void painted
  const window = program ? Math.floor(frame / program.windowLength) : 0
  const worth = program && program.frames > 0 ? program.worth(window * program.windowLength).join() : ''
  useEffect(() => {
    if (!connection || !program || line !== 'open' || worth === '') return
    const indexes = worth.split(',').map(Number)
    program.hold(indexes)
    connection.hold(indexes)
  }, [connection, program, worth, line])
}
