import { Box } from '@chakra-ui/react'
import { useLayerNames } from '../stores/ofLayer'
import { Tick } from '../shell/Tick'
import type { EditorProps } from './editorProps'

/** Some layers of the graphic: each with a box to tick. */
export function LayersEditor({ layerId, value, onChange }: EditorProps) {
  const chosen = value as string[]
  const others = useLayerNames().filter((l) => l.id !== layerId && l.kind !== 'hook')
  if (others.length === 0) return <Box color="soft">There are no others yet.</Box>
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
