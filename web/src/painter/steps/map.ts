import { map as at } from '../../program/ops.gen'
import { colourMap } from '../colourMap'
import { asSoft, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => colourMap(s.ck, s.made, v.slice(at.stops, at.stops + 5 * v[at.count]!), input)

export const map = { filter, soft: asSoft }
