import type { CopiedKey } from '../live/core.gen'
import { keysOf, type Keyframe, type KeyPlace } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'

/** How copied keyframes are told from other text. */
const KIND = 'hang-keyframes'

interface Clip {
  kind: typeof KIND
  keys: CopiedKey[]
}

/** The selected keyframes, with their frames counted from the first of them; undefined when none is selected. */
export function copied(places: KeyPlace[]): CopiedKey[] | undefined {
  const { graphic } = useDocument.getState()
  if (places.length === 0) return undefined
  const layers = [...new Set(places.map((p) => p.layer))]
  const first = Math.min(...places.map((p) => p.at))
  return places.flatMap((place) => {
    const layer = graphic!.layers.find((l) => l.id === place.layer)
    const key = layer && keysOf(layer, place.address).find((k) => k.at === place.at)
    return key ? [{ layer: layers.indexOf(place.layer), address: place.address, key: { ...key, at: key.at - first } }] : []
  })
}

export function clipText(): string | undefined {
  const keys = copied(useSelection.getState().keys)
  return keys && JSON.stringify({ kind: KIND, keys } satisfies Clip)
}

export function clipOf(text: string): CopiedKey[] | undefined {
  try {
    const clip = JSON.parse(text) as Partial<Clip>
    return clip.kind === KIND && Array.isArray(clip.keys) ? clip.keys : undefined
  } catch {
    return undefined
  }
}

/** Puts keyframes at the playhead, on the selected layers, and selects them there. */
export async function paste(keys: CopiedKey[], layers: string[]) {
  const { frame } = usePlayback.getState()
  const { edit } = useDocument.getState()
  if (!(await edit({ do: 'pasteKeys', layers, keys, at: frame }))) return
  const sources = new Set(keys.map((k) => k.layer)).size
  const placed = layers.flatMap((layer, i) =>
    keys.filter((k) => sources === 1 || k.layer === i).map((k) => ({ layer, address: k.address, at: (k.key as Keyframe).at + frame })),
  )
  useSelection.getState().selectKeys(placed)
}

/** The selected keyframes once more, from the playhead on. */
export async function copyToPlayhead() {
  const { keys } = useSelection.getState()
  const clip = copied(keys)
  if (clip) await paste(clip, [...new Set(keys.map((k) => k.layer))])
}
