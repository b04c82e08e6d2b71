import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { totalFrames, type Layer } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { Tick } from '../shell/Tick'
import { t } from '../words/words'
import { Act } from './Act'
import { Section } from './Section'

/** A press as of a button, at the playhead, with a pointer that does it or without. */
export function PressDetails({ layer }: { layer: Layer }) {
  const { edit } = useDocument.getState()
  const [pointer, setPointer] = useState(true)
  const press = () => {
    const { frame } = usePlayback.getState()
    void edit({ do: 'press', layer: layer.id, at: Math.min(frame, totalFrames(useDocument.getState().graphic!.phases) - 1), pointer })
  }
  return (
    <Section title={t('Press')}>
      <Flex align="center" gap="8px" wrap="wrap">
        <Act name={t('Press it here')} title={t('It goes down at the playhead and springs back; ordinary keyframes')} onClick={press} />
        <Tick checked={pointer} onChange={setPointer} title={t('A layer of its own comes, presses in the middle, and goes')}>
          {t('With a pointer')}
        </Tick>
      </Flex>
    </Section>
  )
}
