import { useEffect } from 'react'
import { totalFrames } from '../live/document'
import { rateOf } from '../time/timecode'
import { useBench } from './benchStore'

const MEASURE_MS = 500

/** Moves the playhead in real time while playing: the frame follows the clock, so a slow machine skips frames and keeps time. */
export function usePlayback() {
  const playing = useBench((s) => s.playing)
  useEffect(() => {
    if (!playing) return
    const first = useBench.getState()
    const total = totalFrames(first.graphic!.phases)
    const rate = rateOf(first.graphic!.rate)
    const from = first.frame >= total - 1 ? 0 : first.frame
    const begun = performance.now()
    let shown = 0
    let last = -1
    let measured = begun
    let tick = requestAnimationFrame(step)
    function step(now: number) {
      const { loop } = useBench.getState()
      let frame = from + Math.floor((Math.max(0, now - begun) / 1000) * rate)
      if (frame >= total && !loop) {
        useBench.setState({ frame: total - 1, playing: false })
        return
      }
      frame %= total
      if (frame !== last) {
        last = frame
        shown++
        useBench.setState({ frame })
      }
      if (now - measured >= MEASURE_MS) {
        useBench.setState({ reached: (shown * 1000) / (now - measured) })
        shown = 0
        measured = now
      }
      tick = requestAnimationFrame(step)
    }
    return () => cancelAnimationFrame(tick)
  }, [playing])
}
