import { Box, Flex, Text } from '@chakra-ui/react'
import { orderFor, type Kinds, type Order } from '../handoff/order'
import { Choice, Labelled } from '../shell/controls'
import { t } from '../words/words'

/** Where files go, and how large they are. */
export interface Output {
  destination: string
  scale: number
}

const SIZES = [1, 2 / 3, 0.5, 1 / 3]

/** What is handed off to a destination: its best kind, over its own backing. */
export function orderOf(kinds: Kinds, { destination, scale }: Output): Order {
  return { ...orderFor(kinds, destination, { kinds: [], backing: { kind: 'none' }, scales: [] }), scales: [scale] }
}

interface Props {
  kinds: Kinds
  width: number
  height: number
  output: Output
  onChange: (output: Output) => void
}

/** Where the file goes and how large it is, in words that an editor knows. */
export function OutputChoice({ kinds, width, height, output, onChange }: Props) {
  const order = orderOf(kinds, output)
  const kind = kinds.kinds.find((k) => k.kind === order.kinds[0])!
  return (
    <Box>
      <Flex gap="8px">
        <Box flex="1" minW="0">
          <Labelled label={t('Where it goes')}>
            <Choice
              label={t('Where it goes')}
              value={output.destination}
              options={kinds.destinations.map((d) => ({ value: d.id, label: d.name }))}
              onChange={(e) => onChange({ ...output, destination: e.target.value })}
            />
          </Labelled>
        </Box>
        <Box w="130px">
          <Labelled label={t('Size')}>
            <Choice
              label={t('Size')}
              value={String(output.scale)}
              options={SIZES.map((s) => ({ value: String(s), label: `${Math.round(width * s)} × ${Math.round(height * s)}` }))}
              onChange={(e) => onChange({ ...output, scale: Number(e.target.value) })}
            />
          </Labelled>
        </Box>
      </Flex>
      <Text fontSize="12px" color="soft">
        {kind.name} ·{' '}
        {order.backing.kind === 'none' ? t('with transparency') : order.backing.kind === 'key' ? t('over a key colour') : t('over black')}
      </Text>
    </Box>
  )
}
