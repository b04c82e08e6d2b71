import { Grid } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { keysOf, type Layer } from '../live/document'
import { Choice, Labelled } from '../shell/controls'
import { ArrivalDetails } from './ArrivalDetails'
import { Section } from './Section'
import { IdleDetails } from './IdleDetails'
import { Act } from './Act'
import { PressDetails } from './PressDetails'
import { PieceDetails } from './PieceDetails'
import { t } from '../words/words'
import { factsOf, isWords } from '../live/kinds'

/** How the selected layers move: ready-made ways of coming on and going off, pieces, idle motion, path and blur. */
export function MotionDetails({ layers, choices }: { layers: Layer[]; choices: Schemas['Choices'] }) {
  const one = layers.length === 1 ? layers[0]! : null
  return (
    <>
      <ArrivalDetails layers={layers} choices={choices} />
      {one && isWords(one.content) && <PieceDetails key={one.id} layer={one} />}
      {one && <IdleDetails key={one.id} layer={one} />}
      {one && <Pressable layer={one} />}
      {one && <PathDetails layer={one} />}
      <BlurDetails layers={layers} />
    </>
  )
}

/** Only a button is pressed. */
function Pressable({ layer }: { layer: Layer }) {
  const kind = useDocument((s) => s.graphic?.kind)
  return kind === 'button' && factsOf(layer).stands !== 'nowhere' ? <PressDetails key={layer.id} layer={layer} /> : null
}

function PathDetails({ layer }: { layer: Layer }) {
  const { edit } = useDocument.getState()
  const points = keysOf(layer, 'position').length
  if (points < 2) return null
  return (
    <Section title={t('Path')}>
      <Grid templateColumns="1fr auto auto" gap="6px" alignItems="end">
        <Labelled label={t('Turns with the path')}>
          <Choice
            label={t('Turns with the path')}
            value={layer.facing ?? 'fixed'}
            options={[
              { value: 'fixed', label: t('Not at all') },
              { value: 'along', label: t('Faces along it') },
              { value: 'upright', label: t('Along, flipped going back') },
            ]}
            onChange={(e) => void edit({ do: 'changeLayer', layer: layer.id, facing: e.target.value as Layer['facing'] })}
          />
        </Labelled>
        <Act
          name={t('Round')}
          title={t('Make the whole path smooth')}
          onClick={() => void edit({ do: 'bendPath', layer: layer.id, smooth: true })}
        />
        <Act
          name={t('Straight')}
          title={t('Make the whole path angular')}
          onClick={() => void edit({ do: 'bendPath', layer: layer.id, smooth: false })}
        />
      </Grid>
    </Section>
  )
}

function BlurDetails({ layers }: { layers: Layer[] }) {
  const { graphic } = usePick(useDocument, 'graphic')
  const { edit } = useDocument.getState()
  const states = new Set(layers.map((l) => (l.motionBlur === undefined ? 'graphic' : l.motionBlur ? 'on' : 'off')))
  const value = states.size === 1 ? [...states][0]! : ''
  return (
    <Section title={t('Motion blur')}>
      <Choice
        label={t('Motion blur of the layer')}
        value={value}
        options={[
          ...(value === '' ? [{ value: '', label: t('Mixed') }] : []),
          { value: 'graphic', label: t('As the graphic ({value})', { value: graphic!.motionBlur?.on ? t('on') : t('off') }) },
          { value: 'on', label: t('On') },
          { value: 'off', label: t('Off') },
        ]}
        onChange={(e) => {
          const chosen = e.target.value
          void edit({ do: 'setMotionBlur', layers: layers.map((l) => l.id), ...(chosen === 'graphic' ? {} : { on: chosen === 'on' }) })
        }}
      />
    </Section>
  )
}
