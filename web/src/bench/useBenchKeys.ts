import { useView } from '../stores/viewStore'
import { useHotkeys } from 'react-hotkeys-hook'
import { keyPlaces, totalFrames } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { isArrow, isTyping, ownsArrows, useTransportKeys, wasCovered } from './transportKeys'
import { copyToPlayhead } from '../acts/clipboard'
import { isAsking } from '../shell/Dialog'
import { useRows } from '../timeline/rowState'
import { order, selectAll } from '../acts/arrange'
import { dissolve, enter, group, leave } from '../acts/groups'

const STEP = 10

/** The keyboard of the bench. Keys typed into a field stay there. */
export function useBenchKeys(onHelp: () => void) {
  const doc = useDocument.getState
  const playback = usePlayback.getState
  const chosen = useSelection.getState
  const on = (keys: string, act: (event: KeyboardEvent) => void) =>
    // oxlint-disable-next-line react-hooks/rules-of-hooks -- always called in the same order
    useHotkeys(keys, (e) => act(e), {
      preventDefault: keys !== 'enter',
      // What is ticked, chosen or dragged is no field that is typed into.
      enableOnFormTags: true,
      useKey: keys === '?' || keys === ',' || keys === '.',
      // The comma is a key of its own here, not only what stands between keys.
      delimiter: keys === ',' ? '|' : ',',
      ignoreEventWhen: (e) => isAsking() || isTyping(e.target) || (isArrow(e) && ownsArrows(e.target)),
    })

  useTransportKeys()
  on('left, right, up, down, shift+left, shift+right, shift+up, shift+down', (e) => {
    const by = e.shiftKey ? STEP : 1
    const x = e.key === 'ArrowLeft' ? -by : e.key === 'ArrowRight' ? by : 0
    const y = e.key === 'ArrowUp' ? -by : e.key === 'ArrowDown' ? by : 0
    if (chosen().keys.length > 0) void nudgeKeys(x)
    else if (chosen().selection.length > 0) nudge(x, y)
    else if (x !== 0) playback().step(x)
  })
  on('mod+d', () => {
    const { selection, keys } = chosen()
    if (keys.length > 0) void copyToPlayhead()
    else if (selection.length > 0) void doc().edit({ do: 'duplicateLayers', layers: selection })
  })
  on('delete, backspace', () => {
    const { keys, selection, selectKeys } = chosen()
    if (keys.length > 0) {
      void doc().edit({ do: 'removeKeys', keys, at: playback().frame })
      selectKeys([])
    } else if (selection.length > 0) void doc().edit({ do: 'removeLayers', layers: selection, at: playback().frame })
  })
  on('escape', () => {
    // Whatever lies on top has closed by it.
    if (wasCovered()) return
    if (chosen().keys.length > 0) chosen().selectKeys([])
    else if (!leave()) chosen().select([])
  })
  on('mod+g', () => void group())
  on('mod+shift+g', () => void dissolve(chosen().selection))
  on('enter', () => {
    const [only, more] = chosen().selection
    if (only && !more && document.activeElement?.tagName !== 'BUTTON') enter(only)
  })
  on('i', () => playback().mark('start'))
  on('o', () => playback().mark('end'))
  on('k', () => useView.getState().key(useView.getState().keying === 'playhead' ? 'whole' : 'playhead'))
  on('mod+a', () => selectAllKeys())
  on('mod+shift+a', () => selectAll())
  on('pageup', () => order('forward'))
  on('pagedown', () => order('back'))
  on('shift+pageup', () => order('front'))
  on('shift+pagedown', () => order('behind'))
  on('f2', () => {
    const [only, more] = chosen().selection
    if (only && !more) useRows.getState().rename(only)
  })
  on('x', () => {
    const { selection } = chosen()
    if (selection.length > 0) void doc().edit({ do: 'splitLayers', layers: selection, at: playback().frame })
  })
  on('?', onHelp)
}

/** Moves the selected keyframes in time; they stay selected. */
async function nudgeKeys(by: number) {
  const { keys } = useSelection.getState()
  const { edit, graphic } = useDocument.getState()
  const times = keys.map((k) => k.at)
  const limited = Math.max(-Math.min(...times), Math.min(totalFrames(graphic!.phases) - 1 - Math.max(...times), by))
  if (limited === 0) return
  // Selected at once, so that a second press moves them on.
  useSelection.getState().selectKeys(keys.map((k) => ({ ...k, at: k.at + limited })))
  if (!(await edit({ do: 'moveKeys', keys, by: limited }))) useSelection.getState().selectKeys(keys)
}

/** Every keyframe of the selected layers, or of all. */
function selectAllKeys() {
  const { graphic } = useDocument.getState()
  const { selection, select } = useSelection.getState()
  const layers = graphic!.layers.filter((l) => selection.length === 0 || selection.includes(l.id))
  select(selection, layers.flatMap(keyPlaces))
}

function nudge(x: number, y: number) {
  const { selection } = useSelection.getState()
  const { frame } = usePlayback.getState()
  const { edit, graphic } = useDocument.getState()
  const layers = selection.filter((id) => !graphic?.layers.find((l) => l.id === id)?.locked)
  if (layers.length > 0) void edit({ do: 'nudge', layers, by: [x, y], at: frame })
}
