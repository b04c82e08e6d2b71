import { Box } from '@chakra-ui/react'
import { useRef, useState, type PointerEvent } from 'react'
import { useBench, usePick } from '../bench/benchStore'
import { channelLabel } from '../details/ChannelRow'
import { keysOf, type KeyPlace, type Layer } from '../live/document'
import { Bead } from './Bead'
import { Change } from './Change'
import type { TimeScale } from './Timeline'

interface Props {
  layer: Layer
  channels: string[]
  /** True for a channel's own strip; else the strip is the layer's and sums up all its keyed channels. */
  own?: boolean
  scale: TimeScale
}

const same = (a: KeyPlace, b: KeyPlace) => a.layer === b.layer && a.channel === b.channel && a.at === b.at

/** Keyframes as beads on a line. Beads are dragged in time; on a channel's own strip a double click adds one. */
export function Strip({ layer, channels, own = false, scale }: Props) {
  const { keys: chosen, edit, seek, select } = usePick('keys', 'edit', 'seek', 'select')
  const [by, setBy] = useState(0)
  const drag = useRef<{ x: number; keys: KeyPlace[] } | null>(null)
  const frames = new Map<number, KeyPlace[]>()
  for (const channel of channels) {
    for (const key of keysOf(layer, channel)) frames.set(key.at, [...(frames.get(key.at) ?? []), { layer: layer.id, channel, at: key.at }])
  }
  const at = [...frames.keys()].sort((a, b) => a - b)

  const press = (e: PointerEvent, places: KeyPlace[]) => {
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
    e.currentTarget.setPointerCapture(e.pointerId)
    drag.current = { x: e.clientX, keys: next }
  }
  const move = (e: PointerEvent) => {
    if (drag.current) setBy(scale.frame(e.clientX) - scale.frame(drag.current.x))
  }
  const release = async () => {
    const d = drag.current
    drag.current = null
    setBy(0)
    if (!d || by === 0) return
    const limited = Math.max(-Math.min(...d.keys.map((k) => k.at)), Math.min(scale.total - 1 - Math.max(...d.keys.map((k) => k.at)), by))
    if (limited !== 0 && (await edit({ do: 'moveKeys', keys: d.keys, by }))) {
      useBench.setState({ keys: d.keys.map((k) => ({ ...k, at: k.at + limited })) })
    }
  }

  return (
    <Box
      position="absolute"
      inset="0"
      onDoubleClick={(e) => {
        if (!own) return
        const frame = scale.frame(e.clientX - e.currentTarget.getBoundingClientRect().left)
        seek(frame)
        void edit({ do: 'addKey', layer: layer.id, channel: channels[0]!, at: useBench.getState().frame })
      }}
    >
      {at.length > 1 && (
        <Box
          position="absolute"
          top="12px"
          h="2px"
          bg="line"
          style={{ left: scale.x(at[0]!), width: scale.x(at.at(-1)!) - scale.x(at[0]!) }}
        />
      )}
      {own && at.slice(1).map((to, i) => <Change key={to} from={at[i]!} to={to} layer={layer} channel={channels[0]!} scale={scale} />)}
      {at.map((frame) => {
        const places = frames.get(frame)!
        const isChosen = places.some((p) => chosen.some((k) => same(k, p)))
        const key = keysOf(layer, places[0]!.channel).find((k) => k.at === frame)!
        return (
          <Bead
            key={frame}
            x={scale.x(isChosen ? frame + by : frame)}
            feel={key.feel ?? 'linear'}
            chosen={isChosen}
            small={!own}
            label={`Keyframe at ${frame} of ${own ? `${channelLabel(channels[0]!)} of ${layer.name}` : layer.name}`}
            onPointerDown={(e) => press(e, places)}
            onPointerMove={move}
            onPointerUp={() => void release()}
            onDoubleClick={() => seek(frame)}
          />
        )
      })}
    </Box>
  )
}
