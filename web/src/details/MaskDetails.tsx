import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { CopyParts } from './CopyParts'
import { PartCards } from './PartCards'
import { t } from '../words/words'

/** Shapes that decide where the layer shows, in the order in which they go together. */
export function MaskDetails({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  return (
    <PartCards
      id={id}
      list="masks"
      title={t('Masks')}
      kinds={choices.masks}
      add={t('Add a mask')}
      tools={
        <CopyParts
          id={id}
          choices={choices}
          title={t('Give these masks to every other layer here, in place of theirs')}
          onCopy={(layers) => void edit({ do: 'copyMasks', from: id, layers })}
        />
      }
      onAdd={(kind) => void edit({ do: 'insertMask', layers: [id], kind, at: usePlayback.getState().frame })}
      onMove={(mask, to) => void edit({ do: 'moveMask', layer: id, mask, to })}
      onRemove={(mask) => void edit({ do: 'removeMask', layer: id, mask })}
    />
  )
}
