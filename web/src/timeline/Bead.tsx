import { Box } from '@chakra-ui/react'
import type { HTMLAttributes } from 'react'
import type { KeyPlace } from '../live/document'
import { useSelection } from '../stores/selectionStore'

interface Props {
  x: number
  /** CSS easing text of the change that follows. */
  feel: string
  chosen: boolean
  small: boolean
  /** Pixels to the next bead on either side: presses reach half of that, up to a comfortable size. */
  room: number
  label: string
  /** The keyframes that it stands for. */
  places: KeyPlace[]
  drag: HTMLAttributes<HTMLElement>
  onDoubleClick: () => void
}

const TARGET_PX = 24

const same = (a: KeyPlace, b: KeyPlace) => a.layer === b.layer && a.address === b.address && a.at === b.at

/** A keyframe: a bead on the strip's line. Its fill tells the feel that follows: full for even, half for hold, a ring with a core for a shaped one. */
export function Bead({ x, feel, chosen, small, room, label, places, drag, onDoubleClick }: Props) {
  const r = small ? 4 : 5.5
  const width = Math.min(TARGET_PX, Math.max(2 * r + 4, room))
  const colour = chosen ? 'var(--chakra-colors-ink)' : 'var(--chakra-colors-accent)'
  return (
    <Box
      asChild
      position="absolute"
      // Below the beads of a layer lies its bar with the grips of its ends.
      top={small ? '2px' : '1px'}
      h={small ? '18px' : `${TARGET_PX}px`}
      pt={small ? '4px' : 0}
      display="grid"
      placeItems="center"
      cursor="ew-resize"
      touchAction="none"
      style={{ left: x - width / 2, width }}
    >
      <button
        aria-label={label}
        aria-pressed={chosen}
        title={label}
        data-bead={JSON.stringify(places)}
        {...drag}
        onClick={(e) => {
          // By the keyboard: the pointer's presses are drags that have not moved. Arrow keys then move what is selected.
          if (e.detail !== 0) return
          const { keys, select } = useSelection.getState()
          const more = e.shiftKey ? keys.filter((k) => !places.some((p) => same(p, k))) : []
          const next = [...more, ...places]
          select([...new Set(next.map((k) => k.layer))], next)
        }}
        onDoubleClick={(e) => {
          e.stopPropagation()
          onDoubleClick()
        }}
      >
        <svg viewBox="-8 -8 16 16" width={2 * r + 4} height={2 * r + 4} aria-hidden style={{ display: 'block' }}>
          <circle r="6.4" fill="var(--chakra-colors-panel)" stroke={colour} strokeWidth="2.2" />
          {feel === 'linear' && <circle r="6.4" fill={colour} />}
          {feel.startsWith('steps') && <path d="M0 -6.4 A6.4 6.4 0 0 0 0 6.4 Z" fill={colour} />}
          {!feel.startsWith('steps') && feel !== 'linear' && <circle r="2.8" fill={colour} />}
        </svg>
      </button>
    </Box>
  )
}
