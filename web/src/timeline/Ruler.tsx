import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import type { PhaseLengths } from '../live/document'
import { rateOf } from '../time/timecode'
import { usePointerDrag } from '../shell/usePointerDrag'
import { CoverMarks } from './CoverMarks'
import type { TimeScale } from './timeScale'
import { t } from '../words/words'

const HEIGHT = 44
const LEAST_TICK_PX = 56

/** The phases as tints with their lengths, and a scale of seconds or frames. Dragging a phase's end changes its length. */
export function Ruler({ phases, rate, scale }: { phases: PhaseLengths; rate: string; scale: TimeScale }) {
  const [shown, setShown] = useState<PhaseLengths | null>(null)
  const p = shown ?? phases
  const starts = { arrive: 0, hold: p.arrive, leave: p.arrive + p.hold }
  const names = { arrive: t('Arrive'), hold: t('Hold'), leave: t('Leave') }
  return (
    <Box h={`${HEIGHT}px`} position="relative" borderBottom="1px solid" borderColor="line" overflow="hidden">
      {(['arrive', 'hold', 'leave'] as const).map((phase) => (
        <Box
          key={phase}
          position="absolute"
          top="0"
          h="24px"
          bg={phase}
          fontSize="12px"
          lineHeight="24px"
          px="6px"
          overflow="hidden"
          whiteSpace="nowrap"
          style={{ left: scale.x(starts[phase]), width: Math.max(0, scale.x(starts[phase] + p[phase]) - scale.x(starts[phase])) }}
        >
          {names[phase]} {p[phase]}
        </Box>
      ))}
      <CoverMarks scale={scale} />
      <Ticks scale={scale} rate={rateOf(rate)} />
      {(['arrive', 'hold', 'leave'] as const).map((phase) => (
        <PhaseEnd
          key={phase}
          phase={phase}
          name={names[phase]}
          phases={phases}
          at={starts[phase] + p[phase]}
          scale={scale}
          onShow={setShown}
        />
      ))}
    </Box>
  )
}

interface EndProps {
  phase: keyof PhaseLengths
  name: string
  phases: PhaseLengths
  at: number
  scale: TimeScale
  onShow: (phases: PhaseLengths | null) => void
}

/** The grip at the end of a phase. */
function PhaseEnd({ phase, name, phases, at, scale, onShow }: EndProps) {
  const { edit } = useDocument.getState()
  const bind = usePointerDrag<{ x: number; length: number }>({
    press: (e) => {
      e.stopPropagation()
      usePlayback.getState().stop()
      return { x: e.clientX, length: phases[phase] }
    },
    move: (d, e) => {
      d.length = Math.max(0, phases[phase] + scale.frame(e.clientX) - scale.frame(d.x))
      onShow({ ...phases, [phase]: d.length })
    },
    release: ({ length }) => {
      onShow(null)
      if (length !== phases[phase]) void edit({ do: 'setPhases', phases: { ...phases, [phase]: length } })
    },
    cancel: () => onShow(null),
  })
  return (
    <Box
      role="slider"
      aria-label={t('End of {name}', { name })}
      aria-valuenow={phases[phase]}
      tabIndex={0}
      title={t('Drag to change {name}', { name })}
      position="absolute"
      top="0"
      h="24px"
      w="24px"
      cursor="ew-resize"
      style={{ left: scale.x(at) - 12 }}
      _after={{ content: '""', position: 'absolute', left: '11px', top: '4px', bottom: '4px', w: '2px', bg: 'soft', borderRadius: '1px' }}
      {...bind()}
      onKeyDown={(e) => {
        const by = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
        if (by === 0) return
        e.stopPropagation()
        void edit({ do: 'setPhases', phases: { ...phases, [phase]: Math.max(0, phases[phase] + by) } })
      }}
    />
  )
}

function Ticks({ scale, rate }: { scale: TimeScale; rate: number }) {
  const px = scale.x(1) - scale.x(0)
  const second = Math.round(rate)
  const steps = [1, 2, 5, 10, second, 2 * second, 5 * second, 10 * second, 30 * second, 60 * second, 300 * second]
  const step = steps.find((s) => s * px >= LEAST_TICK_PX) ?? 600 * second
  const first = Math.max(0, Math.floor(scale.moment(0) / step))
  const last = Math.floor(Math.min(scale.total - 1, scale.moment(scale.width)) / step)
  const ticks = Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step)
  return (
    <>
      {ticks.map((f) => (
        <Box
          key={f}
          position="absolute"
          top="24px"
          h="20px"
          pl="3px"
          fontSize="12px"
          lineHeight="20px"
          color="soft"
          borderLeft="1px solid"
          borderColor="line"
          style={{ left: scale.x(f) }}
        >
          {f}
        </Box>
      ))}
    </>
  )
}
