import { addSound, Refused } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { t } from '../words/words'

/** What a person may choose for a sound. */
export const SOUND_FILES = 'audio/*,.wav,.flac,.mp3,.ogg,.oga,.m4a'

/** Sends a sound, and does with it what it was chosen for; a refusal is told. */
export async function withSound(
  file: File,
  act: (hash: string, sound: { name: string; type: string; samples: number; channels: number }) => Promise<unknown>,
) {
  try {
    const { hash, ...sound } = await addSound(file)
    await act(hash, sound)
  } catch (e) {
    const refused = e instanceof Refused ? e : new Refused(t('The sound could not be sent.'), t('Try again.'))
    useDocument.getState().refuse({ message: refused.message, remedy: refused.remedy })
  }
}

/** Adds a sound that begins at the playhead. */
export const addSoundLayer = (file: File) =>
  withSound(file, (hash, sound) => {
    const { frame } = usePlayback.getState()
    return useDocument.getState().edit({
      do: 'several',
      edits: [
        { do: 'addSound', hash, sound },
        {
          do: 'addLayer',
          layer: {
            id: '',
            name: file.name.replace(/\.[^.]+$/, '') || t('Sound'),
            ...(frame > 0 ? { in: frame } : {}),
            content: { kind: 'sound', sound: hash },
          },
        },
      ],
    })
  })
