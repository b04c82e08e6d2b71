import type { Loop } from '../stores/playbackStore'
import { useView } from '../stores/viewStore'
import { useDocument } from '../stores/documentStore'
import { useEffect } from 'react'
import { totalFrames, type Graphic } from '../live/document'
import { player } from '../sound/player'
import { useSounds } from '../stores/soundStore'
import { rateOf } from '../time/timecode'
import { usePlayback } from '../stores/playbackStore'

const MEASURE_MS = 500

/** Moves the playhead in real time while playing: the frame follows the clock, which is the sound's where there is any, so a slow machine skips frames, says so, and keeps time. */
export function usePlaying() {
  const playing = usePlayback((s) => s.playing)
  const rehearsal = usePlayback((s) => s.rehearsal)
  const speed = usePlayback((s) => s.speed)
  const loop = usePlayback((s) => s.loop)
  useEffect(() => {
    if (!playing && !rehearsal) return
    const first = usePlayback.getState()
    const { report, seek, stop } = first
    const { drag } = useView.getState()
    const graphic = useDocument.getState().graphic!
    const rate = rateOf(graphic.rate) * (rehearsal ? 1 : speed)
    const [start, end] = rehearsal ? [rehearsal.from, rehearsal.to] : stretch(graphic, first.frame, loop, first.range)
    const length = end - start + 1
    const from = rehearsal || first.frame < start || first.frame >= end ? start : first.frame
    const resting = first.frame
    const begun = performance.now()
    // Pictures follow the sound where there is one, else the page's own clock.
    const byClock = () => (Math.max(0, performance.now() - begun) / 1000) * rate
    const heard = !rehearsal && useSounds.getState().sounding ? player() : null
    void heard?.play({ rate: graphic.rate, from, start, end, speed, once: loop === 'once' }, byClock)
    let shown = 0
    let last = from - 1
    let skipped = 0
    let measured = begun
    report(0, 0)
    drag(rehearsal !== null)
    let tick = requestAnimationFrame(step)
    function step(now: number) {
      const passed = Math.max(0, Math.floor(heard?.passed() ?? (Math.max(0, now - begun) / 1000) * rate))
      if (loop === 'once' && !rehearsal && from + passed > end) {
        seek(end)
        stop()
        return
      }
      const count = from - start + passed
      const frame = start + (count % length)
      if (count !== last - start) {
        skipped += Math.max(0, count - (last - start) - 1)
        last = count + start
        shown++
        seek(frame)
      }
      if (now - measured >= MEASURE_MS) {
        if (!rehearsal) report((shown * 1000) / (now - measured), skipped)
        shown = 0
        measured = now
      }
      tick = requestAnimationFrame(step)
    }
    return () => {
      cancelAnimationFrame(tick)
      heard?.stop()
      if (rehearsal) {
        seek(resting)
        drag(false)
      } else report(usePlayback.getState().reached, skipped)
    }
  }, [playing, rehearsal, speed, loop])
}

/** First and last frame of what is repeated. */
export function stretch(graphic: Graphic, frame: number, loop: Loop, range: [number, number] | null): [number, number] {
  const { arrive, hold } = graphic.phases
  const last = totalFrames(graphic.phases) - 1
  if (loop === 'range' && range) return range
  if (loop !== 'phase') return [0, last]
  const ends = [0, arrive, arrive + hold, last + 1]
  const i = frame >= arrive + hold ? 2 : frame >= arrive ? 1 : 0
  return [ends[i]!, Math.max(ends[i]!, ends[i + 1]! - 1)]
}
