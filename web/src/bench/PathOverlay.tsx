import { useRef } from 'react'
import { invert, map, mapVector, type Point } from '../geometry/affine'
import { keysOf, type Edit, type Keyframe, type Layer } from '../live/document'
import type { Program } from '../program/program'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useDoubleTap } from '../shell/useDoubleTap'
import { parentOf } from './handleDrags'
import { placeOf } from '../acts/picking'
import { useStageDrag } from './useStageDrag'
import { t } from '../words/words'

/** Most dots of a trail; of a longer motion only the frames around the playhead are shown. */
const MOST_DOTS = 400

const isBent = (key: Keyframe) => key.tangentIn !== undefined || key.tangentOut !== undefined

interface Drag {
  key: Keyframe
  part: 'point' | 'in' | 'out'
  from: Point
}

/** The path of the selected layer's position: its points and tangents to drag, and a trail of one dot a frame that shows the speed. */
export function PathOverlay({ id, scale }: { id: string; scale: number }) {
  const { graphic, program, readings, painted } = usePick(useDocument, 'graphic', 'program', 'readings', 'painted')
  const { edit } = useDocument.getState()
  const { frame } = usePick(usePlayback, 'frame')
  void painted
  const root = useRef<SVGGElement>(null)
  const isSecond = useDoubleTap<number>()
  const layer = graphic!.layers.find((l) => l.id === id)
  const keys = layer ? keysOf(layer, 'position') : []
  const parentAt = (f: number) => parentOf(program!, layer!, f)
  const bind = useStageDrag<Drag, [key: Keyframe, part: Drag['part']]>(root, scale, {
    press: ([key, part], from) => ({ key, part, from }),
    move: (d, to, e) => {
      const v = mapVector(invert(parentAt(d.key.at)), { x: to.x - d.from.x, y: to.y - d.from.y })
      return d.part === 'point' ? moved(layer!, d.key, v) : bent(layer!, d.key, d.part, v, e.altKey)
    },
    // A double click rounds a point or makes it a corner.
    tap: ({ key, part }, e) => {
      if (part === 'point' && isSecond(key.at, e.timeStamp)) void edit({ do: 'bendPath', layer: id, smooth: !isBent(key), at: key.at })
    },
  })
  if (!layer || layer.locked || keys.length < 2) return null
  const share = readings[id]?.values.pivot ?? [0.5, 0.5]
  const at = (f: number) => pivotAt(program!, id, f, share)

  const first = Math.max(keys[0]!.at, frame - MOST_DOTS / 2)
  const last = Math.min(keys.at(-1)!.at, first + MOST_DOTS)
  const trail: Point[] = []
  for (let f = first; f <= last; f++) {
    const p = at(f)
    if (p) trail.push({ x: p.x * scale, y: p.y * scale })
  }
  return (
    <g ref={root} role="group" aria-label={t('Path')}>
      <polyline
        points={trail.map((p) => `${p.x},${p.y}`).join(' ')}
        fill="none"
        stroke="white"
        strokeWidth={3}
        opacity={0.55}
        pointerEvents="none"
      />
      <polyline points={trail.map((p) => `${p.x},${p.y}`).join(' ')} fill="none" stroke="#8A4F7D" strokeWidth={1} pointerEvents="none" />
      <g pointerEvents="none" data-testid="trail">
        {trail.map((p, i) => (
          <circle key={i} cx={p.x} cy={p.y} r={1.7} fill="#8A4F7D" />
        ))}
      </g>
      {keys.map((key, i) => {
        const p = at(key.at)
        if (!p) return null
        const parent = parentAt(key.at)
        const handle = (tangent: [number, number] | undefined): Point | null => {
          if (!tangent || (tangent[0] === 0 && tangent[1] === 0)) return null
          const v = mapVector(parent, { x: tangent[0], y: tangent[1] })
          return { x: (p.x + v.x) * scale, y: (p.y + v.y) * scale }
        }
        const [x, y] = [p.x * scale, p.y * scale]
        const handles = [
          ['in', i > 0 ? handle(key.tangentIn) : null],
          ['out', i < keys.length - 1 ? handle(key.tangentOut) : null],
        ] as const
        return (
          <g key={i}>
            {handles.map(
              ([part, h]) =>
                h && (
                  <g key={part}>
                    <line x1={x} y1={y} x2={h.x} y2={h.y} stroke="#8A4F7D" strokeWidth={1} pointerEvents="none" />
                    <circle
                      cx={h.x}
                      cy={h.y}
                      r={4.5}
                      fill="white"
                      stroke="#8A4F7D"
                      strokeWidth={1.5}
                      style={{ cursor: 'move' }}
                      role="button"
                      aria-label={t('Tangent {value} frame {at}', { value: part === 'in' ? t('into') : t('out of'), at: key.at })}
                      {...bind([key, part])}
                    />
                  </g>
                ),
            )}
            <rect
              x={x - 5}
              y={y - 5}
              width={10}
              height={10}
              rx={isBent(key) ? 5 : 0}
              fill={key.at === frame ? '#8A4F7D' : 'white'}
              stroke="#8A4F7D"
              strokeWidth={1.6}
              style={{ cursor: 'move' }}
              role="button"
              aria-label={t('Path point at frame {at}', { at: key.at })}
              {...bind([key, 'point'])}
            >
              <title>
                {t('Frame {at}. Drag to move; double-click to {value}', {
                  at: key.at,
                  value: isBent(key) ? t('make a corner') : t('round it'),
                })}
              </title>
            </rect>
          </g>
        )
      })}
    </g>
  )
}

function pivotAt(program: Program, id: string, frame: number, [px, py]: number[]): Point | undefined {
  const place = placeOf(program, id, frame)
  return place && map(place.matrix, { x: place.left + (place.right - place.left) * px!, y: place.top + (place.bottom - place.top) * py! })
}

const half = (n: number) => Math.round(n * 2) / 2

function moved(layer: Layer, key: Keyframe, by: Point): Edit {
  const [x, y] = key.value as [number, number]
  return { do: 'setValue', layer: layer.id, address: 'position', value: [half(x + by.x), half(y + by.y)], at: key.at }
}

/** A tangent dragged; the opposite one keeps its length and turns along, unless `alone`. */
function bent(layer: Layer, key: Keyframe, part: 'in' | 'out', by: Point, alone: boolean): Edit {
  const [own, other] = part === 'in' ? [key.tangentIn, key.tangentOut] : [key.tangentOut, key.tangentIn]
  const next: [number, number] = [half((own?.[0] ?? 0) + by.x), half((own?.[1] ?? 0) + by.y)]
  const long = Math.hypot(...next) || 1
  const kept = Math.hypot(other?.[0] ?? 0, other?.[1] ?? 0)
  const turned: [number, number] = alone ? (other ?? [0, 0]) : [half((-next[0] / long) * kept), half((-next[1] / long) * kept)]
  return {
    do: 'setBend',
    layer: layer.id,
    at: key.at,
    tangentIn: part === 'in' ? next : turned,
    tangentOut: part === 'in' ? turned : next,
  }
}
