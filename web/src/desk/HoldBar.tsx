import { Box, Flex, Text } from '@chakra-ui/react'
import { Pause, Play } from 'lucide-react'
import { useRef } from 'react'
import { Tool } from '../shell/controls'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { TimeField } from '../time/TimeField'
import { timecode } from '../time/timecode'
import { t } from '../words/words'

interface Props {
  phases: { arrive: number; hold: number; leave: number }
  /** The shortest Hold in frames. */
  least: number
  rate: string
  onHold: (frames: number) => void
}

const BIG_STEP = 10

/** The time of the graphic: playing, the playhead, and the Hold, whose end is dragged to the length that is needed. */
export function HoldBar({ phases, least, rate, onHold }: Props) {
  const bar = useRef<HTMLDivElement>(null)
  const { frame, playing } = usePick(usePlayback, 'frame', 'playing')
  const { goTo, seek, toggle } = usePlayback.getState()
  const total = phases.arrive + phases.hold + phases.leave
  const share = (frames: number) => `${(frames / total) * 100}%`
  const frameAt = (x: number) => {
    const box = bar.current!.getBoundingClientRect()
    return Math.floor(((x - box.left) / box.width) * total)
  }
  const hold = (frames: number) => onHold(Math.max(least, Math.round(frames)))
  /** While the end of Hold is dragged a pixel stays as many frames as it was at first, though the bar is always full. */
  const drag = useRef<{ x: number; hold: number; perPixel: number } | null>(null)
  return (
    <Flex align="center" gap="8px" px="10px" py="6px" bg="panel" borderTop="1px solid" borderColor="line" wrap="wrap">
      <Tool label={playing ? t('Stop (Space)') : t('Play (Space)')} size="sm" onClick={toggle}>
        {playing ? <Pause size={16} /> : <Play size={16} />}
      </Tool>
      <Box position="relative" flex="1" minW="160px" h="30px">
        <Box
          ref={bar}
          position="absolute"
          inset="0"
          borderRadius="5px"
          overflow="hidden"
          cursor="pointer"
          role="slider"
          aria-label={t('Playhead')}
          aria-valuemin={0}
          aria-valuemax={total - 1}
          aria-valuenow={frame}
          aria-valuetext={t('Frame {frame}, {timecode}', { frame, timecode: timecode(frame, rate) })}
          tabIndex={0}
          touchAction="none"
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId)
            goTo(frameAt(e.clientX))
          }}
          onPointerMove={(e) => e.buttons === 1 && e.currentTarget.hasPointerCapture(e.pointerId) && seek(frameAt(e.clientX))}
          onKeyDown={(e) => {
            const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key]
            if (by) usePlayback.getState().step(by * (e.shiftKey ? BIG_STEP : 1))
            else if (e.key === 'Home') seek(0)
            else if (e.key === 'End') seek(total - 1)
            else return
            e.preventDefault()
          }}
        >
          <Phase name={t('Arrive')} left="0" width={share(phases.arrive)} tint="arrive" />
          <Phase name={t('Hold')} left={share(phases.arrive)} width={share(phases.hold)} tint="hold" />
          <Phase name={t('Leave')} left={share(phases.arrive + phases.hold)} width={share(phases.leave)} tint="leave" />
          <Box
            position="absolute"
            top="0"
            bottom="0"
            w="2px"
            ml="-1px"
            bg="ink"
            pointerEvents="none"
            style={{ left: share(frame + 0.5) }}
          />
        </Box>
        <Box
          position="absolute"
          top="0"
          bottom="0"
          w="24px"
          ml="-12px"
          cursor="ew-resize"
          display="grid"
          placeItems="center"
          touchAction="none"
          role="slider"
          aria-label={t('Length of Hold')}
          aria-valuemin={least}
          aria-valuenow={phases.hold}
          aria-valuetext={t('{hold} frames, {timecode}', { hold: phases.hold, timecode: timecode(phases.hold, rate) })}
          tabIndex={0}
          title={t('Drag to make the Hold longer or shorter')}
          style={{ left: share(phases.arrive + phases.hold) }}
          onPointerDown={(e) => {
            e.stopPropagation()
            e.currentTarget.setPointerCapture(e.pointerId)
            drag.current = { x: e.clientX, hold: phases.hold, perPixel: total / bar.current!.clientWidth }
          }}
          onPointerMove={(e) => {
            e.stopPropagation()
            if (drag.current) hold(drag.current.hold + (e.clientX - drag.current.x) * drag.current.perPixel)
          }}
          onPointerUp={() => (drag.current = null)}
          onPointerCancel={() => (drag.current = null)}
          onKeyDown={(e) => {
            const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[e.key]
            if (!by) return
            e.stopPropagation()
            e.preventDefault()
            hold(phases.hold + by * (e.shiftKey ? BIG_STEP : 1))
          }}
        >
          <Box w="6px" h="20px" borderRadius="3px" bg="ink" pointerEvents="none" />
        </Box>
      </Box>
      <Text fontSize="12px" color="soft" whiteSpace="nowrap">
        {t('Hold')}
      </Text>
      <TimeField label={t('Hold')} frames={phases.hold} from={phases.hold} onChange={hold} />
      <Text fontSize="12px" color="soft" whiteSpace="nowrap" hideBelow="md">
        {timecode(total, rate)}
      </Text>
    </Flex>
  )
}

function Phase({ name, left, width, tint }: { name: string; left: string; width: string; tint: string }) {
  return (
    <Box position="absolute" top="0" bottom="0" bg={tint} style={{ left, width }} overflow="hidden" display="grid" placeItems="center">
      <Text fontSize="12px" whiteSpace="nowrap" px="2px" userSelect="none">
        {name}
      </Text>
    </Box>
  )
}
