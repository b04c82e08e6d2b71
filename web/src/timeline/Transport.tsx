import type { Keying } from '../stores/viewStore'
import type { Loop } from '../stores/playbackStore'
import { Box, Flex, Text } from '@chakra-ui/react'
import {
  ChevronFirst,
  ChevronLast,
  Pause,
  Play,
  SquareArrowLeft,
  SquareArrowRight,
  StepBack,
  StepForward,
  Volume2,
  VolumeX,
  X,
} from 'lucide-react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useSounds } from '../stores/soundStore'
import { useView } from '../stores/viewStore'
import { totalFrames } from '../live/document'
import { Choice, Tool } from '../shell/controls'
import { TimeField } from '../time/TimeField'
import { rateOf, timecode } from '../time/timecode'
import { t } from '../words/words'

const loops: { value: Loop; label: string }[] = [
  { value: 'all', label: t('Repeat all') },
  { value: 'phase', label: t('Repeat phase') },
  { value: 'range', label: t('Repeat range') },
  { value: 'once', label: t('Play once') },
]

const speeds = [
  { value: '0.25', label: t('¼ speed') },
  { value: '0.5', label: t('½ speed') },
  { value: '1', label: t('Real time') },
  { value: '2', label: t('2 × speed') },
]

/** Playing, stepping, and where the playhead is, in frames and timecode together; and what a change at the playhead does. */
export function Transport() {
  const { frame, playing, loop, speed, range } = usePick(usePlayback, 'frame', 'playing', 'loop', 'speed', 'range')
  const { step, goTo, toggle, repeat, setSpeed, mark, forgetRange } = usePlayback.getState()
  const { keys } = usePick(useSelection, 'keys')
  const { muted } = usePick(useSounds, 'muted')
  const hasSound = useSounds((s) => s.sounding !== null)
  const last = useDocument((s) => totalFrames(s.graphic!.phases)) - 1
  const rate = useDocument((s) => s.graphic!.rate)
  return (
    <Flex h="34px" flexShrink={0} align="center" gap="2px" px="10px" borderBottom="1px solid" borderColor="line" whiteSpace="nowrap">
      <Tool label={t('First frame (Home)')} onClick={() => goTo(0)}>
        <ChevronFirst size={15} />
      </Tool>
      <Tool label={t('One frame back (,)')} onClick={() => step(-1)}>
        <StepBack size={14} />
      </Tool>
      <Tool label={playing ? t('Stop (Space)') : t('Play (Space)')} on={playing} onClick={() => toggle()}>
        {playing ? <Pause size={15} /> : <Play size={15} />}
      </Tool>
      <Tool label={t('One frame on (.)')} onClick={() => step(1)}>
        <StepForward size={14} />
      </Tool>
      <Tool label={t('Last frame (End)')} onClick={() => goTo(last)}>
        <ChevronLast size={15} />
      </Tool>
      {hasSound && (
        <Tool
          label={muted ? t('Sound is off on this bench; the file has it') : t('Turn the sound off on this bench')}
          on={muted}
          onClick={() => useSounds.getState().toggleMuted()}
        >
          {muted ? <VolumeX size={15} /> : <Volume2 size={15} />}
        </Tool>
      )}
      <Box w="124px">
        <Choice label={t('What playing repeats')} value={loop} options={loops} onChange={(e) => repeat(e.target.value as Loop)} />
      </Box>
      <Box w="94px">
        <Choice label={t('Speed')} value={String(speed)} options={speeds} onChange={(e) => setSpeed(Number(e.target.value))} />
      </Box>
      <Tool label={t('Range starts here (I)')} onClick={() => mark('start')}>
        <SquareArrowRight size={14} />
      </Tool>
      <Tool label={t('Range ends here (O)')} onClick={() => mark('end')}>
        <SquareArrowLeft size={14} />
      </Tool>
      {range && (
        <Tool label={t('Forget the range {range} to {range2}', { range: range[0], range2: range[1] })} onClick={forgetRange}>
          <X size={13} />
        </Tool>
      )}
      <Box ml="8px" data-testid="frame" data-frame={frame}>
        <TimeField label={t('Playhead')} frames={frame} strong width="62px" onChange={goTo} />
      </Box>
      <Text color="soft" ml="4px">
        {t('of {last}', { last })}
      </Text>
      <Text ml="8px" fontWeight="600" fontSize="15px" data-testid="timecode">
        {timecode(frame, rate)}
      </Text>
      <Box flex="1" />
      {keys.length > 0 && (
        <Text color="soft" fontSize="12px">
          {t('{count, plural, one {# keyframe} other {# keyframes}}', { count: keys.length })}
        </Text>
      )}
      <KeyingSwitch />
      <Rate />
    </Flex>
  )
}

/** Which of the two ways of keying is on: always in sight, so that no change lands where it was not meant. */
function KeyingSwitch() {
  const { keying } = usePick(useView, 'keying')
  const ways: { value: Keying; label: string; title: string }[] = [
    { value: 'playhead', label: t('Key at playhead'), title: t('A change writes a keyframe at the playhead, if the value has any (K)') },
    { value: 'whole', label: t('Move whole'), title: t('A change moves the whole value with all its keyframes (K)') },
  ]
  return (
    <Flex
      role="group"
      aria-label={t('Keying')}
      ml="10px"
      border="1px solid"
      borderColor={keying === 'whole' ? 'bad' : 'line'}
      borderRadius="4px"
      overflow="hidden"
    >
      {ways.map((w) => (
        <Box
          key={w.value}
          asChild
          px="8px"
          h="24px"
          fontSize="12px"
          bg={keying === w.value ? (w.value === 'whole' ? 'badRoom' : 'chosen') : 'transparent'}
          fontWeight={keying === w.value ? '600' : '400'}
          color={keying === w.value ? 'ink' : 'soft'}
        >
          <button aria-pressed={keying === w.value} title={w.title} onClick={() => useView.getState().key(w.value)}>
            {w.label}
          </button>
        </Box>
      ))}
    </Flex>
  )
}

function Rate() {
  const { playing, reached, skipped } = usePick(usePlayback, 'playing', 'reached', 'skipped')
  const speed = usePlayback((s) => (s.playing ? s.speed : 1))
  const rate = useDocument((s) => rateOf(s.graphic!.rate)) * speed
  return (
    <Text
      color="soft"
      fontSize="12px"
      ml="10px"
      w="148px"
      textAlign="right"
      data-testid="reached"
      title={t('Frames really shown per second, and frames left out to keep time')}
    >
      {playing && reached > 0
        ? t('{reached} of {Number} fps', { reached: reached.toFixed(1), Number: Number(rate.toFixed(2)) })
        : t('{Number} fps', { Number: Number(rate.toFixed(3)) })}
      {skipped > 0 && (
        <Box as="span" color="bad">
          {t(' · {skipped} skipped', { skipped })}
        </Box>
      )}
    </Text>
  )
}
