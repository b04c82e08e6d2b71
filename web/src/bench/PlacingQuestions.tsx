import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { useSelection } from '../stores/selectionStore'
import { PlaceDialog } from './PlaceDialog'
import { useAsked } from '../acts/placing'
import { RefitDialog } from './RefitDialog'
import { WrapDialog } from './WrapDialog'

/** Asks what is to be placed, what a graphic made of the selected layers is called, or which size it is refitted to. */
export function PlacingQuestions({ graphic }: { graphic: string }) {
  const { asked, ask } = usePick(useAsked, 'asked', 'ask')
  const { selection } = usePick(useSelection, 'selection')
  const close = () => ask(null)
  if (asked === 'place') return <PlaceDialog graphic={graphic} onClose={close} />
  if (asked === 'refit') return <RefitDialog graphic={graphic} onClose={close} />
  const first = useDocument.getState().graphic?.layers.find((l) => selection.includes(l.id))
  if (asked !== 'wrap' || !first) return null
  return <WrapDialog graphic={graphic} layers={selection} name={first.name} onClose={close} />
}
