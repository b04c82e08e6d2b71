import { Box } from '@chakra-ui/react'
import { acceptOf, adding, withSource } from '../stores/sources'
import { sources, type SourceFacts, type SourceName } from '../live/sources.gen'
import { FileButton } from '../shell/FileButton'
import { SAMPLE_RATE } from '../sound/samples'
import { useDocument } from '../stores/documentStore'
import { t } from '../words/words'
import type { EditorProps } from './editorProps'

/** What is said of a source besides its name, and how another is asked for; of kinds without words of their own only the name. */
const words: { [K in SourceName]?: { facts: (facts: SourceFacts[K]) => string; replace: () => string } } = {
  picture: {
    facts: ({ width, height }) => t('{width} × {height} px', { width, height }),
    replace: () => t('Replace the picture'),
  },
  sound: {
    facts: ({ samples, channels }) => `${(samples / SAMPLE_RATE).toFixed(2)} s, ${channelsOf(channels)}`,
    replace: () => t('Replace the sound'),
  },
}

const channelsOf = (channels: number) =>
  channels === 1 ? t('mono') : channels === 2 ? t('stereo') : t('{channels} channels', { channels })

/** The file of a layer, and another in its place. */
export function SourceField({ info, layerId, value }: EditorProps) {
  const kind = info.kind as SourceName
  const known = useDocument(
    (s) =>
      (s.graphic as unknown as Record<string, Record<string, SourceFacts[SourceName]> | undefined>)?.[sources[kind].member]?.[
        value as string
      ],
  )
  const said = words[kind] as { facts: (facts: SourceFacts[SourceName]) => string; replace: () => string } | undefined
  const replace = (file: File) =>
    withSource(kind, file, (hash, facts) =>
      useDocument.getState().edit({
        do: 'several',
        edits: [adding(kind, hash, facts), { do: 'setValue', layer: layerId, address: info.name, value: hash, at: 0 }],
      }),
    )
  return (
    <Box fontSize="12px">
      {known ? [known.name, said?.facts(known)].filter(Boolean).join(', ') : t('None')}
      <Box mt="3px">
        <FileButton label={said?.replace() ?? t('Replace the file')} accept={acceptOf(kind)} onFile={(file) => void replace(file)} />
      </Box>
    </Box>
  )
}
