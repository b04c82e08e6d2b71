import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { usePick } from '../bench/benchStore'
import { FeelDetails } from './FeelDetails'
import { GraphicDetails } from './GraphicDetails'
import { KeyDetails } from './KeyDetails'
import { LayerDetails } from './LayerDetails'
import { MotionDetails } from './MotionDetails'

type View = 'values' | 'motion'

/** What is selected, in numbers and words; for layers also how they move. */
export function Details({ choices }: { choices: Schemas['Choices'] }) {
  const { graphic, selection, keys } = usePick('graphic', 'selection', 'keys')
  const [view, setView] = useState<View>('values')
  const layers = selection.flatMap((id) => graphic!.layers.find((l) => l.id === id) ?? [])
  return (
    <Box as="aside" aria-label="Details" p="12px">
      {keys.length > 0 && <KeyDetails />}
      {keys.length > 0 && <FeelDetails choices={choices} />}
      {layers.length > 0 && <Views view={view} onView={setView} />}
      {layers.length === 1 && view === 'values' && <LayerDetails key={layers[0]!.id} layer={layers[0]!} choices={choices} />}
      {layers.length > 1 && view === 'values' && (
        <Text color="soft">
          {layers.length} layers selected. Drag them together on the stage or the timeline, or choose Motion to bring them on one after the
          other.
        </Text>
      )}
      {layers.length > 0 && view === 'motion' && <MotionDetails layers={layers} choices={choices} />}
      {layers.length === 0 && keys.length === 0 && <GraphicDetails choices={choices} />}
    </Box>
  )
}

function Views({ view, onView }: { view: View; onView: (view: View) => void }) {
  return (
    <Flex role="tablist" aria-label="Details of the selection" mb="10px" borderBottom="1px solid" borderColor="line">
      {(['values', 'motion'] as const).map((v) => (
        <Box
          key={v}
          asChild
          px="12px"
          h="26px"
          fontWeight={v === view ? '600' : '400'}
          color={v === view ? 'ink' : 'soft'}
          borderBottom="2px solid"
          borderColor={v === view ? 'accent' : 'transparent'}
        >
          <button role="tab" aria-selected={v === view} onClick={() => onView(v)}>
            {v === 'values' ? 'Values' : 'Motion'}
          </button>
        </Box>
      ))}
    </Flex>
  )
}
