import { Flex, Grid } from '@chakra-ui/react'
import { usePick } from '../bench/benchStore'
import type { Layer, PieceStagger } from '../live/document'
import { Choice } from '../shell/controls'
import { Section } from './Details'
import { NumberField } from './NumberField'

export const pieceKinds = [
  { value: 'whole', label: 'As one' },
  { value: 'letter', label: 'By letter' },
  { value: 'word', label: 'By word' },
  { value: 'line', label: 'By line' },
]

const pieceOrders = [
  { value: 'inOrder', label: 'In order' },
  { value: 'reversed', label: 'Reversed' },
  { value: 'fromMiddle', label: 'From the middle' },
  { value: 'shuffled', label: 'Shuffled' },
]

/** Whether the letters, words or lines of a type layer move one after the other. */
export function PieceDetails({ layer }: { layer: Layer }) {
  const { edit } = usePick('edit')
  return (
    <Section title="Type moves">
      <PieceControls
        value={layer.stagger}
        onChange={(stagger) => void edit({ do: 'setPieces', layer: layer.id, ...(stagger ? { stagger } : {}) })}
      />
    </Section>
  )
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
          label="Type moves"
          value={value?.by ?? 'whole'}
          options={pieceKinds}
          onChange={(e) => (e.target.value === 'whole' ? onChange(undefined) : change({ by: e.target.value as PieceStagger['by'] }))}
        />
        {value && (
          <Choice
            label="Order of the pieces"
            value={stagger.order}
            options={pieceOrders}
            onChange={(e) => change({ order: e.target.value as PieceStagger['order'] })}
          />
        )}
      </Grid>
      {value && (
        <Flex gap="4px" mb="4px">
          <NumberField
            label="Frames from piece to piece"
            prefix="next after"
            value={stagger.every}
            digits={0}
            min={0}
            max={1000}
            onChange={(every) => change({ every })}
          />
          {stagger.order === 'shuffled' && (
            <NumberField
              label="Seed of the order"
              prefix="seed"
              value={stagger.seed}
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
