import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { partsOf } from '../values/colours'
import { colourOf } from '../values/colourText'
import { isGradient } from '../values/gradients'
import { labelOf, type Placed } from '../values/valueInfo'
import { feelOf, keysOf, type Keyframe, type Layer, type PlainValue } from '../live/document'
import { usePointerDrag } from '../shell/usePointerDrag'
import { bezierOf, cssOf, type Handles } from './bezierText'
import { NAMES_WIDTH, type TimeScale } from './timeScale'
import { useTrace } from './useTrace'
import { t } from '../words/words'

const HEIGHT = 168
const VALUE = { top: 14, bottom: 104 }
const SPEED = { top: 118, bottom: 160 }
const colours = ['var(--chakra-colors-accent)', '#8A4F7D', '#9A6B1F', '#4A6FA5']

interface Drag {
  from: number
  to: number
  handle: 0 | 1
  handles: Handles
  feel: string
}

/** The changes of one value, large and in place: value over time with speed beneath, and two handles on each change to drag. */
export function ShapeEditor({ layer, value, scale }: { layer: Layer; value: Placed; scale: TimeScale }) {
  const { address, info } = value
  const { preview, edit } = useDocument.getState()
  const trace = useTrace(layer.id, address, scale.total)
  const keys = keysOf(layer, address)
  const bent = keys.some((k) => k.tangentIn || k.tangentOut)
  const [picked, setPicked] = useState<number | null>(null)
  const part = bent ? null : picked
  const root = useRef<SVGSVGElement>(null)
  const parts = info.components
  useEffect(() => {
    root.current?.closest('[data-shape]')?.scrollIntoView({ block: 'nearest' })
  }, [])

  const spans = trace.map(extent)
  const y = (component: number, value: number) => {
    const [low, high] = spans[component] ?? [0, 1]
    return VALUE.bottom - ((value - low) / (high - low)) * (VALUE.bottom - VALUE.top)
  }
  const line = (values: number[], at: (v: number) => number) => values.map((v, f) => `${scale.x(f)},${at(v)}`).join(' ')
  const speed = speedOf(trace, info.kind === 'point' ? null : (part ?? null))
  const fastest = Math.max(...speed, 1e-9)

  /** The component whose curve the handles of a change lie on: the chosen one, or the one that changes most. */
  const shown = (a: Keyframe, b: Keyframe): number | null => {
    const values = (k: Keyframe) => numbers(k)
    const sizes = parts.map(
      (_, i) => Math.abs((values(b)[i] ?? 0) - (values(a)[i] ?? 0)) / Math.max(1e-9, (spans[i]?.[1] ?? 1) - (spans[i]?.[0] ?? 0)),
    )
    const best = part ?? sizes.indexOf(Math.max(...sizes))
    return sizes[best]! > 1e-6 && !bent ? best : null
  }
  const shape = (d: Drag) => ({
    do: 'setFeel' as const,
    keys: [{ layer: layer.id, address, at: d.from }],
    feel: d.feel,
    ...(part === null ? {} : { part }),
  })

  const bind = usePointerDrag<Drag, Drag>({
    press: (e, grip) => {
      e.stopPropagation()
      usePlayback.getState().stop()
      return { ...grip }
    },
    move: (d, e) => {
      const box = root.current!.getBoundingClientRect()
      const [a, b] = [keys.find((k) => k.at === d.from), keys.find((k) => k.at === d.to)]
      if (!a || !b) return
      const component = shown(a, b)
      const clamp = (n: number, low: number, high: number) => Math.max(low, Math.min(high, n))
      const along = clamp((e.clientX - box.left - scale.x(d.from)) / (scale.x(d.to) - scale.x(d.from)), 0, 1)
      let up: number
      if (component === null) up = clamp((VALUE.bottom - (e.clientY - box.top)) / (VALUE.bottom - VALUE.top), -1, 2)
      else {
        const [y0, y1] = [y(component, numbers(a)[component]!), y(component, numbers(b)[component]!)]
        up = clamp((e.clientY - box.top - y0) / (y1 - y0), -2, 3)
      }
      d.handles = d.handle === 0 ? [along, up, d.handles[2], d.handles[3]] : [d.handles[0], d.handles[1], along, up]
      d.feel = cssOf(d.handles)
      preview(shape(d))
    },
    release: (d) => void edit(shape(d)),
    cancel: () => preview(null),
  })

  return (
    <Flex
      h={`${HEIGHT}px`}
      borderBottom="1px solid"
      borderColor="line"
      data-shape
      aria-label={t('Shape of {labelOf} of {name}', { labelOf: labelOf(value), name: layer.name })}
      role="group"
    >
      <Box
        w={`${NAMES_WIDTH}px`}
        flexShrink={0}
        pl="34px"
        pr="8px"
        py="8px"
        borderRight="1px solid"
        borderColor="line"
        fontSize="12px"
        color="soft"
      >
        {parts.length > 1 && !bent && (
          <Flex gap="3px" wrap="wrap" mb="8px" role="group" aria-label={t('Shape which part')}>
            {[null, ...parts.keys()].map((p) => (
              <Box
                key={p ?? 'all'}
                asChild
                px="6px"
                h="24px"
                borderRadius="3px"
                border="1px solid"
                borderColor={p === part ? 'accent' : 'line'}
                bg={p === part ? 'chosen' : 'room'}
                color={p === null ? 'ink' : colours[p]}
              >
                <button aria-pressed={p === part} onClick={() => setPicked(p)}>
                  {p === null ? t('together') : parts[p]}
                </button>
              </Box>
            ))}
          </Flex>
        )}
        {bent && <Box mb="8px">{t('A path: the handles shape the speed along it.')}</Box>}
        <Box>{t('Above: value. Drag the round handles; a long one makes a fast start and a slow crawl.')}</Box>
        <Box position="relative" mt="6px">
          {t('Below: speed, most {Number} a frame', { Number: Number(fastest.toPrecision(3)) })}
        </Box>
      </Box>
      <Box flex="1" position="relative" overflow="hidden">
        <svg ref={root} width="100%" height={HEIGHT} style={{ position: 'absolute', inset: 0, touchAction: 'none' }}>
          <line x1={0} x2="100%" y1={SPEED.bottom} y2={SPEED.bottom} stroke="var(--chakra-colors-line)" />
          <polygon
            points={`${scale.x(0)},${SPEED.bottom} ${line(speed, (v) => SPEED.bottom - (v / fastest) * (SPEED.bottom - SPEED.top))} ${scale.x(speed.length - 1)},${SPEED.bottom}`}
            fill="var(--chakra-colors-soft)"
            opacity={0.3}
          />
          {trace.map((values, i) => (
            <polyline
              key={i}
              points={line(values, (v) => y(i, v))}
              fill="none"
              stroke={colours[i]}
              strokeWidth={part === null || part === i ? 1.8 : 1}
              opacity={part === null || part === i ? 1 : 0.4}
            />
          ))}
          {keys.map((k) => (
            <line
              key={k.at}
              x1={scale.x(k.at)}
              x2={scale.x(k.at)}
              y1={VALUE.top}
              y2={SPEED.bottom}
              stroke="var(--chakra-colors-line)"
              strokeDasharray="2 3"
            />
          ))}
          {keys.slice(1).map((b, i) => {
            const a = keys[i]!
            const component = shown(a, b)
            const handles = bezierOf(feelOf(a, part ?? 0))
            if (component === null && !bent) return null
            const [x0, x1] = [scale.x(a.at), scale.x(b.at)]
            const [y0, y1] =
              component === null ? [VALUE.bottom, VALUE.top] : [y(component, numbers(a)[component]!), y(component, numbers(b)[component]!)]
            const at = (h: 0 | 1) => ({ x: x0 + handles[h * 2]! * (x1 - x0), y: y0 + handles[h * 2 + 1]! * (y1 - y0) })
            return ([0, 1] as const).map((h) => {
              const p = at(h)
              const colour = colours[component ?? 0]
              return (
                <g key={`${a.at} ${h}`}>
                  <line x1={h === 0 ? x0 : x1} y1={h === 0 ? y0 : y1} x2={p.x} y2={p.y} stroke={colour} strokeWidth={1} opacity={0.7} />
                  <circle
                    cx={p.x}
                    cy={p.y}
                    r={5.5}
                    fill="var(--chakra-colors-panel)"
                    stroke={colour}
                    strokeWidth={2}
                    style={{ cursor: 'move' }}
                    role="button"
                    aria-label={t('Handle {value} frame {value2}', {
                      value: h === 0 ? t('after') : t('before'),
                      value2: h === 0 ? a.at : b.at,
                    })}
                    {...bind({ from: a.at, to: b.at, handle: h, handles, feel: cssOf(handles) })}
                  />
                </g>
              )
            })
          })}
        </svg>
      </Box>
    </Flex>
  )
}

/** The numbers of a keyframe's value; of a colour, as the trace has them. */
function numbers(key: Keyframe): number[] {
  const v = key.value as PlainValue
  if (typeof v === 'number') return [v]
  if (Array.isArray(v)) return v as number[]
  // A gradient is traced by the colour of its first stop.
  return partsOf(colourOf(isGradient(v) ? v.stops[0]!.colour : v).hex)
}

/** Least and most of a component, never equal, with a little room for overshoots. */
function extent(values: number[]): [number, number] {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const room = high - low || Math.abs(high) || 1
  return [low - room * 0.06, high + room * 0.06]
}

/** Change from frame to frame: along the way for a point, else of one component or of all together. */
function speedOf(trace: number[][], part: number | null): number[] {
  const shown = part === null ? trace : [trace[part] ?? []]
  return (shown[0] ?? []).map((_, f) => (f === 0 ? 0 : Math.hypot(...shown.map((values) => values[f]! - values[f - 1]!))))
}
