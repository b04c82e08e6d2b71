import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { usePick } from '../bench/benchStore'
import { FeelDetails } from './FeelDetails'
import { GraphicDetails } from './GraphicDetails'
import { LayerDetails } from './LayerDetails'

/** What is selected, in numbers and words. */
export function Details({ choices }: { choices: Schemas['Choices'] }) {
  const { graphic, selection, keys } = usePick('graphic', 'selection', 'keys')
  const layers = graphic!.layers.filter((l) => selection.includes(l.id))
  return (
    <Box as="aside" aria-label="Details" p="12px">
      {keys.length > 0 && <FeelDetails choices={choices} />}
      {layers.length === 1 && <LayerDetails key={layers[0]!.id} layer={layers[0]!} choices={choices} />}
      {layers.length > 1 && <Text color="soft">{layers.length} layers selected</Text>}
      {layers.length === 0 && keys.length === 0 && <GraphicDetails choices={choices} />}
    </Box>
  )
}

export function Section({ title, tools, children }: { title: string; tools?: ReactNode; children: ReactNode }) {
  return (
    <Box as="section" mb="10px">
      <Flex align="center" h="24px" mb="2px">
        <Text fontWeight="600" fontSize="12px" flex="1">
          {title}
        </Text>
        {tools}
      </Flex>
      {children}
    </Box>
  )
}
