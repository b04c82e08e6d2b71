import { asSoft, coloured, type StepFilter } from './stepPainter'

const filter: StepFilter = (s, _, input) => coloured(s, s.ck.ColorFilter.MakeLuma(), input)

export const luma = { filter, soft: asSoft }
