import { Box } from '@chakra-ui/react'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { invert, map, type Point } from '../geometry/affine'
import type { Edit } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { placeOf } from '../acts/picking'
import { t } from '../words/words'

/** Where a caret stands before a character: x, and top and bottom of its line, in the layer's coordinates. */
type Caret = readonly [x: number, top: number, bottom: number]

/** Words written where they stand. The letters are the stage's own; a field that nobody sees takes the keys, and the caret is drawn where the core says. */
export function WordsOnStage({ id, scale }: { id: string; scale: number }) {
  const { program, painted, connection } = usePick(useDocument, 'program', 'painted', 'connection')
  const { preview, edit } = useDocument.getState()
  const { frame } = usePick(usePlayback, 'frame')
  const field = useRef<HTMLTextAreaElement>(null)
  const begun = useRef(JSON.parse(useDocument.getState().readings[id]?.words.text ?? '""') as string)
  const [text, setText] = useState(begun.current)
  const [range, setRange] = useState<[number, number]>([0, text.length])
  const [carets, setCarets] = useState<Caret[]>([])
  const place = placeOf(program!, id, frame)

  useEffect(() => {
    let stale = false
    void connection
      ?.carets(id, frame)
      .then((found) => !stale && setCarets(found as unknown as Caret[]))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [connection, id, frame, painted])
  useLayoutEffect(() => {
    field.current?.focus()
    field.current?.select()
  }, [])

  if (!place) return null
  const setting = (value: string): Edit => ({ do: 'setValue', layer: id, address: 'text', value, at: frame })
  const finish = () => {
    const words = field.current?.value ?? text
    if (words !== begun.current) void edit(setting(words))
    else preview(null)
    useSelection.getState().write(null)
  }
  const at = (e: { clientX: number; clientY: number; currentTarget: Element }): Point => {
    const box = e.currentTarget.getBoundingClientRect()
    return map(invert(place.matrix), { x: (e.clientX - box.left) / scale, y: (e.clientY - box.top) / scale })
  }
  const press = (e: React.PointerEvent) => {
    e.stopPropagation()
    e.preventDefault()
    const p = at(e)
    const inside = p.x >= place.left && p.x <= place.right && p.y >= place.top && p.y <= place.bottom
    if (!inside) return finish()
    const index = nearest(carets, p)
    field.current!.focus()
    const from = e.shiftKey ? field.current!.selectionStart : index
    field.current!.setSelectionRange(Math.min(from, index), Math.max(from, index))
    setRange([Math.min(from, index), Math.max(from, index)])
  }
  const m = place.matrix
  const [start, end] = range
  const caret = carets[Math.min(end, carets.length - 1)]
  return (
    <Box position="absolute" inset="0" cursor="text" data-testid="writing" onPointerDown={press}>
      <textarea
        ref={field}
        aria-label={t('Words on the stage')}
        wrap="off"
        value={text}
        style={{ position: 'absolute', left: 0, top: 0, width: 1, height: 1, opacity: 0, padding: 0, border: 'none', resize: 'none' }}
        onChange={(e) => {
          setText(e.target.value)
          preview(setting(e.target.value))
        }}
        onSelect={(e) => setRange([e.currentTarget.selectionStart, e.currentTarget.selectionEnd])}
        onBlur={finish}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Escape' || (e.key === 'Enter' && (e.ctrlKey || e.metaKey))) field.current!.blur()
        }}
      />
      <svg width="100%" height="100%" style={{ position: 'absolute', inset: 0, overflow: 'visible', pointerEvents: 'none' }}>
        <g transform={`scale(${scale}) matrix(${m.join(' ')})`}>
          <rect
            x={place.left}
            y={place.top}
            width={place.right - place.left}
            height={place.bottom - place.top}
            fill="none"
            stroke="#17695E"
            strokeWidth={1}
            strokeDasharray="4 3"
            vectorEffect="non-scaling-stroke"
          />
          {carets.slice(start, end).map((c, i) => {
            const next = carets[start + i + 1]!
            // At the end of a line the next caret stands at the beginning of another.
            return next[1] === c[1] ? (
              <rect
                key={i}
                x={Math.min(c[0], next[0])}
                y={c[1]}
                width={Math.abs(next[0] - c[0])}
                height={c[2] - c[1]}
                fill="#5CC0B1"
                opacity={0.45}
              />
            ) : null
          })}
          {caret && (
            <line
              data-testid="caret"
              x1={caret[0]}
              x2={caret[0]}
              y1={caret[1]}
              y2={caret[2]}
              stroke="#E5007D"
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          )}
        </g>
      </svg>
    </Box>
  )
}

/** The place in the words nearest to a point: of the line that it is in, or next to. */
export function nearest(carets: readonly Caret[], p: Point): number {
  const off = (c: Caret) => Math.max(c[1] - p.y, p.y - c[2], 0) * 1000 + Math.abs(c[0] - p.x)
  return carets.reduce((best, c, i) => (off(c) < off(carets[best]!) ? i : best), 0)
}
