import { useHotkeys } from 'react-hotkeys-hook'
import { totalFrames } from '../live/document'
import { useBench } from './benchStore'

const STEP = 10

/** The keyboard of the bench. Keys typed into a field stay there. */
export function useBenchKeys(onHelp: () => void) {
  const bench = useBench.getState
  const on = (keys: string, act: (event: KeyboardEvent) => void) =>
    // eslint-disable-next-line react-hooks/rules-of-hooks -- always called in the same order
    useHotkeys(keys, (e) => act(e), {
      preventDefault: true,
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
    if (bench().selection.length > 0) nudge(x, y)
    else if (x !== 0) step(x)
  })
  on('mod+z', () => void bench().connection?.undo())
  on('mod+shift+z', () => void bench().connection?.redo())
  on('mod+d', () => {
    const { selection, edit } = bench()
    if (selection.length > 0) void edit({ do: 'duplicateLayers', layers: selection })
  })
  on('delete, backspace', () => {
    const { keys, selection, edit, set } = bench()
    if (keys.length > 0) {
      void edit({ do: 'removeKeys', keys })
      set({ keys: [] })
    } else if (selection.length > 0) void edit({ do: 'removeLayers', layers: selection })
  })
  on('escape', () => bench().select([]))
  on('?', onHelp)

  function step(by: number) {
    bench().set({ playing: false })
    bench().seek(bench().frame + by)
  }
}

function nudge(x: number, y: number) {
  const { selection, frame, edit, graphic } = useBench.getState()
  const layers = selection.filter((id) => !graphic?.layers.find((l) => l.id === id)?.locked)
  if (layers.length > 0) void edit({ do: 'nudge', layers, by: [x, y], at: frame })
}
