import { Box, Flex, Text } from '@chakra-ui/react'
import { ChevronFirst, ChevronLast, Pause, Play, Repeat, StepBack, StepForward } from 'lucide-react'
import { useBench, usePick } from '../bench/benchStore'
import { totalFrames } from '../live/document'
import { Tool } from '../shell/controls'
import { rateOf, timecode } from '../time/timecode'

/** Playing, stepping, and where the playhead is, in frames and timecode together. */
export function Transport() {
  const { frame, playing, loop, reached, set, seek, keys } = usePick('frame', 'playing', 'loop', 'reached', 'set', 'seek', 'keys')
  const last = useBench((s) => totalFrames(s.graphic!.phases)) - 1
  const rate = useBench((s) => s.graphic!.rate)
  const step = (by: number) => {
    set({ playing: false })
    seek(frame + by)
  }
  return (
    <Flex h="34px" flexShrink={0} align="center" gap="2px" px="10px" borderBottom="1px solid" borderColor="line">
      <Tool label="First frame (Home)" onClick={() => step(-frame)}>
        <ChevronFirst size={15} />
      </Tool>
      <Tool label="One frame back (,)" onClick={() => step(-1)}>
        <StepBack size={14} />
      </Tool>
      <Tool label={playing ? 'Stop (Space)' : 'Play (Space)'} on={playing} onClick={() => set({ playing: !playing })}>
        {playing ? <Pause size={15} /> : <Play size={15} />}
      </Tool>
      <Tool label="One frame on (.)" onClick={() => step(1)}>
        <StepForward size={14} />
      </Tool>
      <Tool label="Last frame (End)" onClick={() => step(last - frame)}>
        <ChevronLast size={15} />
      </Tool>
      <Tool label="Loop" on={loop} onClick={() => set({ loop: !loop })}>
        <Repeat size={14} />
      </Tool>
      <Text ml="10px" fontWeight="600" fontSize="15px" data-testid="frame">
        {frame}
      </Text>
      <Text color="soft">of {last}</Text>
      <Text ml="10px" fontWeight="600" fontSize="15px" data-testid="timecode">
        {timecode(frame, rate)}
      </Text>
      <Box flex="1" />
      {keys.length > 0 && <Text color="soft">{keys.length === 1 ? '1 keyframe selected' : `${keys.length} keyframes selected`}</Text>}
      <Text color="soft" ml="12px" data-testid="reached" title="Frames really shown per second">
        {playing && reached > 0
          ? `${reached.toFixed(1)} of ${Number(rateOf(rate).toFixed(2))} fps`
          : `${Number(rateOf(rate).toFixed(3))} fps`}
      </Text>
    </Flex>
  )
}
