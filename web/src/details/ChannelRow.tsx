import { Box, Flex, Input } from '@chakra-ui/react'
import { memo, useEffect, useRef } from 'react'
import { useShallow } from 'zustand/react/shallow'
import type { Schemas } from '../api/client'
import { useBench } from '../bench/benchStore'
import { keysIn, type Channel, type ChannelValue } from '../live/document'
import { hexOf } from './colours'
import { NumberField } from './NumberField'

/** How a channel is shown: fractions of a box and scales as per cent, with a step that suits the unit. */
const shows: Record<string, { name: string; factor: number; step: number; parts?: string[] }> = {
  position: { name: 'Position, px', factor: 1, step: 1 },
  size: { name: 'Size, px', factor: 1, step: 1, parts: ['W', 'H'] },
  scale: { name: 'Scale, %', factor: 100, step: 1 },
  turn: { name: 'Turn, °', factor: 1, step: 1, parts: ['∠'] },
  pivot: { name: 'Pivot, % of box', factor: 100, step: 5 },
  opacity: { name: 'Opacity, %', factor: 100, step: 1, parts: ['α'] },
  mask: { name: 'Mask, % of box', factor: 100, step: 1, parts: ['L', 'T', 'R', 'B'] },
  corners: { name: 'Corners, px', factor: 1, step: 1, parts: ['↖', '↗', '↘', '↙'] },
  fill: { name: 'Colour', factor: 1, step: 1 },
  typeSize: { name: 'Type size, px', factor: 1, step: 1, parts: ['↕'] },
  tracking: { name: 'Tracking, 1/1000 em', factor: 1, step: 5, parts: ['↔'] },
  blur: { name: 'Blur, px', factor: 1, step: 1, parts: ['σ'] },
  leading: { name: 'Leading, × size', factor: 1, step: 0.05, parts: ['≡'] },
}

export const channelLabel = (channel: string) => (shows[channel]?.name ?? channel).replace(/,.*/, '')

interface Props {
  layerId: string
  channel: Channel | undefined
  info: Schemas['ChannelInfo']
}

/** One channel of the selected layer: its value at the playhead, and whether it is keyed there. Drawn again only when that changes. */
export const ChannelRow = memo(
  Row,
  (a, b) => a.layerId === b.layerId && a.info === b.info && JSON.stringify(a.channel) === JSON.stringify(b.channel),
)

function Row({ layerId, channel, info }: Props) {
  const { edit, preview } = useBench.getState()
  const show = shows[info.name]!
  const value = useBench(useShallow((s) => s.readings[layerId]?.channels[info.name] ?? info.default))
  const keys = keysIn(channel)
  const frame = useBench((s) => (keys.length > 0 ? s.frame : -1))
  const here = keys.find((k) => k.at === frame)
  const set = (v: ChannelValue) => ({
    do: 'setValue' as const,
    layer: layerId,
    channel: info.name,
    value: v,
    at: useBench.getState().frame,
  })
  const withPart = (i: number, v: number): ChannelValue => {
    const next = value.map((old, j) => (j === i ? v / show.factor : old))
    return next.length === 1 ? next[0]! : next
  }
  const toggleKey = () => {
    const place = { layer: layerId, channel: info.name, at: useBench.getState().frame }
    void edit(here ? { do: 'removeKeys', keys: [place] } : { do: 'addKey', ...place })
  }

  const dot = (
    <Box
      as="button"
      aria-label={here ? `Delete the keyframe of ${channelLabel(info.name)} here` : `Key ${channelLabel(info.name)} here`}
      title={here ? 'Delete this keyframe' : keys.length > 0 ? 'Add a keyframe here' : 'Key this channel'}
      w="12px"
      h="12px"
      flexShrink={0}
      borderRadius="50%"
      border="1.5px solid"
      borderColor={keys.length > 0 ? 'accent' : 'soft'}
      bg={here ? 'accent' : 'transparent'}
      onClick={toggleKey}
    />
  )
  const [name, unit] = show.name.split(', ')

  return (
    <Flex mb="5px" gap="6px" align="start" role="group" aria-label={show.name}>
      <Flex w="80px" flexShrink={0} h="24px" align="center" gap="6px" title={show.name}>
        {dot}
        <Box fontSize="12px" lineHeight="1.1">
          {name}
          {unit && (
            <Box as="span" color="soft" fontSize="10px" display="block">
              {unit}
            </Box>
          )}
        </Box>
      </Flex>
      {info.isColour ? (
        <Flex gap="6px" align="center" flex="1" minW="0">
          <ColourWell value={hexOf(value)} onPreview={(v) => preview(set(v))} onChange={(v) => void edit(set(v))} />
          <ColourText value={hexOf(value)} onChange={(v) => void edit(set(v))} />
        </Flex>
      ) : (
        <Flex gap="4px" wrap="wrap" flex="1" minW="0">
          {value.map((v, i) => (
            <Box key={i} flex={value.length === 4 ? '1 0 45%' : '1'} minW="0">
              <NumberField
                label={`${show.name} ${info.components[i]}`}
                prefix={show.parts?.[i] ?? 'XY'[i]}
                value={v * show.factor}
                step={show.step}
                min={info.least * show.factor}
                max={info.most * show.factor}
                onPreview={(n) => preview(set(withPart(i, n)))}
                onChange={(n) => void edit(set(withPart(i, n)))}
              />
            </Box>
          ))}
        </Flex>
      )}
    </Flex>
  )
}

/** The browser's own colour picker: every colour tried is previewed, the last is kept when the picker is left. */
function ColourWell({
  value,
  onPreview,
  onChange,
}: {
  value: string
  onPreview: (value: string) => void
  onChange: (value: string) => void
}) {
  const well = useRef<HTMLInputElement>(null)
  const latest = useRef({ onChange, value })
  useEffect(() => {
    latest.current = { onChange, value }
  })
  useEffect(() => {
    // React's onChange is the DOM's input event; the DOM's own change event comes once, at the end.
    const element = well.current!
    const keep = () => element.value !== latest.current.value.slice(0, 7) && latest.current.onChange(element.value)
    element.addEventListener('change', keep)
    return () => element.removeEventListener('change', keep)
  }, [])
  useEffect(() => {
    well.current!.value = value.slice(0, 7)
  }, [value])
  return (
    <input
      ref={well}
      type="color"
      aria-label="Colour"
      defaultValue={value.slice(0, 7)}
      style={{ width: 34, height: 24, padding: 0, border: 'none', background: 'none' }}
      onInput={(e) => onPreview(e.currentTarget.value)}
    />
  )
}

function ColourText({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <Input
      key={value}
      aria-label="Colour as text"
      size="xs"
      h="24px"
      bg="room"
      borderColor="line"
      defaultValue={value.toUpperCase()}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      onBlur={(e) => e.target.value.toLowerCase() !== value && onChange(e.target.value.trim())}
    />
  )
}
