import type { OpPainter } from './opPainter'

/** A mark tells where a layer is; there is nothing to paint. */
export const markPainter: OpPainter = () => undefined
