import type { Edit, Layer } from '../live/document'
import type { SourceName } from '../live/sources.gen'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useView } from '../stores/viewStore'
import { t } from '../words/words'
import { factsOf } from '../live/kinds'
import { adding, sourceOf, withSource } from '../stores/sources'

export type NewLayer = Omit<Layer, 'id'>

let last: Promise<unknown> = Promise.resolve()

/**
 * Adds a layer when those before it are there: what is selected by then says where it goes.
 * @param before Edits that must come first, such as the picture that it shows.
 */
export function addInTurn(layer: () => NewLayer, before: Edit[] = []): Promise<boolean> {
  const turn = last.then(() => {
    const edits = [...before, ...addedTo(layer())]
    return useDocument.getState().edit(edits.length === 1 ? edits[0]! : { do: 'several', edits })
  })
  last = turn.catch(() => undefined)
  return turn
}

/** Adds a picture, at most half as large as the frame, with its middle at a point of the frame. */
export const addPictureLayer = (chosen: File, at?: [number, number]) =>
  withSource('picture', chosen, (hash, asset) =>
    addInTurn(() => {
      const { width, height } = useDocument.getState().graphic!
      const k = Math.min(1, (width * 0.5) / asset.width, (height * 0.5) / asset.height)
      const size: [number, number] = [Math.round(asset.width * k), Math.round(asset.height * k)]
      const [x, y] = at ?? [width / 2, height / 2]
      return {
        name: asset.name.replace(/\.[^.]+$/, '') || t('Picture'),
        position: [Math.round(x - size[0] / 2), Math.round(y - size[1] / 2)],
        content: { kind: 'picture', asset: hash, size },
      }
    }, [adding('picture', hash, asset)]),
  )

/** Adds a sound that begins at the playhead. It has no place on the stage, so it goes into no hook and no group. */
export const addSoundLayer = (chosen: File) =>
  withSource('sound', chosen, (hash, sound) => {
    const { frame } = usePlayback.getState()
    const name = chosen.name.replace(/\.[^.]+$/, '') || t('Sound')
    const layer = { id: '', name, ...(frame > 0 ? { in: frame } : {}), content: { kind: 'sound' as const, sound: hash } }
    return useDocument.getState().edit({ do: 'several', edits: [adding('sound', hash, sound), { do: 'addLayer', layer }] })
  })

/** What a dropped file of a kind becomes. */
const layers: Partial<Record<SourceName, (file: File, at: [number, number]) => Promise<void>>> = {
  picture: addPictureLayer,
  sound: addSoundLayer,
}

/** Takes files that were dropped on the stage: pictures and sounds become layers, a clip is shown behind the graphic. */
export async function addDropped(files: File[], at: [number, number]) {
  for (const file of files) {
    const kind = sourceOf(file)
    const add = kind && layers[kind]
    if (add) await add(file, at)
    else if (file.type.startsWith('video/')) useView.getState().setFootage(file)
    else
      useDocument.getState().refuse({
        message: t('“{name}” is neither a picture nor a sound nor a clip.', { name: file.name }),
        remedy: t('Drop a PNG, JPEG or WebP, a sound, or a clip to look at the graphic over.'),
      })
  }
}

/** What adds a layer; where a hook or a group is selected it goes into that, and stays where it is on the stage. */
function addedTo(layer: NewLayer): Edit[] {
  const tie = tieToSelected()
  if (!tie) return [{ do: 'addLayer', layer: { id: '', ...layer } }]
  const id = freeId(useDocument.getState().graphic!.layers)
  return [{ do: 'addLayer', layer: { id, ...layer } }, tie(id)]
}

/** What puts layers into the hook or the group that is selected now; null where it is something else. */
export function tieToSelected(): ((id: string) => Edit) | null {
  const { selection } = useSelection.getState()
  const { graphic } = useDocument.getState()
  const chosen = selection.length === 1 ? graphic?.layers.find((l) => l.id === selection[0]) : undefined
  const at = usePlayback.getState().frame
  const gathers = chosen ? factsOf(chosen).gathers : 'nobody'
  if (chosen && gathers === 'hung') return (id) => ({ do: 'changeLayer', layer: id, hangsFrom: chosen.id, at })
  if (chosen && gathers === 'members') return (id) => ({ do: 'moveIntoGroup', layers: [id], group: chosen.id, at })
  return null
}

function freeId(layers: Layer[]): string {
  for (let n = layers.length + 1; ; n++) if (!layers.some((l) => l.id === `n${n}`)) return `n${n}`
}
