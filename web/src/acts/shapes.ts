import type { Schemas } from '../api/client'
import type { CombineShapes } from '../live/core.gen'
import type { Layer } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useQuestion } from '../stores/questionStore'
import { useSelection } from '../stores/selectionStore'
import { t } from '../words/words'

export type Combining = CombineShapes['how']

/** How shapes are combined, as it is said. */
export const combinings: { how: Combining; name: string; hint: string }[] = [
  { how: 'unite', name: t('Unite'), hint: t('All of them together') },
  { how: 'cut', name: t('Cut'), hint: t('The backmost without the others') },
  { how: 'overlap', name: t('Overlap'), hint: t('Where all of them are') },
  { how: 'exclude', name: t('Exclude'), hint: t('Where an odd number of them is') },
]

/** Whether lines, type and combinations can use a layer's edge. */
export const hasEdge = (layer: Layer, contents: Schemas['ModuleInfo'][]): boolean =>
  contents.find((c) => c.name === layer.content.kind)?.hasEdge === true

/** Combines the selected shapes; what comes of it is selected. */
export async function combine(how: Combining) {
  const { graphic, edit } = useDocument.getState()
  const before = new Set(graphic!.layers.map((l) => l.id))
  const layers = useSelection.getState().selection
  if (await edit({ do: 'combineShapes', layers, how, at: usePlayback.getState().frame })) {
    const made = useDocument.getState().graphic!.layers.find((l) => !before.has(l.id))
    if (made) useSelection.getState().select([made.id])
  }
}

/** Makes paths of the selected layers; what is lost by it is said before. */
export async function makePaths() {
  const { connection, edit } = useDocument.getState()
  const layers = useSelection.getState().selection
  const change = { do: 'makePath' as const, layers, at: usePlayback.getState().frame }
  const text = await connection?.foresee(change)
  if (!text) return void edit(change)
  useQuestion.getState().ask({ title: t('Make a path?'), text, yes: t('Make a path'), act: () => void edit(change) })
}
