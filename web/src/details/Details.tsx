import { Box, Tabs } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { useSelection } from '../stores/selectionStore'
import { FeelDetails } from './FeelDetails'
import { GraphicDetails } from './GraphicDetails'
import { KeyDetails } from './KeyDetails'
import { LayerDetails } from './LayerDetails'
import { MotionDetails } from './MotionDetails'
import { SeveralDetails } from './SeveralDetails'
import { t } from '../words/words'

type View = 'values' | 'motion'

/** What is selected, in numbers and words; for layers also how they move. */
export function Details({ choices }: { choices: Schemas['Choices'] }) {
  const { selection, keys } = usePick(useSelection, 'selection', 'keys')
  const [asked, setView] = useState<View>('values')
  // What is only heard does not move.
  const moves = useDocument(
    (s) =>
      s.graphic?.layers.some(
        (l) => selection.includes(l.id) && choices.contents.find((c) => c.name === l.content.kind)?.isOnStage !== false,
      ) ?? false,
  )
  const view = moves ? asked : 'values'
  return (
    <Box as="aside" aria-label={t('Details')} p="12px">
      {keys.length > 0 && <KeyDetails />}
      {keys.length > 0 && <FeelDetails choices={choices} />}
      {selection.length > 0 && (
        <Tabs.Root size="sm" lazyMount unmountOnExit value={view} onValueChange={(e) => setView(e.value as View)}>
          <Tabs.List aria-label={t('Details of the selection')} mb="10px">
            <Tabs.Trigger value="values" h="28px">
              {t('Values')}
            </Tabs.Trigger>
            {moves && (
              <Tabs.Trigger value="motion" h="28px">
                {t('Motion')}
              </Tabs.Trigger>
            )}
          </Tabs.List>
          <Tabs.Content value="values" p="0">
            {selection.length === 1 ? (
              <LayerDetails key={selection[0]} id={selection[0]!} choices={choices} />
            ) : (
              <SeveralDetails choices={choices} />
            )}
          </Tabs.Content>
          <Tabs.Content value="motion" p="0">
            <MotionOf ids={selection} choices={choices} />
          </Tabs.Content>
        </Tabs.Root>
      )}
      {selection.length === 0 && keys.length === 0 && <GraphicDetails choices={choices} />}
    </Box>
  )
}

function MotionOf({ ids, choices }: { ids: string[]; choices: Schemas['Choices'] }) {
  const layers = useDocument((s) => s.graphic!.layers)
  return <MotionDetails layers={ids.flatMap((id) => layers.find((l) => l.id === id) ?? [])} choices={choices} />
}
