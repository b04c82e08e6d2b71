import { useEffect } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { player } from './player'
import { useSounds } from '../stores/soundStore'
import { isHeard } from '../live/kinds'

const WAIT_MS = 150

/** Keeps what is heard up to date, and lets each frame be heard that the playhead comes to while nothing plays. */
export function useSounding() {
  const { connection, painted, line } = usePick(useDocument, 'connection', 'painted', 'line')
  const hasSound = useDocument((s) => s.graphic?.layers.some((l) => isHeard(l.content)) ?? false)
  useEffect(() => {
    if (!hasSound) {
      useSounds.getState().take(null)
      return
    }
    if (!connection || line !== 'open') return
    const timer = window.setTimeout(() => connection.askSounding(), WAIT_MS)
    return () => window.clearTimeout(timer)
  }, [connection, painted, line, hasSound])
  const key = useSounds((s) => s.sounding?.key)
  useEffect(() => {
    if (key) player().prepare(key)
  }, [key])
  useEffect(
    () =>
      usePlayback.subscribe((now, before) => {
        const { graphic } = useDocument.getState()
        if (now.frame === before.frame || now.playing || before.playing || now.rehearsal || !graphic || !useSounds.getState().sounding)
          return
        // Only what a person did is heard; a bench that has just been opened keeps quiet.
        if (navigator.userActivation.hasBeenActive) void player().scrub(now.frame, graphic.rate)
      }),
    [],
  )
}
