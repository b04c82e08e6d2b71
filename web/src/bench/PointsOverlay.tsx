import { useRef, useState } from 'react'
import { invert, map, mapVector, type Point } from '../geometry/affine'
import { nearestOn, pathText, split, toggled, without, type PathPoint } from '../geometry/pointPath'
import { keysOf, valueAt, type Edit, type PlainValue } from '../live/document'
import { useDoubleTap } from '../shell/useDoubleTap'
import { usePointerDrag } from '../shell/usePointerDrag'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { placeOf } from '../acts/picking'
import { stagePoint, useStageDrag } from './useStageDrag'
import { t } from '../words/words'
import { factsOf } from '../live/kinds'

type Part = 'at' | 'in' | 'out'

interface Drag {
  index: number
  part: Part
  points: PathPoint[]
  from: Point
}

/** The points of a path of the selected layer: dragged, made round or sharp by a double click, added by a press on the line, deleted by key. */
export function PointsOverlay({ id, address, closed, scale }: { id: string; address: string; closed: boolean; scale: number }) {
  const { graphic, program, readings, painted } = usePick(useDocument, 'graphic', 'program', 'readings', 'painted')
  const { edit } = useDocument.getState()
  const { frame } = usePick(usePlayback, 'frame')
  void painted
  const root = useRef<SVGGElement>(null)
  const isSecond = useDoubleTap<number>()
  const [chosen, setChosen] = useState(-1)
  const layer = graphic!.layers.find((l) => l.id === id)
  const place = placeOf(program!, id, frame)
  const words = readings[id]?.words[address]
  const points = words ? (JSON.parse(words) as PathPoint[]) : []
  const setting = (next: PathPoint[]): Edit => ({ do: 'setValue', layer: id, address, value: next as unknown as PlainValue, at: frame })
  const bind = useStageDrag<Drag, [index: number, part: Part]>(root, scale, {
    press: ([index, part], from) => {
      setChosen(index)
      return { index, part, points, from }
    },
    move: (d, to, e) => {
      const by = mapVector(invert(place!.matrix), { x: to.x - d.from.x, y: to.y - d.from.y })
      return setting(moved(d, by, e.altKey))
    },
    tap: ({ index, part }, e) => {
      if (part === 'at' && isSecond(index, e.timeStamp)) void edit(setting(toggled(points, closed, index)))
    },
  })
  const bindLine = usePointerDrag<Point>({
    press: (e) => {
      e.stopPropagation()
      return map(invert(place!.matrix), stagePoint(root, scale, e))
    },
    move: () => undefined,
    release: (p) => {
      const { segment, t } = nearestOn(points, closed, p.x, p.y)
      void edit(setting(split(points, closed, segment, t)))
    },
    cancel: () => undefined,
  })
  if (!layer || layer.locked || !place || points.length === 0) return null
  const least = closed ? 3 : 2
  const screen = ([x, y]: readonly number[]): Point => {
    const p = map(place.matrix, { x: x!, y: y! })
    return { x: p.x * scale, y: p.y * scale }
  }
  /** A path in pixels of the screen: what is pressed must lie where it is drawn, however wide its line. */
  const drawn = (path: PathPoint[]) => {
    const vector = (v: [number, number] | undefined): [number, number] => {
      const { x, y } = mapVector(place.matrix, { x: v?.[0] ?? 0, y: v?.[1] ?? 0 })
      return [x * scale, y * scale]
    }
    return pathText(
      path.map((p) => ({ ...p, at: [screen(p.at).x, screen(p.at).y], in: vector(p.in), out: vector(p.out) })),
      closed,
    )
  }
  const text = drawn(points)
  // The shape of the keyframe before, to draw the next one by.
  const earlier = keysOf(layer, address)
    .filter((k) => k.at < frame)
    .at(-1)
  const onion = earlier && drawn(earlier.value as PathPoint[])
  const keyDown = (e: React.KeyboardEvent, index: number) => {
    const by = e.shiftKey ? 10 : 1
    const arrows: Record<string, [number, number]> = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }
    const arrow = arrows[e.key]
    const deletes = e.key === 'Delete' || e.key === 'Backspace'
    if (!arrow && !deletes && e.key !== 'Enter') return
    e.preventDefault()
    e.stopPropagation()
    if (e.key === 'Enter') return void edit(setting(toggled(points, closed, index)))
    if (deletes) {
      if (points.length > least) void edit(setting(without(points, index)))
      return
    }
    const p = points[index]!
    void edit(setting(points.with(index, { ...p, at: [p.at[0] + arrow![0], p.at[1] + arrow![1]] })))
  }
  return (
    <g ref={root} role="group" aria-label={t('Points of {value}', { value: address === 'points' ? t('the path') : t('the mask') })}>
      {onion && <path data-testid="onion" d={onion} fill="none" stroke="#B8860B" strokeDasharray="4 4" pointerEvents="none" />}
      <path d={text} fill="none" stroke="white" strokeWidth={3} opacity={0.7} pointerEvents="none" />
      <path d={text} fill="none" stroke="#17695E" strokeWidth={1.2} pointerEvents="none" />
      <path
        d={text}
        fill="none"
        stroke="transparent"
        strokeWidth={9}
        pointerEvents="stroke"
        style={{ cursor: 'copy' }}
        data-testid="points-line"
        {...bindLine()}
      />
      {points.map((p, i) => {
        const at = screen(p.at)
        return (
          <g key={i}>
            {(['in', 'out'] as const).map((part) => {
              const tangent = p[part]
              if (!tangent || (tangent[0] === 0 && tangent[1] === 0)) return null
              const h = screen([p.at[0] + tangent[0], p.at[1] + tangent[1]])
              return (
                <g key={part}>
                  <line x1={at.x} y1={at.y} x2={h.x} y2={h.y} stroke="#17695E" strokeWidth={1} pointerEvents="none" />
                  <circle
                    cx={h.x}
                    cy={h.y}
                    r={4}
                    fill="white"
                    stroke="#17695E"
                    style={{ cursor: 'grab' }}
                    role="button"
                    aria-label={t('Handle {value} point {i}', { value: part === 'in' ? t('before') : t('after'), i: i + 1 })}
                    {...bind([i, part])}
                  />
                </g>
              )
            })}
            <rect
              x={at.x - 4.5}
              y={at.y - 4.5}
              width={9}
              height={9}
              rx={p.in || p.out ? 4.5 : 0}
              fill={i === chosen ? '#17695E' : 'white'}
              stroke="#17695E"
              strokeWidth={1.5}
              style={{ cursor: 'grab' }}
              role="button"
              tabIndex={0}
              aria-label={t('Point {i}', { i: i + 1 })}
              aria-pressed={i === chosen}
              onFocus={() => setChosen(i)}
              onKeyDown={(e) => keyDown(e, i)}
              {...bind([i, 'at'])}
            />
          </g>
        )
      })}
    </g>
  )
}

const rounded = (n: number) => Math.round(n * 10) / 10

/** A point or one of its handles moved; the other handle turns with it unless it is broken off. */
function moved({ points, index, part }: Drag, by: Point, apart: boolean): PathPoint[] {
  const p = points[index]!
  if (part === 'at') return points.with(index, { ...p, at: [rounded(p.at[0] + by.x), rounded(p.at[1] + by.y)] })
  const old = p[part] ?? [0, 0]
  const next: [number, number] = [rounded(old[0] + by.x), rounded(old[1] + by.y)]
  const other = part === 'in' ? 'out' : 'in'
  const length = Math.hypot(...(p[other] ?? [0, 0]))
  const long = Math.hypot(...next)
  const turned: [number, number] | undefined =
    apart || length === 0 || long === 0 ? p[other] : [rounded((-next[0] / long) * length), rounded((-next[1] / long) * length)]
  return points.with(index, { ...p, [part]: next, ...(turned && { [other]: turned }) })
}

/** Every path of a layer that has points: its content's and its masks'. */
export function LayerPoints({ id, scale }: { id: string; scale: number }) {
  const graphic = useDocument((s) => s.graphic)
  const layer = graphic?.layers.find((l) => l.id === id)
  if (!layer) return null
  const { dotted } = factsOf(layer)
  return (
    <>
      {dotted && <PointsOverlay id={id} address={dotted} closed={valueAt(layer, 'closed') !== false} scale={scale} />}
      {(layer.masks ?? [])
        .filter((m) => m.kind === 'path')
        .map((m) => (
          <PointsOverlay key={m.id} id={id} address={`masks/${m.id}/points`} closed scale={scale} />
        ))}
    </>
  )
}
