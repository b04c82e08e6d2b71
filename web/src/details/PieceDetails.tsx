import { Flex, Grid, Text } from '@chakra-ui/react'
import { useDocument } from '../stores/documentStore'
import { several } from '../live/edits'
import type { Edit, Layer, PieceStagger } from '../live/document'
import { Choice } from '../shell/controls'
import { Section } from './Section'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

const AS_ONE = 'whole'
const AS_IT_CAME = 'asItCame'

const pieceKinds = [
  { value: 'letter', label: t('By letter') },
  { value: 'word', label: t('By word') },
  { value: 'line', label: t('By line') },
]

const pieceOrders = [
  { value: 'inOrder', label: t('In order') },
  { value: 'reversed', label: t('Reversed') },
  { value: 'fromMiddle', label: t('From the middle') },
  { value: 'shuffled', label: t('Shuffled') },
]

/** How pieces come, or how they go off: where the values stand, and how they are called. */
interface Way {
  values: { by: 'pieces' | 'leaves'; every: 'every' | 'leavesEvery'; order: 'order' | 'leavesOrder'; seed: 'seed' | 'leavesSeed' }
  /** What moves while nothing is said. */
  usual: string
  kinds: { value: string; label: string }[]
  says: { by: string; every: string; order: string; seed: string }
}

export const coming: Way = {
  values: { by: 'pieces', every: 'every', order: 'order', seed: 'seed' },
  usual: AS_ONE,
  kinds: [{ value: AS_ONE, label: t('As one') }, ...pieceKinds],
  says: {
    by: t('Type moves'),
    every: t('Frames from piece to piece'),
    order: t('Order of the pieces'),
    seed: t('Seed of the order'),
  },
}

/** Going off by a departure that is written now: as one is what the layer says then, and not the departure. */
export const departing: Way = {
  values: { by: 'leaves', every: 'leavesEvery', order: 'leavesOrder', seed: 'leavesSeed' },
  usual: AS_IT_CAME,
  kinds: [{ value: AS_IT_CAME, label: t('As it came') }, ...pieceKinds],
  says: {
    by: t('Type goes off'),
    every: t('Frames from piece to piece that goes off'),
    order: t('Order of leaving'),
    seed: t('Seed of leaving'),
  },
}

const going: Way = { ...departing, kinds: [departing.kinds[0]!, ...coming.kinds] }

/** Whether the letters, words or lines of a type layer move one after the other, and whether they go off otherwise than they came. */
export function PieceDetails({ layer }: { layer: Layer }) {
  return (
    <Section title={t('Type moves')}>
      <LayerPieces layer={layer} way={coming} />
      <Text fontSize="12px" color="soft" mb="1px">
        {t('Goes off')}
      </Text>
      <LayerPieces layer={layer} way={going} />
    </Section>
  )
}

function LayerPieces({ layer: { id, content }, way }: { layer: Layer; way: Way }) {
  const { edit } = useDocument.getState()
  if (!isWords(content)) return null
  const { values } = way
  const by = content[values.by] ?? way.usual
  const stagger = { every: content[values.every] ?? 2, order: content[values.order] ?? 'inOrder', seed: content[values.seed] ?? 1 }
  const set = (address: string, value: string | number): Edit => ({ do: 'setValue', layer: id, address, value, at: 0 })
  return (
    <PieceControls
      way={way}
      by={by}
      value={isPieces(by) ? { by, ...stagger } : undefined}
      onChange={(value, by) =>
        void edit(
          value
            ? several([
                set(values.by, value.by),
                set(values.every, value.every),
                set(values.order, value.order ?? 'inOrder'),
                set(values.seed, value.seed ?? 1),
              ])
            : set(values.by, by),
        )
      }
    />
  )
}

const isPieces = (by: string): by is PieceStagger['by'] => by !== AS_ONE && by !== AS_IT_CAME

export function PieceControls({
  way,
  by,
  value,
  onChange,
}: {
  way: Way
  /** What moves as one, where that is no piece. */
  by?: string
  value: PieceStagger | undefined
  onChange: (value: PieceStagger | undefined, by: string) => void
}) {
  const stagger = value ?? { by: 'letter', every: 2, order: 'inOrder', seed: 1 }
  const change = (part: Partial<PieceStagger>) => {
    const next = { ...stagger, ...part }
    onChange(next, next.by)
  }
  return (
    <>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <Choice
          label={way.says.by}
          value={value?.by ?? by ?? way.usual}
          options={way.kinds}
          onChange={({ target: { value: by } }) => (isPieces(by) ? change({ by }) : onChange(undefined, by))}
        />
        {value && (
          <Choice
            label={way.says.order}
            value={stagger.order}
            options={pieceOrders}
            onChange={(e) => change({ order: e.target.value as PieceStagger['order'] })}
          />
        )}
      </Grid>
      {value && (
        <Flex gap="4px" mb="4px">
          <NumberField
            label={way.says.every}
            prefix={t('next after')}
            value={stagger.every}
            digits={0}
            min={0}
            max={1000}
            onChange={(every) => change({ every })}
          />
          {stagger.order === 'shuffled' && (
            <NumberField
              label={way.says.seed}
              prefix={t('seed')}
              value={stagger.seed ?? 1}
              digits={0}
              min={0}
              max={1e6}
              onChange={(seed) => change({ seed })}
            />
          )}
        </Flex>
      )}
    </>
  )
}
