import { Box, Flex } from '@chakra-ui/react'
import { useEffect } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { rateOf } from '../time/timecode'
import { Act } from './Act'
import { t } from '../words/words'

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
  const verdict = stands >= needsCalmly ? t('enough') : stands >= needs ? t('enough for quick readers') : t('too short')
  return (
    <Box
      role="note"
      aria-label={t('Readable for')}
      bg={stands < needs ? 'badRoom' : 'sunk'}
      borderRadius="4px"
      px="8px"
      py="5px"
      mt="6px"
      mb="8px"
      fontSize="12px"
      title={t('At 160 to 180 words a minute (BBC Subtitle Guidelines)')}
    >
      <Box fontWeight="600">
        {stands === 0
          ? t('Never readable: the words never all stand fully visible inside the frame')
          : t('Readable for {seconds}: {verdict}', { seconds: seconds(stands), verdict })}
      </Box>
      {t(
        '{words, plural, one {# word needs} other {# words need}} {least} to {calmly} ({needs} to {needsCalmly} frames); all stand for {stands}.',
        {
          words,
          least: seconds(needs),
          calmly: seconds(needsCalmly),
          needs,
          needsCalmly,
          stands,
        },
      )}
      {readingOf === painted && holdThatWouldDo !== phases.hold && (
        <Flex mt="4px">
          <Act
            name={t('Make Hold {holdThatWouldDo}', { holdThatWouldDo })}
            title={t('Lengthen Hold until the words can be read calmly')}
            onClick={() => void edit({ do: 'setPhases', phases: { ...phases, hold: holdThatWouldDo } })}
          />
        </Flex>
      )}
    </Box>
  )
}
