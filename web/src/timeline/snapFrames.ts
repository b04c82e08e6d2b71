import { keyPlaces, totalFrames, type Graphic, type KeyPlace } from '../live/document'
import { rateOf } from '../time/timecode'

/** Frames to which a dragged keyframe, layer or phase is drawn: the playhead, other keyframes, phase borders, whole seconds, beats. */
export function snapTargets(
  graphic: Graphic,
  playhead: number,
  moving: KeyPlace[] = [],
  movingLayers: string[] = [],
  beats: number[] = [],
): number[] {
  const { arrive, hold } = graphic.phases
  const total = totalFrames(graphic.phases)
  const rate = rateOf(graphic.rate)
  const targets = new Set([playhead, 0, arrive, arrive + hold, total - 1, ...beats])
  for (let second = 1; second * rate < total; second++) targets.add(Math.round(second * rate))
  const isMoving = new Set(moving.map((k) => `${k.layer} ${k.address} ${k.at}`))
  for (const layer of graphic.layers) {
    if (movingLayers.includes(layer.id)) continue
    for (const key of keyPlaces(layer)) if (!isMoving.has(`${layer.id} ${key.address} ${key.at}`)) targets.add(key.at)
    if (layer.in !== undefined) targets.add(layer.in)
    if (layer.out !== undefined) targets.add(layer.out)
  }
  return [...targets]
}

/** The nearest target within reach of a moment between frames, or else the nearest frame. */
export function snapFrame(moment: number, targets: number[], reach: number): number {
  let best = Math.round(moment)
  let distance = Infinity
  for (const target of targets) {
    const d = Math.abs(target - moment)
    if (d <= reach && d < distance) [best, distance] = [target, d]
  }
  return best
}
