import { keysOf, type Edit, type Graphic } from '../live/document'
import { notes } from '../shell/notes'
import { t } from '../words/words'

const NOTE = 'whole-motion'

/** The edit with its moves done to the whole motion instead of at the playhead. */
export function asWhole(edit: Edit): Edit {
  if (edit.do === 'several') return { ...edit, edits: edit.edits.map(asWhole) }
  return edit.do === 'nudge' || edit.do === 'setValue' ? { ...edit, whole: true } : edit
}

/** Names of layers whose keyed place an edit changes in the midst of the Hold: they would stand still there, and drift from now on. */
export function drifting(edit: Edit, graphic: Graphic): string[] {
  if (edit.do === 'several') return edit.edits.flatMap((e) => drifting(e, graphic))
  const moves = edit.do === 'nudge' || (edit.do === 'setValue' && edit.address.split('/')[0] === 'position')
  if (!moves || edit.whole) return []
  const { arrive, hold } = graphic.phases
  if (edit.at < arrive || edit.at >= arrive + hold) return []
  const ids = edit.do === 'nudge' ? edit.layers : [edit.layer]
  return graphic.layers.filter((l) => ids.includes(l.id) && isKeyedElsewhere(keysOf(l, 'position'), edit.at)).map((l) => l.name)
}

const isKeyedElsewhere = (keys: { at: number }[], at: number) => keys.length > 0 && !keys.some((k) => k.at === at)

/** Says that a layer drifts now, and offers to move its whole motion instead. */
export function offerWhole(
  edit: Edit,
  before: Graphic | null,
  undo: () => Promise<unknown> | undefined,
  again: (edit: Edit) => Promise<unknown>,
) {
  notes.dismiss(NOTE)
  const names = before ? drifting(edit, before) : []
  if (names.length === 0) return
  notes.create({
    id: NOTE,
    description: t('{names} moves by keyframes: it was keyed here, and drifts through the Hold.', { names: names.join(', ') }),
    duration: 12_000,
    action: { label: t('Move the whole motion'), onClick: () => void Promise.resolve(undo()).then(() => again(asWhole(edit))) },
  })
}
