import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { useStageLayers } from '../stores/ofLayer'
import { Act } from './Act'
import { PartCards } from './PartCards'
import { t } from '../words/words'

/** What is done to the layer's picture, in order: each effect switched, keyed, moved and taken away. */
export function EffectDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  return (
    <PartCards
      id={id}
      list="effects"
      title={t('Effects')}
      kinds={choices.effects}
      add={t('Add an effect')}
      tools={<CopyTo id={id} choices={choices} />}
      onAdd={(kind) => void edit({ do: 'insertEffect', layers: [id], kind })}
      onMove={(effect, to) => void edit({ do: 'moveEffect', layer: id, effect, to })}
      onRemove={(effect) => void edit({ do: 'removeEffect', layer: id, effect })}
    />
  )
}

/** Gives all effects to every other layer of the same group, in one step. */
function CopyTo({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const layers = useStageLayers(choices.contents, true)
  const group = layers.find((l) => l.id === id)?.group
  const beside = layers.filter((l) => l.id !== id && l.group === group).map((l) => l.id)
  if (beside.length === 0) return null
  return (
    <Act
      name={t('To all beside it')}
      title={t('Give these effects to every other layer here, in place of theirs')}
      onClick={() => void edit({ do: 'copyEffects', from: id, layers: beside })}
    />
  )
}
