import { Box } from '@chakra-ui/react'
import { useState, type ReactNode, type RefObject } from 'react'
import { useSelection } from '../stores/selectionStore'
import type { KeyPlace } from '../live/document'
import { usePointerDrag } from '../shell/usePointerDrag'
import { NAMES_WIDTH } from './timeScale'

interface Corner {
  x: number
  y: number
}

interface Drawing {
  from: Corner
  box: [Corner, Corner] | null
  /** Selected before, and selected still. */
  kept: KeyPlace[]
}

const START_PX = 4

/** The rows of the timeline; a box drawn over them selects the beads inside, across layers and values. With Shift they are added. */
export function BoxSelect({ area: root, children }: { area: RefObject<HTMLDivElement | null>; children: ReactNode }) {
  const [box, setBox] = useState<[Corner, Corner] | null>(null)
  const bind = usePointerDrag<Drawing>({
    press: (e) => {
      const area = root.current!.getBoundingClientRect()
      if (e.clientX - area.left < NAMES_WIDTH || e.clientX - area.left > root.current!.clientWidth) return null
      if ((e.target as HTMLElement).closest('[data-shape]')) return null
      return { from: { x: e.clientX, y: e.clientY }, box: null, kept: e.shiftKey ? useSelection.getState().keys : [] }
    },
    move: (d, e) => {
      const to = { x: e.clientX, y: e.clientY }
      if (!d.box && Math.hypot(to.x - d.from.x, to.y - d.from.y) < START_PX) return
      d.box = [d.from, to]
      setBox(d.box)
    },
    release: ({ box: drawn, kept }) => {
      setBox(null)
      const found = drawn ? beadsIn(root.current!, drawn) : []
      const keys = [...kept, ...found.filter((f) => !kept.some((k) => JSON.stringify(k) === JSON.stringify(f)))]
      const { selection, select } = useSelection.getState()
      select(keys.length > 0 ? [...new Set(keys.map((k) => k.layer))] : selection, keys)
    },
    cancel: () => setBox(null),
  })
  const area = root.current?.getBoundingClientRect()
  return (
    <Box ref={root} flex="1" minH="0" overflowY="auto" position="relative" data-testid="rows" {...bind()}>
      {children}
      {box && area && (
        <Box
          position="absolute"
          border="1px solid"
          borderColor="accent"
          bg="color-mix(in srgb, var(--chakra-colors-accent) 14%, transparent)"
          pointerEvents="none"
          style={{
            left: Math.min(box[0].x, box[1].x) - area.left,
            top: Math.min(box[0].y, box[1].y) - area.top + root.current!.scrollTop,
            width: Math.abs(box[0].x - box[1].x),
            height: Math.abs(box[0].y - box[1].y),
          }}
        />
      )}
    </Box>
  )
}

/** The keyframes whose beads' middles lie in a box on the screen. A value's own bead and its layer's are one keyframe. */
function beadsIn(root: HTMLElement, [a, b]: [Corner, Corner]): KeyPlace[] {
  const found = new Map<string, KeyPlace>()
  for (const bead of root.querySelectorAll<HTMLElement>('[data-bead]')) {
    const r = bead.getBoundingClientRect()
    const [x, y] = [(r.left + r.right) / 2, (r.top + r.bottom) / 2]
    const inside = x >= Math.min(a.x, b.x) && x <= Math.max(a.x, b.x) && y >= Math.min(a.y, b.y) && y <= Math.max(a.y, b.y)
    if (!inside) continue
    for (const place of JSON.parse(bead.dataset.bead!) as KeyPlace[]) found.set(JSON.stringify(place), place)
  }
  return [...found.values()]
}
