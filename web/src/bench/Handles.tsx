import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { choicesQuery } from '../api/choices'
import type { Point } from '../geometry/affine'
import type { Edit } from '../live/document'
import { several } from '../live/edits'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useView } from '../stores/viewStore'
import { useDoubleTap } from '../shell/useDoubleTap'
import { usePointerDrag, type Pointer } from '../shell/usePointerDrag'
import { follow } from '../acts/groups'
import { beginDrag, moveEdits, resizeEdits, turnEdits, type DragStart } from './handleDrags'
import { GradientHandles } from './GradientHandles'
import { Hooks } from './Hooks'
import { MaskHandles } from './MaskHandles'
import { OthersChoices } from './OthersHere'
import { PathOverlay } from './PathOverlay'
import { corners, layerAt, placeOf } from '../acts/picking'
import { LayerPoints } from './PointsOverlay'
import type { Gap, SnapLine, SnapTargets } from './snapping'
import { targetsOf } from './targets'
import { t } from '../words/words'
import { isGroup, isPlaced, isWords } from '../live/kinds'

type Grip = 'move' | 'turn' | [number, number]

interface Drag {
  grip: Grip
  starts: DragStart[]
  edits: Edit[]
  moved: boolean
  /** What it is drawn to, found when it begins to move. */
  targets?: SnapTargets
  /** The type layer whose words are written when nothing is dragged after all. Not before: a press takes the keys from what had them. */
  writes?: string
}

const SNAP_PX = 6
const TURN_PX = 26
/** How large a grip is for the pointer. */
const GRIP_PX = 24
const START_PX = 3

/** Frames and handles over the stage: select, move, resize, turn. While the pointer drags, edits are previewed; on release one is kept. */
export function Handles({ scale }: { scale: number }) {
  const { graphic, program, readings, painted } = usePick(useDocument, 'graphic', 'program', 'readings', 'painted')
  const { preview, edit } = useDocument.getState()
  const { selection, entered } = usePick(useSelection, 'selection', 'entered')
  const { select } = useSelection.getState()
  const { playing, rehearsal } = usePick(usePlayback, 'playing', 'rehearsal')
  const choices = useQuery(choicesQuery).data
  const navigate = useNavigate()
  const { graphic: host } = useParams()
  const svg = useRef<SVGSVGElement>(null)
  const isSecond = useDoubleTap<string>()
  const [lines, setLines] = useState<SnapLine[]>([])
  const [gaps, setGaps] = useState<Gap[]>([])
  void painted
  const still = !playing && !rehearsal
  // While it plays nothing of this is shown, so nothing is drawn again with every frame.
  const frame = usePlayback((s) => (still ? s.frame : 0))
  const contents = choices?.contents ?? []
  const pointOf = (e: Pointer): Point => {
    const box = svg.current!.getBoundingClientRect()
    return { x: (e.clientX - box.left) / scale, y: (e.clientY - box.top) / scale }
  }
  const startsOf = (layers: string[], point: Point, of = readings) =>
    layers.flatMap((id) => beginDrag(graphic!, program!, of, contents, id, usePlayback.getState().frame, point) ?? [])

  const press = (e: Pointer): Drag | null => {
    const frame = usePlayback.getState().frame
    const point = pointOf(e)
    let hit = layerAt(graphic!, program!, frame, point, entered)
    usePlayback.getState().stop()
    e.stopPropagation()
    if (!hit) {
      select([])
      useSelection.getState().enter(null)
      return null
    }
    // The second of two quick presses on a group goes into it.
    const second = isSecond(hit, e.timeStamp)
    if (second && graphic!.layers.some((l) => l.id === hit && isGroup(l))) {
      useSelection.getState().enter(hit)
      hit = layerAt(graphic!, program!, frame, point, hit)!
    } else follow(hit)
    const placed = second && graphic!.layers.find((l) => l.id === hit)?.content
    if (placed && isPlaced(placed)) {
      void navigate(`/bench/${placed.of}?from=${host}&layer=${hit}`)
      return null
    }
    const chosen = e.shiftKey
      ? selection.includes(hit)
        ? selection.filter((s) => s !== hit)
        : [...selection, hit]
      : selection.includes(hit)
        ? selection
        : [hit]
    if (chosen !== selection) select(chosen)
    const writes = second && graphic!.layers.some((l) => l.id === hit && isWords(l.content))
    const drag: Drag = { grip: 'move', starts: startsOf(chosen, point), edits: [], moved: false, writes: writes ? hit : undefined }
    // A layer that was not selected has no values here yet; they are read before it moves.
    if (chosen.some((id) => !readings[id]))
      void useDocument
        .getState()
        .connection?.read(chosen, frame)
        .then((read) => {
          useDocument.getState().keepReadings(read)
          drag.starts = startsOf(chosen, point, Object.fromEntries(read.map((r) => [r.id, r])))
        })
    return drag
  }

  const move = (d: Drag, e: Pointer) => {
    if (d.starts.length === 0) return
    const to = pointOf(e)
    const from = d.starts[0]!.point
    if (!d.moved && Math.hypot(to.x - from.x, to.y - from.y) * scale < START_PX) return
    if (!d.moved) useView.getState().drag(true)
    d.moved = true
    if (d.grip === 'move') {
      const { edits, snapped } = moveEdits(d.starts, to, frame, {
        free: e.ctrlKey || e.metaKey,
        straight: e.shiftKey,
        targets: (d.targets ??= targetsOf(
          graphic!,
          program!,
          frame,
          d.starts.map((s) => s.layer.id),
          choices ? [choices.actionMargin, choices.graphicsMargin] : [],
        )),
        reach: SNAP_PX / scale,
      })
      d.edits = edits
      setLines(snapped.lines)
      setGaps(snapped.gaps)
    } else if (d.grip === 'turn') {
      d.edits = turnEdits(d.starts[0]!, to, frame, e.shiftKey)
    } else {
      d.edits = resizeEdits(d.starts[0]!, to, d.grip[0], d.grip[1], frame, e.altKey)
    }
    preview(several(d.edits))
  }

  const end = () => useView.getState().drag(false)
  const unsnap = () => {
    setLines([])
    setGaps([])
  }
  const release = (d: Drag) => {
    unsnap()
    if (d.moved && d.edits.length > 0) void edit(several(d.edits)).finally(end)
    else {
      end()
      if (d.writes) useSelection.getState().write(d.writes)
    }
  }
  const cancel = () => {
    unsnap()
    preview(null)
    end()
  }
  const bindStage = usePointerDrag<Drag>({ press, move, release, cancel })
  const bindGrip = usePointerDrag<Drag, [grip: Grip, layer: string]>({
    press: (e, [grip, id]) => {
      e.stopPropagation()
      return { grip, starts: startsOf([id], pointOf(e)), edits: [], moved: false }
    },
    move,
    release,
    cancel,
  })
  /** Arrow keys on a grip do what dragging it by a pixel of the graphic does, with Shift by ten. */
  const byKey = (grip: Grip, id: string, at: Point) => ({
    tabIndex: 0,
    onKeyDown: (e: React.KeyboardEvent) => {
      const step = e.shiftKey ? 10 : 1
      const [x, y] = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[e.key] ?? [0, 0]
      if (x === 0 && y === 0) return
      e.preventDefault()
      e.stopPropagation()
      e.nativeEvent.stopImmediatePropagation()
      const from = { x: at.x / scale, y: at.y / scale }
      const to = { x: from.x + x!, y: from.y + y! }
      const [start] = startsOf([id], from)
      if (!start) return
      void edit(
        several(
          grip === 'turn'
            ? turnEdits(start, to, frame, false)
            : resizeEdits(start, to, (grip as [number, number])[0], (grip as [number, number])[1], frame, e.altKey),
        ),
      )
    },
  })
  if (!graphic || !program) return null
  const width = graphic.width * scale
  const height = graphic.height * scale

  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      style={{ position: 'absolute', inset: 0, overflow: 'visible', touchAction: 'none' }}
      {...bindStage()}
    >
      <rect width={width} height={height} fill="transparent" />
      {lines.map((l) => (
        <line
          key={`${l.axis}${l.at}`}
          data-testid="snap-line"
          {...(l.axis === 'x'
            ? { x1: l.at * scale, x2: l.at * scale, y1: 0, y2: height }
            : { y1: l.at * scale, y2: l.at * scale, x1: 0, x2: width })}
          stroke="#E5007D"
          strokeWidth={1}
        />
      ))}
      {gaps.map((g, i) => (
        <EvenGap key={i} gap={g} scale={scale} />
      ))}
      {still && entered && <EnteredGroup id={entered} scale={scale} />}
      <OthersChoices scale={scale} />
      {still && <Hooks scale={scale} />}
      {still && selection.length === 1 && <PathOverlay key={selection[0]} id={selection[0]!} scale={scale} />}
      {still &&
        selection.map((id) => {
          const place = placeOf(program, id, frame)
          const layer = graphic.layers.find((l) => l.id === id)
          if (!place || !layer || layer.hidden) return null
          const content = contents.find((c) => c.name === layer.content.kind)
          if (content?.isOnStage === false) return null
          const sized = content?.values.find((v) => v.name === content.sized)
          const c = corners(place).map((p) => ({ x: p.x * scale, y: p.y * scale }))
          const middle = (a: Point, b: Point) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
          const up = { x: c[0]!.x - c[3]!.x, y: c[0]!.y - c[3]!.y }
          const long = Math.hypot(up.x, up.y) || 1
          const top = middle(c[0]!, c[1]!)
          const turn = { x: top.x + (up.x / long) * TURN_PX, y: top.y + (up.y / long) * TURN_PX }
          const grips: [Point, [number, number], string][] =
            !content || content.isInvisible
              ? []
              : [
                  [c[0]!, [-1, -1], t('top left')],
                  [c[1]!, [1, -1], t('top right')],
                  [c[2]!, [1, 1], t('bottom right')],
                  [c[3]!, [-1, 1], t('bottom left')],
                  ...(sized?.components.length !== 2
                    ? []
                    : ([
                        [top, [0, -1], t('top')],
                        [middle(c[1]!, c[2]!), [1, 0], t('right')],
                        [middle(c[2]!, c[3]!), [0, 1], t('bottom')],
                        [middle(c[3]!, c[0]!), [-1, 0], t('left')],
                      ] as [Point, [number, number], string][])),
                ]
          // A grip can be pressed beside what is seen of it; on something small rather outside of that, so that it can still be moved.
          const side = Math.min(Math.hypot(c[1]!.x - c[0]!.x, c[1]!.y - c[0]!.y), Math.hypot(up.x, up.y))
          const inwards = Math.min(GRIP_PX, Math.max(10, side / 3))
          const unit = (a: Point, b: Point) => {
            const long = Math.hypot(b.x - a.x, b.y - a.y) || 1
            return { x: (b.x - a.x) / long, y: (b.y - a.y) / long }
          }
          const [across, down] = [unit(c[0]!, c[1]!), unit(c[0]!, c[3]!)]
          const outwards = (p: Point, [gx, gy]: [number, number]) => ({
            x: p.x + ((gx * across.x + gy * down.x) * (GRIP_PX - inwards)) / 2,
            y: p.y + ((gx * across.y + gy * down.y) * (GRIP_PX - inwards)) / 2,
          })
          return (
            <g key={id}>
              <polygon
                points={c.map((p) => `${p.x},${p.y}`).join(' ')}
                fill="none"
                stroke="white"
                strokeWidth={2.5}
                opacity={0.8}
                pointerEvents="none"
              />
              <polygon
                points={c.map((p) => `${p.x},${p.y}`).join(' ')}
                fill="none"
                stroke="#17695E"
                strokeWidth={1.2}
                pointerEvents="none"
              />
              {selection.length === 1 && !layer.locked && (
                <>
                  <line x1={top.x} y1={top.y} x2={turn.x} y2={turn.y} stroke="#17695E" />
                  <g
                    style={{ cursor: 'grab' }}
                    role="button"
                    aria-label={t('Turn')}
                    {...bindGrip(['turn', id])}
                    {...byKey('turn', id, turn)}
                  >
                    <circle cx={turn.x} cy={turn.y} r={12} fill="transparent" />
                    <circle cx={turn.x} cy={turn.y} r={5} fill="white" stroke="#17695E" strokeWidth={1.5} />
                  </g>
                  {grips.map(([p, grip, name]) => (
                    <g
                      key={name}
                      style={{
                        cursor:
                          grip[0] === 0 ? 'ns-resize' : grip[1] === 0 ? 'ew-resize' : grip[0] === grip[1] ? 'nwse-resize' : 'nesw-resize',
                      }}
                      role="button"
                      aria-label={t('Resize {name}', { name })}
                      {...bindGrip([grip, id])}
                      {...byKey(grip, id, p)}
                    >
                      <rect
                        x={outwards(p, grip).x - GRIP_PX / 2}
                        y={outwards(p, grip).y - GRIP_PX / 2}
                        width={GRIP_PX}
                        height={GRIP_PX}
                        fill="transparent"
                      />
                      <rect
                        x={p.x - 4}
                        y={p.y - 4}
                        width={8}
                        height={8}
                        rx={grip[0] !== 0 && grip[1] !== 0 ? 1 : 4}
                        fill="white"
                        stroke="#17695E"
                        strokeWidth={1.5}
                      />
                    </g>
                  ))}
                </>
              )}
            </g>
          )
        })}
      {still && selection.length === 1 && <MaskHandles id={selection[0]!} scale={scale} />}
      {still && selection.length === 1 && <LayerPoints id={selection[0]!} scale={scale} />}
      {still && selection.length === 1 && <GradientHandles id={selection[0]!} scale={scale} />}
    </svg>
  )
}

/** A gap that is as wide as another, with its width. */
function EvenGap({ gap: { axis, from, to, across }, scale }: { gap: Gap; scale: number }) {
  const at = (along: number, off = 0) =>
    axis === 'x' ? `${along * scale},${across * scale + off}` : `${across * scale + off},${along * scale}`
  const middle = ((from + to) / 2) * scale
  return (
    <g data-testid="even-gap" pointerEvents="none">
      <path
        d={`M${at(from, -5)}L${at(from, 5)}M${at(from)}L${at(to)}M${at(to, -5)}L${at(to, 5)}`}
        fill="none"
        stroke="#E5007D"
        strokeWidth={1}
      />
      <text
        x={axis === 'x' ? middle : across * scale + 8}
        y={axis === 'x' ? across * scale - 6 : middle + 4}
        textAnchor={axis === 'x' ? 'middle' : 'start'}
        fontSize="12"
        fill="#E5007D"
        stroke="white"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {Math.round(to - from)}
      </text>
    </g>
  )
}

/** The edge of the group whose members the pointer takes hold of. */
function EnteredGroup({ id, scale }: { id: string; scale: number }) {
  const { program, painted } = usePick(useDocument, 'program', 'painted')
  const { frame } = usePick(usePlayback, 'frame')
  void painted
  const place = program && placeOf(program, id, frame)
  if (!place) return null
  return (
    <polygon
      data-testid="entered"
      points={corners(place)
        .map((p) => `${p.x * scale},${p.y * scale}`)
        .join(' ')}
      fill="none"
      stroke="#17695E"
      strokeDasharray="6 4"
      pointerEvents="none"
    />
  )
}
