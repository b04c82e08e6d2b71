import { useRef } from 'react'
import { invert, map, mapVector, type Point } from '../geometry/affine'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { placeOf } from '../acts/picking'
import { useStageDrag } from './useStageDrag'
import { t } from '../words/words'

type Box = [left: number, top: number, right: number, bottom: number]

/** Which edges move: -1 the left or top one, 1 the right or bottom one, 0 neither; null: all of them. */
type Grip = [x: number, y: number] | null

interface Drag {
  address: string
  box: Box
  grip: Grip
  from: Point
}

const grips: [NonNullable<Grip>, string][] = [
  [[-1, -1], t('top left')],
  [[1, -1], t('top right')],
  [[1, 1], t('bottom right')],
  [[-1, 1], t('bottom left')],
]

/** The rectangles and ellipses that mask the selected layer: moved by their middle, sized by their corners. */
export function MaskHandles({ id, scale }: { id: string; scale: number }) {
  const { graphic, program, readings, painted } = usePick(useDocument, 'graphic', 'program', 'readings', 'painted')
  const { frame } = usePick(usePlayback, 'frame')
  void painted
  const root = useRef<SVGGElement>(null)
  const place = placeOf(program!, id, frame)
  const layer = graphic!.layers.find((l) => l.id === id)
  const bind = useStageDrag<Drag, [address: string, box: Box, grip: Grip]>(root, scale, {
    press: ([address, box, grip], from) => ({ address, box, grip, from }),
    move: (d, to) => {
      const by = mapVector(invert(place!.matrix), { x: to.x - d.from.x, y: to.y - d.from.y })
      return { do: 'setValue', layer: id, address: d.address, value: moved(d.box, d.grip, by), at: frame }
    },
  })
  if (!layer || layer.locked || !place) return null
  const screen = (x: number, y: number): Point => {
    const p = map(place.matrix, { x, y })
    return { x: p.x * scale, y: p.y * scale }
  }
  const transform = `scale(${scale}) matrix(${place.matrix.join(' ')})`
  return (
    <g ref={root}>
      {(layer.masks ?? []).map((mask, i) => {
        const address = `masks/${mask.id}/box`
        const box = readings[id]?.values[address] as Box | undefined
        if (mask.kind === 'path' || !box) return null
        const [l, top, r, b] = box
        const middle = screen((l + r) / 2, (top + b) / 2)
        return (
          <g key={mask.id} role="group" aria-label={t('Mask {i}', { i: i + 1 })}>
            {mask.kind === 'ellipse' ? (
              <ellipse
                cx={(l + r) / 2}
                cy={(top + b) / 2}
                rx={Math.abs(r - l) / 2}
                ry={Math.abs(b - top) / 2}
                transform={transform}
                fill="none"
                stroke="#17695E"
                strokeDasharray="5 3"
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
            ) : (
              <polygon
                points={`${l},${top} ${r},${top} ${r},${b} ${l},${b}`}
                transform={transform}
                fill="none"
                stroke="#17695E"
                strokeDasharray="5 3"
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
            )}
            <circle
              cx={middle.x}
              cy={middle.y}
              r={6}
              fill="white"
              stroke="#17695E"
              strokeWidth={1.5}
              style={{ cursor: 'move' }}
              role="button"
              aria-label={t('Move mask {i}', { i: i + 1 })}
              {...bind([address, box, null])}
            />
            {grips.map(([grip, name]) => {
              const p = screen(grip[0] < 0 ? l : r, grip[1] < 0 ? top : b)
              return (
                <circle
                  key={name}
                  cx={p.x}
                  cy={p.y}
                  r={4}
                  fill="white"
                  stroke="#17695E"
                  strokeWidth={1.5}
                  style={{ cursor: grip[0] === grip[1] ? 'nwse-resize' : 'nesw-resize' }}
                  role="button"
                  aria-label={t('Mask {i}, {name}', { i: i + 1, name })}
                  {...bind([address, box, grip])}
                />
              )
            })}
          </g>
        )
      })}
    </g>
  )
}

const rounded = (n: number) => Math.round(n * 2) / 2

function moved([l, top, r, b]: Box, grip: Grip, by: Point): Box {
  const [x, y] = grip ?? [0, 0]
  return [
    rounded(l + (!grip || x < 0 ? by.x : 0)),
    rounded(top + (!grip || y < 0 ? by.y : 0)),
    rounded(r + (!grip || x > 0 ? by.x : 0)),
    rounded(b + (!grip || y > 0 ? by.y : 0)),
  ]
}
