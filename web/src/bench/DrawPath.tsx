import { Box } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { pathText, type PathPoint } from '../geometry/pointPath'
import type { Content } from '../live/document'
import { usePointerDrag, type Pointer } from '../shell/usePointerDrag'
import { useView } from '../stores/viewStore'
import { addInTurn } from '../acts/adding'
import { t } from '../words/words'

/** How near to the first point a press closes the path, in pixels of the screen. */
const NEAR = 9

/** A path being drawn: each press sets a point, a drag pulls its tangents. The first point closes it, Enter ends it open, Escape gives it up. */
export function DrawPath({ scale }: { scale: number }) {
  const [points, setPoints] = useState<PathPoint[]>([])
  const [cursor, setCursor] = useState<[number, number] | null>(null)
  const root = useRef<HTMLDivElement>(null)
  const at = (e: Pointer): [number, number] => {
    const box = root.current!.getBoundingClientRect()
    return [Math.round((e.clientX - box.left) / scale), Math.round((e.clientY - box.top) / scale)]
  }
  const stop = () => useView.getState().draw(false)
  const finish = (closed: boolean) => {
    stop()
    if (points.length < 2) return
    const [left, top] = [Math.min(...points.map((p) => p.at[0])), Math.min(...points.map((p) => p.at[1]))]
    const own = points.map((p) => ({ ...p, at: [p.at[0] - left, p.at[1] - top] }))
    const paint = closed ? { fill: '#4A2C12' } : { closed: false, fill: '#4A2C1200', stroke: 6, strokeFill: '#4A2C12' }
    const content = { kind: 'path', points: own, ...paint } as unknown as Content
    void addInTurn(() => ({ name: t('Path'), position: [left, top], content }))
  }
  const done = useRef(finish)
  useEffect(() => {
    done.current = finish
  })
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' && e.key !== 'Escape') return
      e.preventDefault()
      e.stopPropagation()
      if (e.key === 'Enter') done.current(false)
      else stop()
    }
    window.addEventListener('keydown', key, true)
    return () => window.removeEventListener('keydown', key, true)
  }, [])
  const bind = usePointerDrag<{ index: number }>({
    press: (e) => {
      e.stopPropagation()
      const p = at(e)
      const first = points[0]
      if (first && points.length > 2 && Math.hypot(p[0] - first.at[0], p[1] - first.at[1]) * scale < NEAR) {
        finish(true)
        return null
      }
      setPoints((all) => [...all, { at: p }])
      return { index: points.length }
    },
    move: ({ index }, e) => {
      const p = at(e)
      setPoints((all) =>
        all.map((point, i) => {
          if (i !== index) return point
          const out: [number, number] = [p[0] - point.at[0], p[1] - point.at[1]]
          return { at: point.at, in: [-out[0], -out[1]], out }
        }),
      )
    },
    release: () => undefined,
    cancel: () => undefined,
  })
  const shown = cursor ? [...points, { at: cursor }] : points
  return (
    <Box
      ref={root}
      position="absolute"
      inset="0"
      cursor="crosshair"
      data-testid="drawing"
      touchAction="none"
      {...bind()}
      onPointerMove={(e) => setCursor(at(e))}
      onPointerLeave={() => setCursor(null)}
    >
      <svg width="100%" height="100%" style={{ position: 'absolute', inset: 0, overflow: 'visible', pointerEvents: 'none' }}>
        <path
          d={pathText(shown, false)}
          transform={`scale(${scale})`}
          fill="none"
          stroke="#17695E"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
        {points.map((p, i) => (
          <rect
            key={i}
            x={p.at[0] * scale - 4}
            y={p.at[1] * scale - 4}
            width={8}
            height={8}
            fill={i === 0 ? '#17695E' : 'white'}
            stroke="#17695E"
          />
        ))}
      </svg>
      <Box position="absolute" left="8px" top="8px" bg="panel" px="8px" py="3px" borderRadius="4px" fontSize="12px" pointerEvents="none">
        {t('Press to set points, drag to bend. The first point closes it, Enter ends it, Escape gives it up.')}
      </Box>
    </Box>
  )
}
