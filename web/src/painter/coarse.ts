import type { OpHead } from '../program/messages.gen'
import { softness } from './steps'
import type { Rows } from './steps/stepPainter'

/** A blur this soft, in pixels, is no other made of pixels twice as large; of those it is half as soft. */
const LEAST = 8

const MOST_HALVINGS = 3

/** How many pixels of the target, across and down, may be one of a group's picture, a power of two: what is soft has no detail. */
export function coarseness(steps: OpHead[], v: Float32Array, device: Rows): number {
  const sigma = softness(steps, v, device)
  let size = 1
  while (size < 1 << MOST_HALVINGS && sigma >= LEAST * size) size *= 2
  return size
}

/** A matrix whose target has larger pixels. */
export const smaller = (device: Rows, size: number): number[] => Array.from(device, (n, i) => (i < 6 ? n / size : n))
