import { Box } from '@chakra-ui/react'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { totalFrames, type Edit, type Layer } from '../live/document'
import { beats } from '../stores/soundStore'
import { usePointerDrag } from '../shell/usePointerDrag'
import { PlacedPhases } from './PlacedPhases'
import { snapFrame, snapTargets } from './snapFrames'
import { SNAP_PX, type TimeScale } from './timeScale'
import { t } from '../words/words'
import { factsOf } from '../live/kinds'

type Part = 'in' | 'out' | 'whole'

interface Drag {
  part: Part
  x: number
  first: number
  last: number
  layers: string[]
  targets: number[]
  edit: Edit | null
}

/** The time in which a layer shows, as a bar under its beads: its ends trim, the bar itself slides the layer with its keyframes. */
export function LayerSpan({ layer, scale }: { layer: Layer; scale: TimeScale }) {
  const last = layer.out ?? scale.total - 1
  const first = layer.in ?? 0
  const { edit, preview } = useDocument.getState()
  // Under the outline of a sound, not across it.
  const top = factsOf(layer).strip === 'wave' ? 31 : 18

  const bind = usePointerDrag<Drag, Part>({
    press: (e, part) => {
      e.stopPropagation()
      const { selection, select } = useSelection.getState()
      const { graphic } = useDocument.getState()
      const layers = part === 'whole' && selection.includes(layer.id) ? selection : [layer.id]
      if (!selection.includes(layer.id)) select([layer.id])
      const targets = snapTargets(graphic!, usePlayback.getState().frame, [], layers, beats())
      return { part, x: e.clientX, first, last, layers, targets, edit: null }
    },
    move: (d, e) => {
      const by = (e.clientX - d.x) / scale.perFrame
      const near = (frame: number) => (e.ctrlKey || e.metaKey ? Math.round(frame) : snapFrame(frame, d.targets, SNAP_PX / scale.perFrame))
      const next: Edit =
        d.part === 'whole'
          ? { do: 'slideLayers', layers: d.layers, by: slid(d, by, near) }
          : d.part === 'in'
            ? { do: 'setSpan', layer: layer.id, in: Math.min(Math.max(0, near(d.first + by)), d.last) }
            : { do: 'setSpan', layer: layer.id, out: Math.max(near(d.last + by), d.first) }
      if (JSON.stringify(next) === JSON.stringify(d.edit)) return
      d.edit = next
      preview(next)
    },
    release: (d) => {
      if (d.edit) void edit(d.edit)
    },
    cancel: () => preview(null),
  })
  const grip = (part: 'in' | 'out', x: number) => (
    <Box
      role="slider"
      aria-label={part === 'in' ? t('In point of {name}', { name: layer.name }) : t('Out point of {name}', { name: layer.name })}
      aria-valuenow={part === 'in' ? first : last}
      aria-valuemin={0}
      aria-valuemax={totalFrames(useDocument.getState().graphic!.phases) - 1}
      tabIndex={-1}
      title={part === 'in' ? t('In point: frame {first}', { first }) : t('Out point: frame {last}', { last })}
      position="absolute"
      style={{ left: x, top: top - 2 }}
      h="9px"
      w="7px"
      bg="soft"
      opacity={0.55}
      _hover={{ opacity: 1 }}
      borderRadius={part === 'in' ? '3px 0 0 3px' : '0 3px 3px 0'}
      cursor="col-resize"
      // It can be pressed beside what is seen of it, away from the bar.
      _before={{
        content: '""',
        position: 'absolute',
        top: '-1px',
        bottom: '-3px',
        left: part === 'in' ? '-14px' : '-2px',
        right: part === 'in' ? '-2px' : '-14px',
      }}
      {...bind(part)}
    />
  )
  return (
    <Box position="absolute" inset="0" pointerEvents="none">
      <Box
        position="absolute"
        h="5px"
        bg="line"
        pointerEvents="auto"
        cursor="grab"
        role="group"
        aria-label={t('Time of {name}', { name: layer.name })}
        title={t('Frames {first} to {last}. Drag to slide the layer in time', { first, last })}
        data-testid="span"
        style={{ top, left: scale.x(first), width: Math.max(3, scale.x(last + 1) - scale.x(first)) }}
        {...bind('whole')}
      />
      {factsOf(layer).strip === 'phases' && <PlacedPhases layer={layer} scale={scale} first={first} last={last} top={top} />}
      <Box pointerEvents="auto">
        {grip('in', scale.x(first))}
        {grip('out', scale.x(last + 1) - 7)}
      </Box>
    </Box>
  )
}

/** Either end of a bar may be drawn to a target. */
function slid(d: Drag, by: number, near: (frame: number) => number): number {
  const atFirst = near(d.first + by)
  return atFirst !== Math.round(d.first + by) ? atFirst - d.first : near(d.last + by) - d.last
}
