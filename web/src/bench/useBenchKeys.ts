import { useHotkeys } from 'react-hotkeys-hook'
import { keyPlaces, totalFrames } from '../live/document'
import { markRange } from '../timeline/Transport'
import { useBench } from './benchStore'
import { copyToPlayhead } from './clipboard'
import { dissolve, enter, group, leave } from './groups'

const STEP = 10

/** The keyboard of the bench. Keys typed into a field stay there. */
export function useBenchKeys(onHelp: () => void) {
  const bench = useBench.getState
  const on = (keys: string, act: (event: KeyboardEvent) => void) =>
    // eslint-disable-next-line react-hooks/rules-of-hooks -- always called in the same order
    useHotkeys(keys, (e) => act(e), {
      preventDefault: keys !== 'enter',
      useKey: keys === '?' || keys === ',' || keys === '.',
      // The comma is a key of its own here, not only what stands between keys.
      delimiter: keys === ',' ? '|' : ',',
      ignoreEventWhen: () => document.querySelector('dialog[open]') !== null,
    })

  on('space', () => bench().set({ playing: !bench().playing }))
  on(',', () => step(-1))
  on('.', () => step(1))
  on('home', () => bench().seek(0))
  on('end', () => bench().seek(totalFrames(bench().graphic!.phases) - 1))
  on('left, right, up, down, shift+left, shift+right, shift+up, shift+down', (e) => {
    const by = e.shiftKey ? STEP : 1
    const x = e.key === 'ArrowLeft' ? -by : e.key === 'ArrowRight' ? by : 0
    const y = e.key === 'ArrowUp' ? -by : e.key === 'ArrowDown' ? by : 0
    if (bench().keys.length > 0) void nudgeKeys(x)
    else if (bench().selection.length > 0) nudge(x, y)
    else if (x !== 0) step(x)
  })
  on('mod+z', () => void bench().connection?.undo())
  on('mod+shift+z', () => void bench().connection?.redo())
  on('mod+d', () => {
    const { selection, edit, keys } = bench()
    if (keys.length > 0) void copyToPlayhead()
    else if (selection.length > 0) void edit({ do: 'duplicateLayers', layers: selection })
  })
  on('delete, backspace', () => {
    const { keys, selection, edit, set } = bench()
    if (keys.length > 0) {
      void edit({ do: 'removeKeys', keys })
      set({ keys: [] })
    } else if (selection.length > 0) void edit({ do: 'removeLayers', layers: selection, at: bench().frame })
  })
  on('escape', () => {
    if (bench().keys.length > 0) bench().set({ keys: [] })
    else if (!leave()) bench().select([])
  })
  on('mod+g', () => void group())
  on('mod+shift+g', () => void dissolve(bench().selection))
  on('enter', () => {
    const [only, more] = bench().selection
    if (only && !more && document.activeElement?.tagName !== 'BUTTON') enter(only)
  })
  on('i', () => markRange('start'))
  on('o', () => markRange('end'))
  on('k', () => bench().set({ keying: bench().keying === 'playhead' ? 'whole' : 'playhead' }))
  on('mod+a', () => selectAllKeys())
  on('x', () => {
    const { selection, frame, edit } = bench()
    if (selection.length > 0) void edit({ do: 'splitLayers', layers: selection, at: frame })
  })
  on('?', onHelp)

  function step(by: number) {
    bench().set({ playing: false })
    bench().seek(bench().frame + by)
  }
}

/** Moves the selected keyframes in time; they stay selected. */
async function nudgeKeys(by: number) {
  const { keys, edit, set, graphic } = useBench.getState()
  const times = keys.map((k) => k.at)
  const limited = Math.max(-Math.min(...times), Math.min(totalFrames(graphic!.phases) - 1 - Math.max(...times), by))
  if (limited === 0) return
  // Selected at once, so that a second press moves them on.
  set({ keys: keys.map((k) => ({ ...k, at: k.at + limited })) })
  if (!(await edit({ do: 'moveKeys', keys, by: limited }))) set({ keys })
}

/** Every keyframe of the selected layers, or of all. */
function selectAllKeys() {
  const { graphic, selection, select } = useBench.getState()
  const layers = graphic!.layers.filter((l) => selection.length === 0 || selection.includes(l.id))
  select(selection, layers.flatMap(keyPlaces))
}

function nudge(x: number, y: number) {
  const { selection, frame, edit, graphic } = useBench.getState()
  const layers = selection.filter((id) => !graphic?.layers.find((l) => l.id === id)?.locked)
  if (layers.length > 0) void edit({ do: 'nudge', layers, by: [x, y], at: frame })
}
