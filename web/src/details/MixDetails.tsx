import { Grid } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useLayerNames, useOfLayer, useStageLayers } from '../stores/ofLayer'
import type { BlendMode, MatteBy } from '../live/core.gen'
import { Choice, Labelled } from '../shell/controls'
import { Section } from './Section'
import { Tick } from '../shell/Tick'
import { inWords } from '../values/inWords'
import { TieDetails } from './TieDetails'
import { t } from '../words/words'
import { kinds } from '../live/kinds.gen'

/** How a layer is mixed with what lies behind it, what cuts it, and the group it is in. */
export function MixDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const layer = useOfLayer(id, ({ blend, group, matte }) => ({ blend, group, matte }))
  const layers = useLayerNames()
  const others = useStageLayers(choices.contents, true).filter((l) => l.id !== id)
  if (!layer) return null
  const groups = layers.filter((l) => kinds[l.kind].isGroup && l.id !== id)
  const frame = () => usePlayback.getState().frame
  return (
    <Section title={t('With the others')}>
      <Grid templateColumns="1fr 1fr" gap="6px">
        <Labelled label={t('Blend')}>
          <Choice
            label={t('Blend')}
            value={layer.blend ?? 'normal'}
            options={choices.blends.map((b) => ({ value: b, label: inWords(b) }))}
            onChange={(e) => void edit({ do: 'changeLayer', layer: id, blend: e.target.value as BlendMode })}
          />
        </Labelled>
        <Labelled label={t('In group')}>
          <Choice
            label={t('In group')}
            value={layer.group ?? ''}
            options={[{ value: '', label: t('None') }, ...groups.map((l) => ({ value: l.id, label: l.name }))]}
            onChange={(e) =>
              void edit({ do: 'moveIntoGroup', layers: [id], at: frame(), ...(e.target.value ? { group: e.target.value } : {}) })
            }
          />
        </Labelled>
      </Grid>
      <Grid templateColumns="1fr 1fr" gap="6px" alignItems="end">
        <Labelled label={t('Shows only where')}>
          <Choice
            label={t('Matte')}
            value={layer.matte?.layer ?? ''}
            options={[{ value: '', label: t('Everywhere') }, ...others.map((l) => ({ value: l.id, label: l.name }))]}
            onChange={(e) => void edit({ do: 'changeLayer', layer: id, matte: e.target.value })}
          />
        </Labelled>
        {layer.matte && (
          <Labelled label={t('is')}>
            <Choice
              label={t('Matte by')}
              value={layer.matte.by ?? 'alpha'}
              options={[
                { value: 'alpha', label: t('opaque') },
                { value: 'luma', label: t('bright') },
              ]}
              onChange={(e) => void edit({ do: 'changeLayer', layer: id, matteBy: e.target.value as MatteBy })}
            />
          </Labelled>
        )}
      </Grid>
      {layer.matte && (
        <Tick
          checked={layer.matte.inverted ?? false}
          onChange={(matteInverted) => void edit({ do: 'changeLayer', layer: id, matteInverted })}
        >
          {t('Turned round: only where it is not')}
        </Tick>
      )}
      <TieDetails id={id} />
    </Section>
  )
}
