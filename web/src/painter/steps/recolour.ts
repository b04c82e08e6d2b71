import { recolour as at } from '../../program/ops.gen'
import { asSoft, coloured, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, v, input) => coloured(s, s.ck.ColorFilter.MakeMatrix(v.slice(at.matrix, at.matrix + 20)), input)

export const recolour = { filter, soft: asSoft }
