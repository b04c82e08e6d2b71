import { Grid } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { useOfLayer } from '../stores/ofLayer'
import { Choice, Labelled } from '../shell/controls'

const weightNames: Record<number, string> = {
  100: 'Thin',
  300: 'Light',
  400: 'Regular',
  500: 'Medium',
  600: 'Semibold',
  700: 'Bold',
  800: 'Extra bold',
  900: 'Black',
}

/** What has a control of its own here or in Motion. */
export const typeSettings = ['family', 'weight', 'align', 'pieces', 'every', 'order', 'seed']

/** The font of a type layer, and to which side its lines are set. */
export function TypeDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const content = useOfLayer(id, ({ content: c }) => (c.kind === 'type' ? { family: c.family, weight: c.weight, align: c.align } : null))
  if (!content) return null
  const { family: chosen = 'Inter', weight = 400, align = 'left' } = content
  const family = choices.fonts.find((f) => f.name === chosen)
  const set = (address: string, value: string | number) => void edit({ do: 'setValue', layer: id, address, value, at: 0 })
  return (
    <>
      <Labelled label="Font">
        <Choice
          label="Font"
          value={chosen}
          options={choices.fonts.map((f) => ({ value: f.name, label: `${f.name} (${f.character})` }))}
          title={family?.character}
          onChange={(e) => set('family', e.target.value)}
        />
      </Labelled>
      <Grid templateColumns="1fr 1fr" gap="6px">
        <Labelled label="Weight">
          <Choice
            label="Weight"
            value={weight}
            options={[...new Set([...(family?.weights ?? []), weight])]
              .sort((a, b) => a - b)
              .map((w) => ({ value: String(w), label: weightNames[w] ?? String(w) }))}
            onChange={(e) => set('weight', Number(e.target.value))}
          />
        </Labelled>
        <Labelled label="Set to">
          <Choice
            label="Alignment"
            value={align}
            options={[
              { value: 'left', label: 'Left' },
              { value: 'centre', label: 'Centre' },
              { value: 'right', label: 'Right' },
            ]}
            onChange={(e) => set('align', e.target.value)}
          />
        </Labelled>
      </Grid>
    </>
  )
}
