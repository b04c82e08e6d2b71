import { Flex, Grid, Text } from '@chakra-ui/react'
import { useDocument } from '../stores/documentStore'
import { several } from '../live/edits'
import type { Edit, Layer, PieceStagger } from '../live/document'
import { Choice } from '../shell/controls'
import { Section } from './Section'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

export const pieceKinds = [
  { value: 'whole', label: t('As one') },
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

export const leavingKinds = [{ value: 'asItCame', label: t('As it came') }, ...pieceKinds]

/** Whether the letters, words or lines of a type layer move one after the other, and whether they go off otherwise than they came. */
export function PieceDetails({ layer }: { layer: Layer }) {
  const { edit } = useDocument.getState()
  return (
    <Section title={t('Type moves')}>
      <PieceControls value={staggerOf(layer)} onChange={(stagger) => void edit(piecesEdit(layer.id, stagger))} />
      <Text fontSize="12px" color="soft" mb="1px">
        {t('Goes off')}
      </Text>
      <PieceControls
        leaving
        as={leavesAsOne(layer) ? 'whole' : 'asItCame'}
        value={leavingOf(layer)}
        onChange={(stagger, as) => void edit(leavingEdit(layer.id, stagger, as))}
      />
    </Section>
  )
}

/** How the pieces of a type layer follow each other; undefined when it moves as one. */
function staggerOf(layer: Layer): PieceStagger | undefined {
  if (!isWords(layer.content)) return undefined
  const { pieces = 'whole', every = 2, order = 'inOrder', seed = 1 } = layer.content
  return pieces === 'whole' ? undefined : { by: pieces, every, order, seed }
}

function piecesEdit(layer: string, stagger: PieceStagger | undefined): Edit {
  const set = (address: string, value: string | number): Edit => ({ do: 'setValue', layer, address, value, at: 0 })
  if (!stagger) return set('pieces', 'whole')
  const { by, every, order = 'inOrder', seed = 1 } = stagger
  return several([set('pieces', by), set('every', every), set('order', order), set('seed', seed)])
}

/** The same of pieces that go off in a way of their own; undefined when they go as they came, or as one. */
function leavingOf({ content }: Layer): PieceStagger | undefined {
  if (!isWords(content)) return undefined
  const { leaves = 'asItCame', leavesEvery: every = 2, leavesOrder: order = 'inOrder', leavesSeed: seed = 1 } = content
  return leaves === 'asItCame' || leaves === 'whole' ? undefined : { by: leaves, every, order, seed }
}

const leavesAsOne = ({ content }: Layer) => isWords(content) && content.leaves === 'whole'

function leavingEdit(layer: string, stagger: PieceStagger | undefined, as: string): Edit {
  const set = (address: string, value: string | number): Edit => ({ do: 'setValue', layer, address, value, at: 0 })
  if (!stagger) return set('leaves', as)
  const { by, every, order = 'inOrder', seed = 1 } = stagger
  return several([set('leaves', by), set('leavesEvery', every), set('leavesOrder', order), set('leavesSeed', seed)])
}

export function PieceControls({
  value,
  leaving = false,
  kinds = leaving ? leavingKinds : pieceKinds,
  as = 'whole',
  onChange,
}: {
  value: PieceStagger | undefined
  /** Of pieces that go off: they may also go as they came. */
  leaving?: boolean
  kinds?: typeof pieceKinds
  /** How they move without a stagger. */
  as?: string
  onChange: (value: PieceStagger | undefined, as: string) => void
}) {
  const stagger = value ?? { by: 'letter', every: 2, order: 'inOrder', seed: 1 }
  const change = (part: Partial<PieceStagger>) => onChange({ ...stagger, ...part }, as)
  const withoutStagger = (kind: string) => kind === 'whole' || kind === 'asItCame'
  return (
    <>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <Choice
          label={leaving ? t('Type goes off') : t('Type moves')}
          value={value?.by ?? as}
          options={kinds}
          onChange={(e) =>
            withoutStagger(e.target.value) ? onChange(undefined, e.target.value) : change({ by: e.target.value as PieceStagger['by'] })
          }
        />
        {value && (
          <Choice
            label={leaving ? t('Order of leaving') : t('Order of the pieces')}
            value={stagger.order}
            options={pieceOrders}
            onChange={(e) => change({ order: e.target.value as PieceStagger['order'] })}
          />
        )}
      </Grid>
      {value && (
        <Flex gap="4px" mb="4px">
          <NumberField
            label={leaving ? t('Frames from piece to piece that goes off') : t('Frames from piece to piece')}
            prefix={t('next after')}
            value={stagger.every}
            digits={0}
            min={0}
            max={1000}
            onChange={(every) => change({ every })}
          />
          {stagger.order === 'shuffled' && (
            <NumberField
              label={leaving ? t('Seed of leaving') : t('Seed of the order')}
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
