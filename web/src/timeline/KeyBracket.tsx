import { Box } from '@chakra-ui/react'
import { useRef } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { usePointerDrag } from '../shell/usePointerDrag'
import { beats } from '../stores/soundStore'
import { snapFrame, snapTargets } from './snapFrames'
import { SNAP_PX, type TimeScale } from './timeScale'
import { keysOf, type KeyPlace } from '../live/document'
import { t } from '../words/words'

interface Drag {
  keys: KeyPlace[]
  anchor: number
  edge: number
  to: number
  targets: number[]
}

/** Over the selected keyframes, when they stand on two frames or more: drag an end to spread or squeeze them in time. */
export function KeyBracket({ scale }: { scale: TimeScale }) {
  const { keys } = usePick(useSelection, 'keys')
  const { preview, edit } = useDocument.getState()
  const { selectKeys } = useSelection.getState()
  const root = useRef<HTMLDivElement>(null)
  const bind = usePointerDrag<Drag, [edge: number, anchor: number]>({
    press: (e, [edge, anchor]) => {
      e.stopPropagation()
      const { graphic } = useDocument.getState()
      return { keys, anchor, edge, to: edge, targets: snapTargets(graphic!, usePlayback.getState().frame, keys, [], beats()) }
    },
    move: (d, e) => {
      const left = root.current!.parentElement!.getBoundingClientRect().left
      const wanted = scale.moment(e.clientX - left)
      const to = e.ctrlKey || e.metaKey ? Math.round(wanted) : snapFrame(wanted, d.targets, SNAP_PX / scale.perFrame)
      if (to === d.to) return
      d.to = to
      selectKeys(stretched(d, scale.total - 1))
      preview(to === d.edge ? null : { do: 'stretchKeys', keys: d.keys, anchor: d.anchor, edge: d.edge, to })
    },
    release: (d) => {
      if (d.to === d.edge) return
      void edit({ do: 'stretchKeys', keys: d.keys, anchor: d.anchor, edge: d.edge, to: d.to }).then((taken) => {
        if (taken) reselect(d)
        else selectKeys(d.keys)
      })
    },
    cancel: (d) => {
      selectKeys(d.keys)
      preview(null)
    },
  })
  const times = keys.map((k) => k.at)
  const [first, last] = [Math.min(...times), Math.max(...times)]
  if (keys.length < 2 || first === last) return null

  const grip = (name: string, x: number, edge: number, anchor: number) => (
    <Box
      role="slider"
      aria-label={t('{name} end of the selected keyframes', { name })}
      aria-valuenow={edge}
      tabIndex={0}
      title={t('Drag to spread or squeeze the selected keyframes in time')}
      position="absolute"
      top="24px"
      h="12px"
      w="9px"
      bg="accent"
      borderRadius="3px"
      cursor="ew-resize"
      pointerEvents="auto"
      style={{ left: x - 4.5 }}
      {...bind([edge, anchor])}
    />
  )
  return (
    <Box ref={root} position="absolute" inset="0" pointerEvents="none">
      <Box position="absolute" top="29px" h="2px" bg="accent" style={{ left: scale.x(first), width: scale.x(last) - scale.x(first) }} />
      {grip(t('Earlier'), scale.x(first), first, last)}
      {grip(t('Later'), scale.x(last), last, first)}
    </Box>
  )
}

/** Where the beads are shown while the pointer moves; the core decides in the end. */
function stretched(d: Drag, last: number): KeyPlace[] {
  const to = Math.max(0, Math.min(last, d.to))
  return d.keys.map((k) => ({ ...k, at: d.anchor + Math.round(((k.at - d.anchor) * (to - d.anchor)) / (d.edge - d.anchor)) }))
}

/** The core may have stopped before two keyframes fell together: what is selected is found again by its place in the row. */
function reselect(d: Drag) {
  const { graphic } = useDocument.getState()
  const found = d.keys.flatMap((k) => {
    const layer = graphic?.layers.find((l) => l.id === k.layer)
    const wanted = stretched({ ...d, keys: [k] }, Infinity)[0]!.at
    const near = layer && [...keysOf(layer, k.address)].sort((a, b) => Math.abs(a.at - wanted) - Math.abs(b.at - wanted))[0]
    return near ? [{ ...k, at: near.at }] : []
  })
  useSelection.getState().selectKeys(found)
}
