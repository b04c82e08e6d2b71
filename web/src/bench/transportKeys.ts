import { useEffect } from 'react'
import { isAsking } from '../shell/Dialog'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'

/** Fields that are typed into keep their keys; whatever else was pressed last has none of its own. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      target instanceof HTMLTextAreaElement ||
      (target instanceof HTMLInputElement &&
        !['checkbox', 'radio', 'range', 'button', 'submit', 'reset', 'color', 'file', 'image'].includes(target.type)))
  )
}

export const isArrow = (e: KeyboardEvent) => e.key.startsWith('Arrow')

/** What is chosen from or moved by arrow keys. */
export const ownsArrows = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.matches('select, input[type=radio], input[type=range], [role=slider], [role=separator]')

/** Whether something lies over the page that Escape closes, or a menu whose keys are its own. */
const isCovered = () =>
  document.querySelector(
    '[role=menu][data-state=open], [role=listbox][data-state=open], [data-scope=popover][data-state=open], [role=dialog][data-state=open], [data-closes]',
  ) !== null

/** What lay over the page when Escape was pressed: by the time that the page hears of it, that is gone. */
let covered = false

export const wasCovered = () => covered

/**
 * Space, undo and redo, and the transport's keys are heard before anything else, whatever was pressed last: a picture of an arrival, Undo, a border between
 * phases, a tick. Only a field that is typed into, a question and a menu keep theirs.
 */
export function useTransportKeys() {
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (e.key === 'Escape') covered = isCovered()
      if (isAsking() || isTyping(e.target) || isCovered() || e.altKey) return
      const act = meaning(e)
      if (!act) return
      e.preventDefault()
      e.stopImmediatePropagation()
      act()
    }
    // A button is pressed when the key comes up again.
    const up = (e: KeyboardEvent) => {
      if (e.key === ' ' && !isAsking() && !isTyping(e.target) && !isCovered()) e.preventDefault()
    }
    window.addEventListener('keydown', down, true)
    window.addEventListener('keyup', up, true)
    return () => {
      window.removeEventListener('keydown', down, true)
      window.removeEventListener('keyup', up, true)
    }
  }, [])
}

/** What a key does to the transport or the document; undefined for any other. */
function meaning(e: KeyboardEvent): (() => unknown) | undefined {
  const playback = usePlayback.getState()
  if (e.ctrlKey || e.metaKey) {
    if (e.key.toLowerCase() !== 'z') return undefined
    return e.shiftKey ? () => useDocument.getState().redo() : () => useDocument.getState().undo()
  }
  switch (e.key) {
    case ' ':
      return e.repeat ? () => undefined : () => playback.toggle()
    case ',':
      return () => playback.step(-1)
    case '.':
      return () => playback.step(1)
    case 'Home':
      return () => playback.seek(0)
    case 'End':
      return () => playback.seek(playback.frames - 1)
    default:
      return undefined
  }
}
