import { streak as at } from '../../program/ops.gen'
import { streakMean } from '../streaks'
import { mappedVector, NOTHING, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => {
  const way = mappedVector(s, v, at.offset)
  return Math.hypot(...way) > NOTHING ? streakMean(s.ck, s.made, way, input) : input
}

export const streak = { filter }
