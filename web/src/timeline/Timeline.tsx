import { Box, Flex, Text } from '@chakra-ui/react'
import { ZoomIn, ZoomOut } from 'lucide-react'
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useView } from '../stores/viewStore'
import { totalFrames } from '../live/document'
import { Tool } from '../shell/controls'
import { usePointerDrag, type Pointer } from '../shell/usePointerDrag'
import { BoxSelect } from './BoxSelect'
import { KeyBracket } from './KeyBracket'
import { LayerRows } from './LayerRows'
import { RangeMarks } from './RangeMarks'
import { Ruler } from './Ruler'
import { NAMES_WIDTH, type TimeScale } from './timeScale'
import { Transport } from './Transport'
import { t } from '../words/words'

const PAD = 14

/** The closest look: pixels of one frame. */
const MOST_PER_FRAME = 60

/** Layers and their keyframes over time, under a ruler that shows the three phases. */
export function Timeline({ choices }: { choices: Schemas['Choices'] }) {
  const phases = useDocument((s) => s.graphic!.phases)
  const rate = useDocument((s) => s.graphic!.rate)
  const area = useRef<HTMLDivElement>(null)
  const root = useRef<HTMLDivElement>(null)
  const rows = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(800)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width - NAMES_WIDTH))
    observer.observe(area.current!)
    return () => observer.disconnect()
  }, [])
  const total = totalFrames(phases)
  const { zoom, offset, setView } = useTimeView(total)
  const fit = (width - 2 * PAD) / Math.max(1, total)
  const perFrame = fit * zoom
  const first = Math.max(0, Math.min(offset, total - (width - 2 * PAD) / perFrame))
  const scale = useMemo<TimeScale>(
    () => ({
      width,
      total,
      perFrame,
      x: (f) => PAD + (f - first) * perFrame,
      frame: (x) => Math.round((x - PAD) / perFrame + first),
      moment: (x) => (x - PAD) / perFrame + first,
    }),
    [width, total, perFrame, first],
  )
  useFollow(scale, setView)

  /** Zooms about a place of the strip, so that what is under the pointer stays there. */
  const zoomBy = (factor: number, x = width / 2) => {
    const next = Math.max(1, Math.min(MOST_PER_FRAME / fit, zoom * factor))
    setView({ zoom: next, offset: scale.moment(x) - (x - PAD) / (fit * next) })
  }
  const wheel = (e: WheelEvent) => {
    if (e.ctrlKey || e.metaKey) zoomBy(Math.exp(-e.deltaY / 300), e.clientX - area.current!.getBoundingClientRect().left - NAMES_WIDTH)
    else if (e.shiftKey || Math.abs(e.deltaX) > Math.abs(e.deltaY)) setView({ zoom, offset: first + (e.deltaX || e.deltaY) / perFrame })
    else return
    e.preventDefault()
  }
  const wheeled = useRef(wheel)
  useEffect(() => {
    wheeled.current = wheel
  })
  useEffect(() => {
    // React's own wheel listener is passive, and the page must not zoom along.
    const element = root.current!
    const act = (e: WheelEvent) => wheeled.current(e)
    element.addEventListener('wheel', act, { passive: false })
    return () => element.removeEventListener('wheel', act)
  }, [])

  const strip = useRef<HTMLDivElement>(null)
  const scrub = (e: Pointer) => usePlayback.getState().seek(scale.frame(e.clientX - strip.current!.getBoundingClientRect().left))
  const bind = usePointerDrag<true>({
    press: (e) => {
      usePlayback.getState().stop()
      useView.getState().drag(true)
      scrub(e)
      return true
    },
    move: (_, e) => scrub(e),
    release: () => useView.getState().drag(false),
    cancel: () => useView.getState().drag(false),
  })

  return (
    <Flex ref={root} as="section" aria-label={t('Timeline')} direction="column" h="100%">
      <Transport />
      <Flex ref={area} flexShrink={0}>
        <Flex w={`${NAMES_WIDTH}px`} flexShrink={0} borderRight="1px solid" borderColor="line" align="center" gap="2px" px="8px">
          <Tool label={t('More time in view (Ctrl wheel)')} disabled={zoom <= 1} onClick={() => zoomBy(1 / 1.6)}>
            <ZoomOut size={14} />
          </Tool>
          <Tool label={t('Look closer in time (Ctrl wheel)')} onClick={() => zoomBy(1.6)}>
            <ZoomIn size={14} />
          </Tool>
          <Text color="soft" fontSize="12px" flex="1" data-testid="timeline-zoom">
            {zoom > 1.001 ? `${Math.round(zoom * 100)} %` : t('Whole time')}
          </Text>
          {zoom > 1.001 && (
            <Box asChild fontSize="12px" textDecoration="underline" color="soft">
              <button onClick={() => setView({ zoom: 1, offset: 0 })}>{t('Show all')}</button>
            </Box>
          )}
        </Flex>
        <Box flex="1" position="relative" overflow="hidden" cursor="col-resize" data-testid="ruler" ref={strip} {...bind()}>
          <Ruler phases={phases} rate={rate} scale={scale} />
          <RangeMarks scale={scale} />
          <KeyBracket scale={scale} />
          <Playhead scale={scale} head />
        </Box>
      </Flex>
      <BoxSelect area={rows}>
        <Box position="relative" minH="100%">
          <LayerRows scale={scale} choices={choices} area={rows} />
          <Box position="absolute" top="0" left={`${NAMES_WIDTH}px`} h="100%" pointerEvents="none">
            <Playhead scale={scale} />
          </Box>
        </Box>
      </BoxSelect>
    </Flex>
  )
}

/** How far the timeline is zoomed in, and the first frame in view. */
function useTimeView(total: number) {
  const [view, setView] = useState<View>({ zoom: 1, offset: 0 })
  const zoom = Math.max(1, view.zoom)
  return { zoom, offset: Math.min(view.offset, total), setView }
}

/** Keeps the playhead in view: when it leaves, the next page is shown. */
function useFollow(scale: TimeScale, setView: (change: (view: View) => View) => void) {
  useEffect(
    () =>
      usePlayback.subscribe((now, before) => {
        if (now.frame === before.frame) return
        const x = scale.x(now.frame)
        if (x < 0 || x > scale.width) setView((view) => ({ ...view, offset: now.frame - 20 / scale.perFrame }))
      }),
    [scale, setView],
  )
}

interface View {
  zoom: number
  offset: number
}

function Playhead({ scale, head = false }: { scale: TimeScale; head?: boolean }) {
  const x = scale.x(usePlayback((s) => s.frame))
  if (x < 0 || x > scale.width) return null
  return (
    <Box position="absolute" top="0" bottom="0" w="1.5px" bg="bad" pointerEvents="none" style={{ transform: `translateX(${x - 0.75}px)` }}>
      {head && (
        <Box position="absolute" bottom="0" left="-4px" w="9.5px" h="9.5px" borderRadius="50% 50% 50% 50% / 30% 30% 70% 70%" bg="bad" />
      )}
    </Box>
  )
}
