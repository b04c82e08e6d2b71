import { Box, Flex } from '@chakra-ui/react'
import { useLayoutEffect, useMemo, useRef, useState, type PointerEvent } from 'react'
import type { Schemas } from '../api/client'
import { useBench } from '../bench/benchStore'
import { totalFrames } from '../live/document'
import { BoxSelect } from './BoxSelect'
import { KeyBracket } from './KeyBracket'
import { LayerRows } from './LayerRows'
import { RangeMarks } from './RangeMarks'
import { Ruler } from './Ruler'
import { Transport } from './Transport'

export const NAMES_WIDTH = 236
const PAD = 14

/** How near a dragged thing must come to be drawn to a frame. */
export const SNAP_PX = 7

/** Turns frames into pixels of the timeline. */
export interface TimeScale {
  total: number
  /** Pixels of one frame. */
  perFrame: number
  x: (frame: number) => number
  frame: (x: number) => number
  /** The same, between frames. */
  moment: (x: number) => number
}

/** Layers and their keyframes over time, under a ruler that shows the three phases. */
export function Timeline({ choices }: { choices: Schemas['Choices'] }) {
  const phases = useBench((s) => s.graphic!.phases)
  const rate = useBench((s) => s.graphic!.rate)
  const area = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(800)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width - NAMES_WIDTH))
    observer.observe(area.current!)
    return () => observer.disconnect()
  }, [])
  const total = totalFrames(phases)
  const perFrame = (width - 2 * PAD) / Math.max(1, total)
  const scale = useMemo<TimeScale>(
    () => ({
      total,
      perFrame,
      x: (f) => PAD + f * perFrame,
      frame: (x) => Math.round((x - PAD) / perFrame),
      moment: (x) => (x - PAD) / perFrame,
    }),
    [total, perFrame],
  )

  const scrub = (e: PointerEvent) => {
    const box = e.currentTarget.getBoundingClientRect()
    useBench.getState().seek(scale.frame(e.clientX - box.left))
  }

  return (
    <Flex as="section" aria-label="Timeline" direction="column" h="100%">
      <Transport />
      <Flex ref={area} flexShrink={0}>
        <Box w={`${NAMES_WIDTH}px`} flexShrink={0} borderRight="1px solid" borderColor="line" />
        <Box
          flex="1"
          position="relative"
          cursor="col-resize"
          data-testid="ruler"
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId)
            useBench.getState().set({ playing: false, dragging: true })
            scrub(e)
          }}
          onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && scrub(e)}
          onPointerUp={() => useBench.getState().set({ dragging: false })}
        >
          <Ruler phases={phases} rate={rate} scale={scale} />
          <RangeMarks scale={scale} />
          <KeyBracket scale={scale} />
          <Playhead scale={scale} head />
        </Box>
      </Flex>
      <BoxSelect>
        <Box position="relative" minH="100%">
          <LayerRows scale={scale} choices={choices} />
          <Box position="absolute" top="0" left={`${NAMES_WIDTH}px`} h="100%" pointerEvents="none">
            <Playhead scale={scale} />
          </Box>
        </Box>
      </BoxSelect>
    </Flex>
  )
}

function Playhead({ scale, head = false }: { scale: TimeScale; head?: boolean }) {
  const x = scale.x(useBench((s) => s.frame))
  return (
    <Box position="absolute" top="0" bottom="0" w="1.5px" bg="bad" pointerEvents="none" style={{ transform: `translateX(${x - 0.75}px)` }}>
      {head && (
        <Box position="absolute" bottom="0" left="-4px" w="9.5px" h="9.5px" borderRadius="50% 50% 50% 50% / 30% 30% 70% 70%" bg="bad" />
      )}
    </Box>
  )
}
