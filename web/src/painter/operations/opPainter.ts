import type { OpHead } from '../../program/messages.gen'
import type { PaintContext } from '../paintContext'

/** Paints an operation. @param v the numbers of its strip. */
export type OpPainter = (c: PaintContext, op: OpHead, v: Float32Array) => void
