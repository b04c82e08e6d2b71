import { Box, Flex } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { rateOf } from '../time/timecode'
import { Act } from './Act'

const WAIT_MS = 250

/** Whether the words can be read in the time in which they stand, and the Hold that would do. */
export function ReadingNote() {
  const { connection, painted, line, graphic, reading, readingOf } = usePick(
    useDocument,
    'connection',
    'painted',
    'line',
    'graphic',
    'reading',
    'readingOf',
  )
  const { edit, askReading } = useDocument.getState()
  useEffect(() => {
    if (!connection || line !== 'open') return
    const timer = window.setTimeout(askReading, WAIT_MS)
    return () => window.clearTimeout(timer)
  }, [connection, painted, line, askReading])
  if (!reading || reading.words === 0) return null
  const { words, needs, needsCalmly, stands, holdThatWouldDo } = reading
  const phases = graphic!.phases
  const seconds = (frames: number) => `${(frames / rateOf(graphic!.rate)).toFixed(1)} s`
  const verdict = stands >= needsCalmly ? 'enough' : stands >= needs ? 'enough for quick readers' : 'too short'
  return (
    <Box
      role="note"
      aria-label="Readable for"
      bg={verdict === 'too short' ? 'badRoom' : 'sunk'}
      borderRadius="4px"
      px="8px"
      py="5px"
      mt="6px"
      mb="8px"
      fontSize="12px"
      title="At 160 to 180 words a minute (BBC Subtitle Guidelines)"
    >
      <Box fontWeight="600">
        {stands === 0
          ? 'Never readable: the words never all stand fully visible inside the frame'
          : `Readable for ${seconds(stands)}: ${verdict}`}
      </Box>
      {words === 1 ? '1 word needs' : `${words} words need`} {seconds(needs)} to {seconds(needsCalmly)} ({needs} to {needsCalmly} frames);
      all stand for {stands}.
      {readingOf === painted && holdThatWouldDo !== phases.hold && (
        <Flex mt="4px">
          <Act
            name={`Make Hold ${holdThatWouldDo}`}
            title="Lengthen Hold until the words can be read calmly"
            onClick={() => void edit({ do: 'setPhases', phases: { ...phases, hold: holdThatWouldDo } })}
          />
        </Flex>
      )}
    </Box>
  )
}
