import type { Graphic } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { lineOf } from './picking'
import { isGroup } from '../live/kinds'

/** Puts the selected layers into a new group, which is then selected. */
export async function group() {
  const { selection } = useSelection.getState()
  const { frame } = usePlayback.getState()
  const { edit } = useDocument.getState()
  if (selection.length > 0) await edit({ do: 'groupLayers', layers: selection, at: frame })
}

/** Takes groups apart; what was in them is selected. */
export async function dissolve(groups: string[]) {
  const { graphic, edit } = useDocument.getState()
  const { frame } = usePlayback.getState()
  const { select } = useSelection.getState()
  const chosen = graphic!.layers.filter((l) => groups.includes(l.id) && isGroup(l)).map((l) => l.id)
  if (chosen.length === 0) return
  const members = graphic!.layers.filter((l) => l.group && chosen.includes(l.group)).map((l) => l.id)
  if (await edit({ do: 'dissolveGroups', layers: chosen, at: frame })) select(members)
}

/** From now on the pointer takes hold of what is in the group; its frontmost layer is selected. */
export function enter(id: string) {
  const { graphic } = useDocument.getState()
  const { select } = useSelection.getState()
  const members = graphic!.layers.filter((l) => l.group === id)
  if (members.length === 0) return
  useSelection.getState().enter(id)
  select([members.at(-1)!.id])
}

/** One step out of the group that was entered; it is selected. False when none was. */
export function leave(): boolean {
  const { entered, select } = useSelection.getState()
  const { graphic } = useDocument.getState()
  if (!entered) return false
  useSelection.getState().enter(groupOf(graphic!, entered) ?? null)
  select([entered])
  return true
}

const groupOf = (graphic: Graphic, id: string): string | undefined => graphic.layers.find((l) => l.id === id)?.group

/** Selecting a layer elsewhere, as on the timeline, goes to the group it is in. */
export function follow(id: string) {
  const { graphic } = useDocument.getState()
  const layers = new Map(graphic!.layers.map((l) => [l.id, l]))
  const layer = layers.get(id)
  if (layer) useSelection.getState().enter(lineOf(layers, layer)[1] ?? null)
}
