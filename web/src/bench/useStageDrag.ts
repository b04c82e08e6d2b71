import type { RefObject } from 'react'
import type { Point } from '../geometry/affine'
import type { Edit } from '../live/document'
import { usePointerDrag, type Pointer } from '../shell/usePointerDrag'
import { useDocument } from '../stores/documentStore'
import { useView } from '../stores/viewStore'

/** Where the pointer is, in pixels of the graphic. */
export function stagePoint(root: RefObject<SVGGElement | null>, scale: number, e: Pointer): Point {
  const box = root.current!.ownerSVGElement!.getBoundingClientRect()
  return { x: (e.clientX - box.left) / scale, y: (e.clientY - box.top) / scale }
}

interface StageDrag<T, A> {
  /** The pointer goes down, at a place of the graphic; what comes back goes along to the end. */
  press: (arg: A, at: Point) => T
  /** The edit that the drag comes to, with the pointer at a place of the graphic. */
  move: (drag: T, to: Point, e: Pointer) => Edit
  /** It was let go without having been moved. */
  tap?: (drag: T, e: Pointer) => void
}

/** A drag of something that lies over the stage and makes one edit: previewed while it moves, kept when it is let go, taken back by Escape. */
export function useStageDrag<T, A>(root: RefObject<SVGGElement | null>, scale: number, on: StageDrag<T, A>) {
  const { preview, edit } = useDocument.getState()
  const at = (e: Pointer) => stagePoint(root, scale, e)
  const end = () => useView.getState().drag(false)
  return usePointerDrag<{ own: T; edit: Edit | null }, A>({
    press: (e, arg) => {
      e.stopPropagation()
      return { own: on.press(arg, at(e)), edit: null }
    },
    move: (d, e) => {
      useView.getState().drag(true)
      d.edit = on.move(d.own, at(e), e)
      preview(d.edit)
    },
    release: (d, e) => {
      if (d.edit) return void edit(d.edit).finally(end)
      end()
      on.tap?.(d.own, e)
    },
    cancel: () => {
      preview(null)
      end()
    },
  })
}
