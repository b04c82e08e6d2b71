import type { StaggerOrder } from '../live/core.gen'

/** In which order layers follow each other. */
export const orders: { value: StaggerOrder; label: string }[] = [
  { value: 'topDown', label: 'Top down' },
  { value: 'bottomUp', label: 'Bottom up' },
  { value: 'selected', label: 'As selected' },
]
