import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { choicesQuery } from '../api/choices'
import { Choice } from '../shell/controls'
import { useStageLayers } from '../stores/ofLayer'
import { Tick } from '../shell/Tick'
import type { EditorProps } from './editorProps'
import { t } from '../words/words'

/** Some layers of the graphic: each with a box to tick. */
export function LayersEditor({ layerId, value, info, onChange }: EditorProps) {
  const chosen = value as string[]
  const others = useOthers(layerId, info.kind)
  if (others.length === 0) return <Box color="soft">{t('There are no others yet.')}</Box>
  return (
    <Box maxH="110px" overflowY="auto" border="1px solid" borderColor="line" borderRadius="4px" bg="room" p="4px">
      {others.map((l) => (
        <Box key={l.id}>
          <Tick checked={chosen.includes(l.id)} onChange={(on) => onChange(on ? [...chosen, l.id] : chosen.filter((id) => id !== l.id))}>
            {l.name}
          </Tick>
        </Box>
      ))}
    </Box>
  )
}

/** One layer, which may have to have an edge, or none. */
export function LayerEditor({ name, layerId, value, info, onChange }: EditorProps) {
  const others = useOthers(layerId, info.kind)
  return (
    <Choice
      label={name}
      value={(value as string[])[0] ?? ''}
      options={[{ value: '', label: t('Nothing') }, ...others.map((l) => ({ value: l.id, label: l.name }))]}
      onChange={(e) => onChange(e.target.value ? [e.target.value] : [])}
    />
  )
}

/** The other layers: all that show something, those of them that have an edge, or any at all. */
function useOthers(layerId: string, kind: string) {
  const contents = useQuery(choicesQuery).data?.contents ?? []
  const needsEdge = kind === 'edges' || kind === 'edge'
  return useStageLayers(contents, kind !== 'layer').filter(
    (l) => l.id !== layerId && (!needsEdge || contents.find((c) => c.name === l.kind)?.hasEdge === true),
  )
}
