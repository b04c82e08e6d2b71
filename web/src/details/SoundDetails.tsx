import { Box, Flex } from '@chakra-ui/react'
import { HIGHEST_PEAK, LoudnessNote, TOLERANCE } from '../sound/LoudnessNote'
import { SAMPLE_RATE } from '../sound/samples'
import { SOUND_FILES, withSound } from '../sound/addSounds'
import { useSounds } from '../stores/soundStore'
import { keysOf, valueAt, type Edit } from '../live/document'
import { several } from '../live/edits'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { Act } from './Act'
import type { EditorProps } from './editorProps'
import { FileButton } from '../shell/FileButton'
import { t } from '../words/words'
import { isHeard } from '../live/kinds'

/** The sound of a layer, and another in its place. */
export function SoundField({ layerId, value }: EditorProps) {
  const sound = useDocument((s) => s.graphic?.sounds?.[value as string])
  const { edit } = useDocument.getState()
  const replace = (file: File) =>
    withSound(file, (hash, added) =>
      edit({
        do: 'several',
        edits: [
          { do: 'addSound', hash, sound: added },
          { do: 'setValue', layer: layerId, address: 'sound', value: hash, at: 0 },
        ],
      }),
    )
  return (
    <Box fontSize="12px">
      {sound
        ? `${sound.name}, ${(sound.samples / SAMPLE_RATE).toFixed(2)} s, ${sound.channels === 1 ? t('mono') : sound.channels === 2 ? t('stereo') : t('{channels} channels', { channels: sound.channels })}`
        : t('None')}
      <Box mt="3px">
        <FileButton label={t('Replace the sound')} accept={SOUND_FILES} onFile={(file) => void replace(file)} />
      </Box>
    </Box>
  )
}

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
