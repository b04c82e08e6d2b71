import { create } from 'zustand'
import { api, data, Refused } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { tieToSelected } from './adding'
import { t } from '../words/words'

/** How long a new layer may take to come over the live line before it is no longer waited for. */
const ARRIVES_MS = 3000

interface Asked {
  /** Which graphic is to be placed, what one made of layers is called, or which size it is refitted to. */
  asked: 'place' | 'wrap' | 'refit' | null
  ask: (asked: 'place' | 'wrap' | 'refit' | null) => void
}

/** The question about placed graphics that is open. */
export const useAsked = create<Asked>((set) => ({ asked: null, ask: (asked) => set({ asked }) }))

/** Places another graphic of the package from the playhead on; in the hook or the group that is selected. */
export function place(host: string, graphic: string) {
  const tie = tieToSelected()
  return withNew(
    () =>
      data(api.POST('/api/graphics/{id}/placed', { params: { path: { id: host } }, body: { graphic, at: usePlayback.getState().frame } })),
    ([added]) => tie && added && void useDocument.getState().edit(tie(added)),
  )
}

/** Makes a graphic of its own of layers, and places it where they stood. */
export const wrap = (host: string, layers: string[], name: string) =>
  withNew(() => data(api.POST('/api/graphics/{id}/wrapped', { params: { path: { id: host } }, body: { layers, name } })))

/** Makes groups of placed graphics. */
export const takeApart = (layers: string[]) => useDocument.getState().edit({ do: 'takeApart', layers })

/** Does what adds a layer on the server, and selects it when it has come. Null when it was done; else why not. */
async function withNew(act: () => Promise<unknown>, then?: (added: string[]) => unknown): Promise<Refused | null> {
  const before = new Set(ids())
  try {
    await act()
  } catch (e) {
    return e instanceof Refused ? e : new Refused(t('The server is not reachable.'), t('Start it and try again.'))
  }
  const select = () => {
    const added = ids().filter((id) => !before.has(id))
    if (added.length === 0) return false
    useSelection.getState().select(added)
    then?.(added)
    return true
  }
  if (!select()) {
    const stop = useDocument.subscribe(() => select() && stop())
    setTimeout(stop, ARRIVES_MS)
  }
  return null
}

const ids = () => useDocument.getState().graphic?.layers.map((l) => l.id) ?? []
