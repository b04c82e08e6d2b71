import { useEffect } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'

/** Keeps the values of the selected layers at the playhead; the core evaluates them. */
export function useReadings() {
  const { connection, painted, line } = usePick(useDocument, 'connection', 'painted', 'line')
  const { selection } = usePick(useSelection, 'selection')
  const { frame, playing } = usePick(usePlayback, 'frame', 'playing')
  useEffect(() => {
    if (!connection || selection.length === 0 || playing || line !== 'open') return
    let stale = false
    void connection
      .read(selection, frame)
      .then((readings) => {
        if (!stale) useDocument.getState().keepReadings(readings)
      })
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [connection, selection, frame, painted, playing, line])
}
