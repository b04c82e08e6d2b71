import { Grid } from '@chakra-ui/react'
import type { LayerTie, TieAcross, TieDown } from '../live/core.gen'
import { Choice, Labelled } from '../shell/controls'
import { Tick } from '../shell/Tick'
import { useDocument } from '../stores/documentStore'
import { useOfLayer } from '../stores/ofLayer'
import { t } from '../words/words'

const across = [
  { value: 'left', label: t('Left') },
  { value: 'centre', label: t('Centre') },
  { value: 'right', label: t('Right') },
  { value: 'both', label: t('Both sides') },
]
const down = [
  { value: 'top', label: t('Top') },
  { value: 'middle', label: t('Middle') },
  { value: 'bottom', label: t('Bottom') },
  { value: 'both', label: t('Top and bottom') },
]
const nearest = { value: '', label: t('What is nearest') }

/** What a layer keeps its distance to when the graphic is refitted to another size. */
export function TieDetails({ id }: { id: string }) {
  const layer = useOfLayer(id, ({ tie, hangsFrom, group }) => ({ tie, follows: hangsFrom !== undefined || group !== undefined }))
  const { edit } = useDocument.getState()
  // What follows another goes where that goes.
  if (!layer || layer.follows) return null
  const { tie } = layer
  const set = (next: LayerTie | undefined) => void edit({ do: 'tieLayers', layers: [id], tie: next })
  return (
    <>
      <Grid templateColumns="1fr 1fr" gap="6px">
        <Labelled label={t('Tied across to')}>
          <Choice
            label={t('Tied across to')}
            value={tie?.across ?? ''}
            options={[nearest, ...across]}
            onChange={(e) => set(e.target.value ? { down: 'middle', ...tie, across: e.target.value as TieAcross } : undefined)}
          />
        </Labelled>
        <Labelled label={t('Tied down to')}>
          <Choice
            label={t('Tied down to')}
            value={tie?.down ?? ''}
            options={[nearest, ...down]}
            onChange={(e) => set(e.target.value ? { across: 'centre', ...tie, down: e.target.value as TieDown } : undefined)}
          />
        </Labelled>
      </Grid>
      {tie && (
        <Tick checked={tie.safe ?? false} onChange={(safe) => set({ ...tie, safe })}>
          {t('Of the safe area, not of the picture')}
        </Tick>
      )}
    </>
  )
}
