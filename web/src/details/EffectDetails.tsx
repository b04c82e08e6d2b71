import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { CopyParts } from './CopyParts'
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
      tools={
        <CopyParts
          id={id}
          choices={choices}
          title={t('Give these effects to every other layer here, in place of theirs')}
          onCopy={(layers) => void edit({ do: 'copyEffects', from: id, layers })}
        />
      }
      onAdd={(kind) => void edit({ do: 'insertEffect', layers: [id], kind })}
      onMove={(effect, to) => void edit({ do: 'moveEffect', layer: id, effect, to })}
      onRemove={(effect) => void edit({ do: 'removeEffect', layer: id, effect })}
    />
  )
}
