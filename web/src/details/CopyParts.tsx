import type { Schemas } from '../api/client'
import { useStageLayers } from '../stores/ofLayer'
import { t } from '../words/words'
import { Act } from './Act'

/** Gives what a layer has of a list to every other layer of the same group, in one step. */
export function CopyParts({
  id,
  choices,
  title,
  onCopy,
}: {
  id: string
  choices: Schemas['Choices']
  title: string
  onCopy: (layers: string[]) => void
}) {
  const layers = useStageLayers(choices.contents, true)
  const group = layers.find((l) => l.id === id)?.group
  const beside = layers.filter((l) => l.id !== id && l.group === group).map((l) => l.id)
  return beside.length > 0 && <Act name={t('To all beside it')} title={title} onClick={() => onCopy(beside)} />
}
