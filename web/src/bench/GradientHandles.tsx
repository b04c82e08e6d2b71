import { useRef } from 'react'
import { colourOf } from '../values/colourText'
import { isGradient, type Gradient } from '../values/gradients'
import { invert, map, type Point } from '../geometry/affine'
import type { PlainValue } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { placeOf } from '../acts/picking'
import { useStageDrag } from './useStageDrag'
import { t } from '../words/words'

/** Values of contents that may be gradients. */
const addresses = ['fill', 'strokeFill'] as const

/** What is dragged: an end of the gradient's way, or a stop along it. */
type Part = 'from' | 'to' | number

interface Drag {
  address: string
  gradient: Gradient
  part: Part
}

/** The ways of the selected layer's gradients: their ends and stops to drag. */
export function GradientHandles({ id, scale }: { id: string; scale: number }) {
  const { graphic, program, readings, painted } = usePick(useDocument, 'graphic', 'program', 'readings', 'painted')
  const { frame } = usePick(usePlayback, 'frame')
  void painted
  const root = useRef<SVGGElement>(null)
  const place = placeOf(program!, id, frame)
  const bind = useStageDrag<Drag, [address: string, gradient: Gradient, part: Part]>(root, scale, {
    press: ([address, gradient, part]) => ({ address, gradient, part }),
    move: ({ address, gradient, part }, to, e) => {
      const share = shareOf(to)
      const value =
        typeof part === 'number'
          ? withStop(gradient, part, share)
          : { ...gradient, [part]: e.ctrlKey || e.metaKey ? share : snapped(share) }
      return { do: 'setValue', layer: id, address, value, at: frame }
    },
  })
  const layer = graphic!.layers.find((l) => l.id === id)
  const words = readings[id]?.words
  if (!layer || layer.locked || !place || !words) return null

  /** A place of the graphic as fractions of the layer's box. */
  const shareOf = (at: Point): [number, number] => {
    const p = map(invert(place.matrix), at)
    return [fraction(p.x, place.left, place.right), fraction(p.y, place.top, place.bottom)]
  }
  const stage = ([x, y]: readonly [number, number]): Point => {
    const p = map(place.matrix, { x: place.left + x * (place.right - place.left), y: place.top + y * (place.bottom - place.top) })
    return { x: p.x * scale, y: p.y * scale }
  }
  return (
    <g ref={root}>
      {addresses.map((address) => {
        const value = words[address] === undefined ? undefined : (JSON.parse(words[address]) as PlainValue)
        if (!isGradient(value)) return null
        const gradient = value as Gradient
        const [from, to] = [stage(gradient.from), stage(gradient.to)]
        const named = address === 'fill' ? 'gradient' : "line's gradient"
        return (
          <g key={address} role="group" aria-label={t('Way of the {named}', { named })}>
            <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="white" strokeWidth={3} opacity={0.8} pointerEvents="none" />
            <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="#202020" strokeWidth={1} pointerEvents="none" />
            {gradient.gradient !== 'sweep' &&
              gradient.stops.map((stop, i) => (
                <circle
                  key={i}
                  cx={from.x + (to.x - from.x) * stop.at}
                  cy={from.y + (to.y - from.y) * stop.at}
                  r={5}
                  fill={colourOf(stop.colour).hex}
                  stroke="white"
                  strokeWidth={1.5}
                  style={{ cursor: 'grab' }}
                  role="button"
                  aria-label={t('Stop {i} of the {named}', { i: i + 1, named })}
                  {...bind([address, gradient, i])}
                />
              ))}
            {(['from', 'to'] as const).map((part) => {
              const p = part === 'from' ? from : to
              // The ends stand beside the stops that lie on them.
              const away = outwards(from, to, part)
              return (
                <rect
                  key={part}
                  x={p.x + away.x - 4.5}
                  y={p.y + away.y - 4.5}
                  width={9}
                  height={9}
                  fill="#202020"
                  stroke="white"
                  strokeWidth={1.5}
                  style={{ cursor: 'grab' }}
                  role="button"
                  aria-label={part === 'from' ? t('Beginning of the {named}', { named }) : t('End of the {named}', { named })}
                  {...bind([address, gradient, part])}
                />
              )
            })}
          </g>
        )
      })}
    </g>
  )
}

const fraction = (at: number, low: number, high: number) => (high > low ? Math.round(((at - low) / (high - low)) * 1000) / 1000 : 0.5)

/** Drawn to the edges and the middle of the box when it is near. */
const snapped = (share: [number, number]): [number, number] =>
  share.map((n) => [0, 0.5, 1].find((s) => Math.abs(n - s) < 0.02) ?? n) as [number, number]

const APART = 12

function outwards(from: Point, to: Point, part: 'from' | 'to'): Point {
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const sign = part === 'from' ? -1 : 1
  return { x: ((to.x - from.x) / long) * APART * sign, y: ((to.y - from.y) / long) * APART * sign }
}

/** A stop at the place of the way that is nearest to the pointer, between its neighbours. */
function withStop(gradient: Gradient, index: number, share: [number, number]): Gradient {
  const [dx, dy] = [gradient.to[0] - gradient.from[0], gradient.to[1] - gradient.from[1]]
  const along = ((share[0] - gradient.from[0]) * dx + (share[1] - gradient.from[1]) * dy) / (dx * dx + dy * dy || 1)
  const [least, most] = [gradient.stops[index - 1]?.at ?? 0, gradient.stops[index + 1]?.at ?? 1]
  const at = Math.round(Math.max(least, Math.min(most, along)) * 1000) / 1000
  return { ...gradient, stops: gradient.stops.map((s, i) => (i === index ? { ...s, at } : s)) }
}
