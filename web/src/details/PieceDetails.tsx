import { Flex, Grid } from '@chakra-ui/react'
import { useDocument } from '../stores/documentStore'
import { several } from '../live/edits'
import type { Edit, Layer, PieceStagger } from '../live/document'
import { Choice } from '../shell/controls'
import { Section } from './Section'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'

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

/** Whether the letters, words or lines of a type layer move one after the other. */
export function PieceDetails({ layer }: { layer: Layer }) {
  const { edit } = useDocument.getState()
  return (
    <Section title={t('Type moves')}>
      <PieceControls value={staggerOf(layer)} onChange={(stagger) => void edit(piecesEdit(layer.id, stagger))} />
    </Section>
  )
}

/** How the pieces of a type layer follow each other; undefined when it moves as one. */
function staggerOf(layer: Layer): PieceStagger | undefined {
  if (layer.content.kind !== 'type') return undefined
  const { pieces = 'whole', every = 2, order = 'inOrder', seed = 1 } = layer.content
  return pieces === 'whole' ? undefined : { by: pieces, every, order, seed }
}

function piecesEdit(layer: string, stagger: PieceStagger | undefined): Edit {
  const set = (address: string, value: string | number): Edit => ({ do: 'setValue', layer, address, value, at: 0 })
  if (!stagger) return set('pieces', 'whole')
  const { by, every, order = 'inOrder', seed = 1 } = stagger
  return several([set('pieces', by), set('every', every), set('order', order), set('seed', seed)])
}

export function PieceControls({
  value,
  onChange,
}: {
  value: PieceStagger | undefined
  onChange: (value: PieceStagger | undefined) => void
}) {
  const stagger = value ?? { by: 'letter', every: 2, order: 'inOrder', seed: 1 }
  const change = (part: Partial<PieceStagger>) => onChange({ ...stagger, ...part })
  return (
    <>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <Choice
          label={t('Type moves')}
          value={value?.by ?? 'whole'}
          options={pieceKinds}
          onChange={(e) => (e.target.value === 'whole' ? onChange(undefined) : change({ by: e.target.value as PieceStagger['by'] }))}
        />
        {value && (
          <Choice
            label={t('Order of the pieces')}
            value={stagger.order}
            options={pieceOrders}
            onChange={(e) => change({ order: e.target.value as PieceStagger['order'] })}
          />
        )}
      </Grid>
      {value && (
        <Flex gap="4px" mb="4px">
          <NumberField
            label={t('Frames from piece to piece')}
            prefix={t('next after')}
            value={stagger.every}
            digits={0}
            min={0}
            max={1000}
            onChange={(every) => change({ every })}
          />
          {stagger.order === 'shuffled' && (
            <NumberField
              label={t('Seed of the order')}
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
