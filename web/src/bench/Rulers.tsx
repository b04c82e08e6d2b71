import { Box } from '@chakra-ui/react'
import { useLayoutEffect, useRef, useState, type RefObject } from 'react'
import { usePointerDrag, type Pointer } from '../shell/usePointerDrag'
import { useDocument } from '../stores/documentStore'
import { guidesOf, setGuide, type Axis } from '../acts/guides'
import { t } from '../words/words'

/** How thick a ruler is, in pixels of the screen. */
const THICK = 18

/** Steps of a ruler's numbers, in pixels of the graphic. */
const STEPS = [10, 20, 50, 100, 200, 500, 1000]

/** Least room for a number, in pixels of the screen. */
const ROOM = 56

const GUIDE = '#1579C9'

interface Props {
  /** What the stage is scrolled in. */
  frame: RefObject<HTMLDivElement | null>
  /** The stage itself. */
  stage: RefObject<HTMLDivElement | null>
  scale: number
}

/** Rulers along the top and the left of the stage, in pixels of the graphic; guides are drawn out of them. */
export function Rulers({ frame, stage, scale }: Props) {
  const origin = useOrigin(frame, stage, scale)
  return (
    <>
      <Ruler axis="level" origin={origin} stage={stage} scale={scale} />
      <Ruler axis="upright" origin={origin} stage={stage} scale={scale} />
      <Box
        position="absolute"
        top="0"
        left="0"
        w={`${THICK}px`}
        h={`${THICK}px`}
        bg="panel"
        borderRight="1px solid"
        borderBottom="1px solid"
        borderColor="line"
      />
    </>
  )
}

interface RulerProps {
  /** The guides that are drawn out of it. */
  axis: Axis
  origin: { x: number; y: number }
  stage: RefObject<HTMLDivElement | null>
  scale: number
}

function Ruler({ axis, origin, stage, scale }: RulerProps) {
  const across = axis === 'level'
  const length = useDocument((s) => (across ? s.graphic?.width : s.graphic?.height) ?? 0)
  const step = STEPS.find((n) => n * scale >= ROOM) ?? 2000
  const placeOf = (e: Pointer) => {
    const box = stage.current!.getBoundingClientRect()
    return Math.round(across ? (e.clientY - box.top) / scale : (e.clientX - box.left) / scale)
  }
  const [held, setHeld] = useState<number | null>(null)
  const bind = usePointerDrag<{ at: number }>({
    press: (e) => {
      e.stopPropagation()
      return { at: placeOf(e) }
    },
    move: (d, e) => {
      d.at = placeOf(e)
      setHeld(d.at)
    },
    release: (d) => {
      if (held !== null && d.at >= 0) void setGuide(axis, null, d.at)
      setHeld(null)
    },
    cancel: () => setHeld(null),
  })
  const start = across ? origin.x : origin.y
  const ticks = Array.from({ length: Math.floor(length / step) + 1 }, (_, i) => i * step)
  return (
    <Box
      position="absolute"
      top="0"
      left="0"
      bg="panel"
      color="soft"
      overflow="hidden"
      borderColor="line"
      cursor={across ? 'ns-resize' : 'ew-resize'}
      touchAction="none"
      userSelect="none"
      data-testid={`ruler-${axis}`}
      title={t('Drag from here to draw a guide out')}
      {...(across
        ? { right: '0', h: `${THICK}px`, borderBottom: '1px solid' }
        : { bottom: '0', w: `${THICK}px`, borderRight: '1px solid' })}
      {...bind()}
    >
      <svg width="100%" height="100%" fill="currentColor" style={{ fontSize: 10, fontVariantNumeric: 'tabular-nums' }}>
        {ticks.map((t) => {
          const at = start + t * scale
          return across ? (
            <g key={t}>
              <rect x={at} y={THICK - 6} width={1} height={6} />
              <text x={at + 3} y={11}>
                {t}
              </text>
            </g>
          ) : (
            <g key={t}>
              <rect x={THICK - 6} y={at} width={6} height={1} />
              <text transform={`translate(11 ${at + 3}) rotate(90)`}>{t}</text>
            </g>
          )
        })}
      </svg>
      {held !== null && held >= 0 && <HeldGuide axis={axis} at={held} stage={stage} scale={scale} />}
    </Box>
  )
}

/** A guide on its way out of the ruler. */
function HeldGuide({ axis, at, stage, scale }: { axis: Axis; at: number; stage: RefObject<HTMLDivElement | null>; scale: number }) {
  const box = stage.current!.getBoundingClientRect()
  const style =
    axis === 'level'
      ? { left: box.left, top: box.top + at * scale, width: box.width, height: 1 }
      : { left: box.left + at * scale, top: box.top, width: 1, height: box.height }
  return <Box position="fixed" bg={GUIDE} pointerEvents="none" zIndex="docked" style={style} />
}

/** Where the stage's top left corner is within what it is scrolled in. */
function useOrigin(frame: RefObject<HTMLDivElement | null>, stage: RefObject<HTMLDivElement | null>, scale: number) {
  const [origin, setOrigin] = useState({ x: 0, y: 0 })
  const kept = useRef(origin)
  useLayoutEffect(() => {
    const element = frame.current
    if (!element) return
    const read = () => {
      if (!stage.current) return
      const [outer, inner] = [element.getBoundingClientRect(), stage.current.getBoundingClientRect()]
      const next = { x: inner.left - outer.left, y: inner.top - outer.top }
      if (next.x !== kept.current.x || next.y !== kept.current.y) setOrigin((kept.current = next))
    }
    read()
    element.addEventListener('scroll', read)
    const observer = new ResizeObserver(read)
    observer.observe(element)
    return () => {
      element.removeEventListener('scroll', read)
      observer.disconnect()
    }
  }, [frame, stage, scale])
  return origin
}

/** The guides over the stage: each is dragged along, and back out of the frame to take it away. */
export function Guides({ scale }: { scale: number }) {
  const guides = useDocument((s) => s.graphic?.guides)
  const { upright, level } = guidesOf(guides)
  return (
    <>
      {upright.map((at, i) => (
        <Guide key={`u${i}`} axis="upright" index={i} at={at} scale={scale} />
      ))}
      {level.map((at, i) => (
        <Guide key={`l${i}`} axis="level" index={i} at={at} scale={scale} />
      ))}
    </>
  )
}

function Guide({ axis, index, at, scale }: { axis: Axis; index: number; at: number; scale: number }) {
  const [held, setHeld] = useState<number | null>(null)
  const size = useDocument((s) => (axis === 'upright' ? s.graphic?.width : s.graphic?.height) ?? 0)
  const bind = usePointerDrag<{ from: number; at: number }>({
    press: (e) => {
      e.stopPropagation()
      return { from: axis === 'upright' ? e.clientX : e.clientY, at }
    },
    move: (d, e) => {
      d.at = Math.round(at + ((axis === 'upright' ? e.clientX : e.clientY) - d.from) / scale)
      setHeld(d.at)
    },
    release: (d) => {
      setHeld(null)
      if (d.at !== at) void setGuide(axis, index, d.at < 0 || d.at > size ? null : d.at)
    },
    cancel: () => setHeld(null),
  })
  const shown = held ?? at
  const upright = axis === 'upright'
  const nudge = (by: number) => void setGuide(axis, index, at + by)
  const keys: Record<string, () => void> = {
    [upright ? 'ArrowLeft' : 'ArrowUp']: () => nudge(-1),
    [upright ? 'ArrowRight' : 'ArrowDown']: () => nudge(1),
    Delete: () => void setGuide(axis, index, null),
  }
  return (
    <>
      <Box
        position="absolute"
        pointerEvents="none"
        bg={GUIDE}
        opacity={shown < 0 || shown > size ? 0.3 : 1}
        data-testid={`guide-${axis}`}
        style={upright ? { left: shown * scale, top: 0, bottom: 0, width: 1 } : { top: shown * scale, left: 0, right: 0, height: 1 }}
      />
      <Box
        position="absolute"
        role="slider"
        tabIndex={0}
        aria-label={upright ? t('Upright guide') : t('Level guide')}
        aria-valuenow={at}
        aria-orientation={upright ? 'horizontal' : 'vertical'}
        title={t('Guide at {at} px: drag it; out of the frame takes it away', { at })}
        bg={GUIDE}
        borderRadius="3px"
        cursor={upright ? 'ew-resize' : 'ns-resize'}
        touchAction="none"
        style={
          upright
            ? { left: shown * scale - 4, top: -12, width: 9, height: 10 }
            : { top: shown * scale - 4, left: -12, width: 10, height: 9 }
        }
        onKeyDown={(e) => {
          const act = keys[e.key]
          if (!act) return
          e.preventDefault()
          e.stopPropagation()
          act()
        }}
        {...bind()}
      />
    </>
  )
}

/** A grid over the stage. */
export function Grid({ step, scale }: { step: number; scale: number }) {
  if (step * scale < 3) return null
  const size = step * scale
  const line = 'rgba(21,121,201,.35)'
  return (
    <Box
      position="absolute"
      inset="0"
      pointerEvents="none"
      data-testid="grid"
      style={{
        backgroundImage: `linear-gradient(to right, ${line} 1px, transparent 1px), linear-gradient(to bottom, ${line} 1px, transparent 1px)`,
        backgroundSize: `${size}px ${size}px`,
      }}
    />
  )
}
