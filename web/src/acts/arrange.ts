import type { AlignLayers } from '../live/core.gen'
import type { Edit, Layer } from '../live/document'
import { several } from '../live/edits'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useView } from '../stores/viewStore'

/** How an edit that moves layers is kept, and when. */
const moment = () => ({ at: usePlayback.getState().frame, whole: useView.getState().keying === 'whole' })

export const align = (by: AlignLayers['by'], to: AlignLayers['to']) =>
  void useDocument.getState().edit({ do: 'alignLayers', layers: useSelection.getState().selection, by, to, ...moment() })

/** Even gaps: as wide as there is room, or as many pixels as are said. */
export const spread = (down: boolean, gap?: number) =>
  void useDocument
    .getState()
    .edit({ do: 'spreadLayers', layers: useSelection.getState().selection, down, ...(gap !== undefined && { gap }), ...moment() })

export const matchSize = (height: boolean) =>
  void useDocument.getState().edit({ do: 'matchSize', layers: useSelection.getState().selection, height, ...moment() })

export type Step = 'front' | 'forward' | 'back' | 'behind'

/** Moves the selected layers among those of their group, keeping the order that they have among themselves. */
export function order(step: Step) {
  const { graphic, edit } = useDocument.getState()
  const { selection } = useSelection.getState()
  const all = graphic!.layers.map((l) => l.id)
  const chosen = all.filter((id) => selection.includes(id))
  const up = step === 'front' || step === 'forward'
  const edits: Edit[] = []
  const now = [...all]
  // To an end the last to go lies outermost; step by step the first to go makes room.
  for (const id of step === 'front' || step === 'back' ? chosen : chosen.reverse()) {
    const from = now.indexOf(id)
    const beside = besides(graphic!.layers, now, id)
    const to = step === 'front' ? now.length - 1 : step === 'behind' ? 0 : up ? beside.after : beside.before
    if (to === undefined || to === from || (selection.includes(now[to]!) && (step === 'forward' || step === 'back'))) continue
    now.splice(from, 1)
    now.splice(to, 0, id)
    edits.push({ do: 'orderLayer', layer: id, to })
  }
  if (edits.length > 0) void edit(several(edits))
}

/** The places of the next layers of the same group in front and behind. */
function besides(layers: Layer[], now: string[], id: string): { before?: number; after?: number } {
  const groupOf = new Map(layers.map((l) => [l.id, l.group]))
  const same = now.flatMap((other, i) => (groupOf.get(other) === groupOf.get(id) ? [i] : []))
  const at = same.indexOf(now.indexOf(id))
  return { before: same[at - 1], after: same[at + 1] }
}

/** Every layer in sight: of the group that was entered, or of none. */
export function selectAll() {
  const { graphic } = useDocument.getState()
  const { entered, select } = useSelection.getState()
  select(graphic!.layers.filter((l) => !l.locked && !l.hidden && (l.group ?? null) === entered).map((l) => l.id))
}

/** All layers like the first selected one: of its kind, or of its colour. */
export function selectAlike(by: 'kind' | 'colour') {
  const { graphic } = useDocument.getState()
  const { selection, select } = useSelection.getState()
  const first = graphic!.layers.find((l) => l.id === selection[0])
  if (!first) return
  const fill = (l: Layer) => JSON.stringify((l.content as { fill?: unknown }).fill ?? null)
  select(graphic!.layers.filter((l) => (by === 'kind' ? l.content.kind === first.content.kind : fill(l) === fill(first))).map((l) => l.id))
}
