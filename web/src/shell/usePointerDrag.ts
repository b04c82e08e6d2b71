import { useDrag } from '@use-gesture/react'
import { useEffect, useRef } from 'react'

/** What a drag is told of the pointer. */
export type Pointer = Pick<MouseEvent, 'clientX' | 'clientY' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'timeStamp' | 'target'> & {
  stopPropagation: () => void
}

interface Drag<T, A> {
  /** The pointer goes down; what comes back goes along to the end. Null: nothing is dragged. */
  press: (e: Pointer, arg: A) => T | null
  move: (drag: T, e: Pointer) => void
  release: (drag: T, e: Pointer) => void
  /** Given up: by Escape, by the system, or because the thing is gone. */
  cancel: (drag: T) => void
}

/** A drag with the main button of a pointer, on any element that the result is spread on. Escape gives it up. */
export function usePointerDrag<T, A = void>(on: Drag<T, A>) {
  const live = useRef<{ drag: T; forget: () => void } | null>(null)
  const handlers = useRef(on)
  useEffect(() => {
    handlers.current = on
  })
  const end = () => {
    const ended = live.current
    live.current = null
    ended?.forget()
    return ended
  }
  useEffect(
    () => () => {
      const ended = end()
      if (ended) handlers.current.cancel(ended.drag)
    },
    [],
  )
  return useDrag(
    ({ first, last, event, args, cancel, canceled }) => {
      const e = event as PointerEvent
      if (first) {
        const drag = on.press(e, (args as A[])[0]!)
        if (drag === null) return cancel()
        const escape = (key: KeyboardEvent) => {
          if (key.key !== 'Escape') return
          key.stopPropagation()
          cancel()
        }
        window.addEventListener('keydown', escape, true)
        live.current = { drag, forget: () => window.removeEventListener('keydown', escape, true) }
      } else if (live.current && !last) on.move(live.current.drag, e)
      if (!last) return
      const ended = end()
      if (!ended) return
      if (canceled || e.type === 'pointercancel') on.cancel(ended.drag)
      else on.release(ended.drag, e)
    },
    // What is dragged is drawn anew meanwhile: the window follows the pointer, not the element.
    { pointer: { capture: false, keys: false } },
  )
}
