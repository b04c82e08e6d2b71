import type { Graphic, Layer } from '../live/core.gen'
import { rateOf } from '../time/timecode'
import { isPlaced } from '../live/kinds'

/** When a placed graphic runs, in frames of the graphic that it is in. */
export interface PlacedTime {
  /** Its first frame; before the layer's where some of its beginning is left out. */
  start: number
  arrive: number
  hold: number
  leave: number
}

/** As the core reckons it: phases keep their seconds, and Hold is as long as the layer leaves room for, or the graphic's own. */
export function placedTime(graphic: Graphic, layer: Layer, total: number): PlacedTime | null {
  const content = layer.content
  if (!isPlaced(content)) return null
  const placed = graphic.placed?.[content.of]
  if (!placed) return null
  const here = rateOf(graphic.rate)
  const frames = (theirs: number) => Math.round((theirs * here) / rateOf(placed.rate))
  const [arrive, leave] = [frames(placed.phases.arrive), frames(placed.phases.leave)]
  const [first, skip] = [layer.in ?? 0, Math.round((content.skip ?? 0) * here)]
  const room = (layer.out ?? total - 1) - first + 1 + skip
  const own = content.hold ? Math.round(content.hold * here) : frames(placed.phases.hold)
  const hold = Math.max(0, content.length === 'ownHold' ? own : room - arrive - leave)
  return { start: first - skip, arrive, hold, leave }
}
