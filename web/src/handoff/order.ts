import type { Schemas } from '../api/client'

export type Order = Schemas['HandoffOrder']
export type Kinds = Schemas['KindsView']

export const startColour = { none: undefined, solid: '#000000', key: '#00B140' }

/** Every kind, for whoever knows which one. */
export const everything = 'everything'

/** The order that a destination begins with: its first kind over its own backing. */
export function orderFor(kinds: Kinds, destination: string, now: Order): Order {
  const found = kinds.destinations.find((d) => d.id === destination)
  if (!found) return now
  const backing = found.backing === now.backing.kind ? now.backing : { kind: found.backing, colour: startColour[found.backing] }
  return { ...now, kinds: found.kinds.slice(0, 1), backing, premultiplied: false }
}

/** The destination that an order looks like. */
export function destinationOf(kinds: Kinds, order: Order): string {
  return kinds.destinations.find((d) => d.backing === order.backing.kind && order.kinds.every((k) => d.kinds.includes(k)))?.id ?? everything
}

/** How many files an order makes of a graphic. */
export function filesOf(order: Order): number {
  return order.kinds.length * Math.max(1, order.scales.length) * Math.max(1, order.colourways?.length ?? 0)
}

/** The plan of one kind in the first size, for its forecast. */
export function planOf(order: Order, kind: Order['kinds'][number], frames: number, rest: number): Schemas['HandoffPlan'] {
  const still = kind === 'still'
  return {
    kind,
    backing: order.backing,
    from: order.from ?? (still ? rest : 0),
    to: order.to ?? (still ? (order.from ?? rest) : frames - 1),
    scale: order.scales[0] ?? 1,
    premultiplied: order.premultiplied,
    firstNumber: order.firstNumber,
    timecode: order.timecode,
    once: order.once,
    silent: order.silent,
  }
}

/** What a form begins with: how the graphic was handed off last, or its best kind; the range that was marked on the bench goes before. */
export function begin(kinds: Kinds, start: Schemas['OrderStart'], range: [number, number] | null, frames: number): Order {
  const first: Order = { kinds: kinds.destinations[0]!.kinds.slice(0, 1), backing: { kind: 'none' }, scales: [1] }
  const last = start.last ? { ...start.last, note: '', scales: start.last.scales.length > 0 ? start.last.scales : [1] } : first
  // A range that was marked, or fits no more, is not what was handed off last.
  const fits = (last.from ?? 0) < frames && (last.to ?? 0) < frames
  return range ? { ...last, from: range[0], to: range[1] } : fits ? last : { ...last, from: undefined, to: undefined }
}
