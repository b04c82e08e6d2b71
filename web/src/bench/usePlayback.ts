import { useEffect } from 'react'
import { totalFrames, type Graphic } from '../live/document'
import { rateOf } from '../time/timecode'
import { useBench, type Loop } from './benchStore'

const MEASURE_MS = 500

/** Moves the playhead in real time while playing: the frame follows the clock, so a slow machine skips frames, says so, and keeps time. */
export function usePlayback() {
  const playing = useBench((s) => s.playing)
  const rehearsal = useBench((s) => s.rehearsal)
  const speed = useBench((s) => s.speed)
  const loop = useBench((s) => s.loop)
  useEffect(() => {
    if (!playing && !rehearsal) return
    const first = useBench.getState()
    const graphic = first.graphic!
    const rate = rateOf(graphic.rate) * (rehearsal ? 1 : speed)
    const [start, end] = rehearsal ? [rehearsal.from, rehearsal.to] : stretch(graphic, first.frame, loop, first.range)
    const length = end - start + 1
    const from = rehearsal || first.frame < start || first.frame >= end ? start : first.frame
    const resting = first.frame
    const begun = performance.now()
    let shown = 0
    let last = from - 1
    let skipped = 0
    let measured = begun
    useBench.setState({ skipped: 0, dragging: rehearsal !== null })
    let tick = requestAnimationFrame(step)
    function step(now: number) {
      const passed = Math.floor((Math.max(0, now - begun) / 1000) * rate)
      if (loop === 'once' && !rehearsal && from + passed > end) {
        useBench.setState({ frame: end, playing: false })
        return
      }
      const count = from - start + passed
      const frame = start + (count % length)
      if (count !== last - start) {
        skipped += Math.max(0, count - (last - start) - 1)
        last = count + start
        shown++
        useBench.setState({ frame })
      }
      if (now - measured >= MEASURE_MS) {
        useBench.setState(rehearsal ? {} : { reached: (shown * 1000) / (now - measured), skipped })
        shown = 0
        measured = now
      }
      tick = requestAnimationFrame(step)
    }
    return () => {
      cancelAnimationFrame(tick)
      if (rehearsal) useBench.setState({ frame: resting, dragging: false })
      else useBench.setState({ skipped })
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
