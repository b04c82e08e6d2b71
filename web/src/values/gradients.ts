import type { PlainValue } from '../live/document'
import { colourOf } from './colourText'

export type GradientKind = 'linear' | 'radial' | 'sweep'

export interface Stop {
  at: number
  /** As documents write colours. */
  colour: string
}

/** A gradient as documents write it; places are fractions of the layer's box. */
export interface Gradient {
  gradient: GradientKind
  from: [number, number]
  to: [number, number]
  squeeze?: number
  stops: Stop[]
}

export const isGradient = (value: PlainValue | undefined): value is Gradient & Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && 'gradient' in value

const places: Record<GradientKind, Pick<Gradient, 'from' | 'to'>> = {
  linear: { from: [0, 0.5], to: [1, 0.5] },
  radial: { from: [0.5, 0.5], to: [1, 0.5] },
  sweep: { from: [0.5, 0.5], to: [0.5, 0] },
}

/** A colour, or a gradient of another kind, as a gradient: the colour runs into nothing of itself. */
export function gradientOf(value: PlainValue, kind: GradientKind): Gradient {
  if (isGradient(value)) return { gradient: kind, ...places[kind], stops: value.stops }
  const { hex } = colourOf(value)
  const colour = typeof value === 'string' ? value : hex
  return {
    gradient: kind,
    ...places[kind],
    stops: [
      { at: 0, colour },
      { at: 1, colour: `${hex.slice(0, 7)}00` },
    ],
  }
}

/** The gradient as CSS shows it along a bar. */
export const barOf = (stops: Stop[]): string => {
  const shown = stops.map((s) => `${colourOf(s.colour).hex} ${s.at * 100}%`)
  return `linear-gradient(to right, ${shown.length > 1 ? shown.join(', ') : `${shown[0]!}, ${shown[0]!}`})`
}

/** The colour between the stops at a place, straight and to whole bytes: what a new stop begins with. */
export function colourAt(stops: Stop[], at: number): string {
  const sorted = [...stops].sort((a, b) => a.at - b.at)
  const after = sorted.findIndex((s) => s.at >= at)
  if (after <= 0) return colourOf((sorted[after] ?? sorted.at(-1)!).colour).hex
  const [a, b] = [sorted[after - 1]!, sorted[after]!]
  const share = b.at === a.at ? 1 : (at - a.at) / (b.at - a.at)
  const bytes = (hex: string) => [1, 3, 5, 7].map((i) => parseInt(hex.length > 7 || i < 7 ? hex.slice(i, i + 2) : 'FF', 16))
  const [from, to] = [bytes(colourOf(a.colour).hex), bytes(colourOf(b.colour).hex)]
  const hex = from.map((v, i) =>
    Math.round(v + (to[i]! - v) * share)
      .toString(16)
      .padStart(2, '0')
      .toUpperCase(),
  )
  return `#${hex.slice(0, 3).join('')}${hex[3] === 'FF' ? '' : hex[3]}`
}
