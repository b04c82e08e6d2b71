import type { OpPainter } from './opPainter'

export const endPainter: OpPainter = (c) => c.close()
