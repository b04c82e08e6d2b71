import { Flex } from '@chakra-ui/react'
import { HIGHEST_PEAK, LoudnessNote, TOLERANCE } from '../sound/LoudnessNote'
import { useSounds } from '../stores/soundStore'
import { keysOf, valueAt, type Edit } from '../live/document'
import { several } from '../live/edits'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { Act } from './Act'
import { t } from '../words/words'
import { isHeard } from '../live/kinds'

/** How loud the whole graphic is, and what brings it to the usual loudness. */
export function SoundLoudness() {
  const loudness = useSounds((s) => s.sounding?.loudness)
  const { edit } = useDocument.getState()
  if (!loudness) return null
  const by = loudness.toTarget
  // More gain than the highest peak has room for would not be heard as meant.
  const room = loudness.truePeak === null ? 0 : HIGHEST_PEAK - loudness.truePeak
  const step = by === null ? 0 : Math.round(Math.min(by, Math.max(0, room)) * 10) / 10
  return (
    <LoudnessNote loudness={loudness}>
      {step !== 0 && by !== null && Math.abs(by) > TOLERANCE && (
        <Flex mt="4px">
          <Act
            name={t('Gain {value}{value2} dB on all', { value: step > 0 ? '+' : '−', value2: Math.abs(step).toFixed(1) })}
            title={by === step ? t('Bring all sounds together to −23 LUFS') : t('As near to −23 LUFS as the true peak allows')}
            onClick={() => void edit(louder(step))}
          />
        </Flex>
      )}
    </LoudnessNote>
  )
}

/** All sounds louder by some decibels, keyed or not. */
function louder(by: number): Edit {
  const { frame } = usePlayback.getState()
  const layers = useDocument.getState().graphic!.layers.filter((l) => isHeard(l.content) && !l.hidden)
  return several(
    layers.map((l) => {
      const keys = keysOf(l, 'gain')
      const now = keys.length > 0 ? (keys[0]!.value as number) : ((valueAt(l, 'gain') as number | undefined) ?? 0)
      return { do: 'setValue', layer: l.id, address: 'gain', value: now + by, at: keys[0]?.at ?? frame, whole: true }
    }),
  )
}
