import type { Patch } from './messages.gen'

// For tests: patches as the server would send them.

/** Numbers as messages carry them. */
export const bytes = (...n: number[]) => new Uint8Array(Float32Array.from(n).buffer)

/** A first patch that says only what is given. */
export const patch = (more: Partial<Patch>): Patch => ({
  number: 0,
  revision: 0,
  mine: false,
  others: 0,
  canUndo: false,
  canRedo: false,
  label: '',
  say: '{}',
  layers: {},
  heads: [],
  windows: [],
  outlines: {},
  runs: {},
  gone: [],
  ...more,
})
