import { Box } from '@chakra-ui/react'
import equal from 'fast-deep-equal'
import { memo } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { feelOf, keysOf, type KeyPlace, type Layer } from '../live/document'
import { beats } from '../stores/soundStore'
import { usePointerDrag } from '../shell/usePointerDrag'
import { Bead } from './Bead'
import { Change } from './Change'
import { LayerSpan } from './LayerSpan'
import { SoundWave } from './SoundWave'
import { snapFrame, snapTargets } from './snapFrames'
import { SNAP_PX, type TimeScale } from './timeScale'
import { t } from '../words/words'
import { factsOf } from '../live/kinds'

interface Props {
  layer: Layer
  addresses: string[]
  /** What people call the value, on a strip of its own; else the strip is the layer's and sums up all that is keyed. */
  own?: string
  scale: TimeScale
}

interface Drag {
  /** Where the pointer went down, and the frame of the bead there. */
  x: number
  at: number
  keys: KeyPlace[]
  targets: number[]
  by: number
  copy: boolean
}

const same = (a: KeyPlace, b: KeyPlace) => a.layer === b.layer && a.address === b.address && a.at === b.at

/** Keyframes as beads on a line. Beads are dragged in time, with Alt copies of them; on a value's own strip a double click adds one. */
export const Strip = memo(DrawnStrip, sameStrip)

function DrawnStrip({ layer, addresses, own, scale }: Props) {
  const { keys: chosen } = usePick(useSelection, 'keys')
  const { select, selectKeys } = useSelection.getState()
  const { edit, preview } = useDocument.getState()
  const { seek } = usePlayback.getState()
  const frames = new Map<number, KeyPlace[]>()
  for (const address of addresses) {
    for (const key of keysOf(layer, address)) frames.set(key.at, [...(frames.get(key.at) ?? []), { layer: layer.id, address, at: key.at }])
  }
  const at = [...frames.keys()].sort((a, b) => a - b)

  const bind = usePointerDrag<Drag, KeyPlace[]>({
    press: (e, places) => {
      e.stopPropagation()
      const isChosen = places.every((p) => chosen.some((k) => same(k, p)))
      const next = e.shiftKey
        ? isChosen
          ? chosen.filter((k) => !places.some((p) => same(k, p)))
          : [...chosen, ...places]
        : isChosen
          ? chosen
          : places
      select([...new Set(next.map((k) => k.layer))], next)
      if (next.length === 0) return null
      const { graphic } = useDocument.getState()
      const targets = snapTargets(graphic!, usePlayback.getState().frame, next, [], beats())
      return { x: e.clientX, at: places[0]!.at, keys: next, targets, by: 0, copy: false }
    },
    move: (d, e) => {
      const wanted = d.at + (e.clientX - d.x) / scale.perFrame
      const snapped = e.ctrlKey || e.metaKey ? Math.round(wanted) : snapFrame(wanted, d.targets, SNAP_PX / scale.perFrame)
      const times = d.keys.map((k) => k.at)
      const by = Math.max(-Math.min(...times), Math.min(scale.total - 1 - Math.max(...times), snapped - d.at))
      if (by === d.by && e.altKey === d.copy) return
      Object.assign(d, { by, copy: e.altKey })
      selectKeys(d.keys.map((k) => ({ ...k, at: k.at + by })))
      preview(by === 0 ? null : { do: 'moveKeys', keys: d.keys, by, copy: d.copy })
    },
    release: (d) => {
      if (d.by === 0) return
      void edit({ do: 'moveKeys', keys: d.keys, by: d.by, copy: d.copy }).then((taken) => {
        if (!taken) selectKeys(d.keys)
      })
    },
    cancel: (d) => {
      selectKeys(d.keys)
      preview(null)
    },
  })

  return (
    <Box
      position="absolute"
      inset="0"
      onDoubleClick={(e) => {
        if (!own) return
        const frame = scale.frame(e.clientX - e.currentTarget.getBoundingClientRect().left)
        seek(frame)
        void edit({ do: 'addKey', layer: layer.id, address: addresses[0]!, at: usePlayback.getState().frame })
      }}
    >
      {!own && factsOf(layer).strip === 'wave' && <SoundWave id={layer.id} scale={scale} />}
      {!own && <LayerSpan layer={layer} scale={scale} />}
      {at.length > 1 && (
        <Box
          position="absolute"
          top="12px"
          h="2px"
          bg="line"
          pointerEvents="none"
          style={{ left: scale.x(at[0]!), width: scale.x(at.at(-1)!) - scale.x(at[0]!) }}
        />
      )}
      {own && at.slice(1).map((to, i) => <Change key={to} from={at[i]!} to={to} layer={layer} address={addresses[0]!} scale={scale} />)}
      {at.map((frame, i) => {
        const places = frames.get(frame)!
        const key = keysOf(layer, places[0]!.address).find((k) => k.at === frame)!
        return (
          <Bead
            key={frame}
            x={scale.x(frame)}
            feel={feelOf(key)}
            chosen={places.some((p) => chosen.some((k) => same(k, p)))}
            small={!own}
            room={scale.perFrame * Math.min(frame - (at[i - 1] ?? -Infinity), (at[i + 1] ?? Infinity) - frame)}
            places={places}
            label={t('Keyframe at {frame} of {value}', {
              frame,
              value: own ? t('{own} of {name}', { own, name: layer.name }) : layer.name,
            })}
            drag={bind(places)}
            onDoubleClick={() => seek(frame)}
          />
        )
      })}
    </Box>
  )
}

/** A strip shows keyframes and span, and nothing else of its layer. */
function sameStrip(a: Props, b: Props): boolean {
  const shown = ({ layer, addresses }: Props) => [
    layer.id,
    layer.name,
    layer.in,
    layer.out,
    addresses,
    addresses.map((at) => keysOf(layer, at)),
  ]
  return a.own === b.own && a.scale === b.scale && (a.layer === b.layer || equal(shown(a), shown(b)))
}
