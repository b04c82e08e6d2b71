import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import type { Schemas } from '../api/client'
import { useBench, usePick } from '../bench/benchStore'
import { totalFrames, type Layer, type PieceStagger } from '../live/document'
import type { ApplyArrival, Order } from '../live/edits'
import { Choice } from '../shell/controls'
import { Section } from './Details'
import { orders } from './KeyDetails'
import { NumberField } from './NumberField'
import { PieceControls } from './PieceDetails'

/** Frames of rest that a rehearsal shows on either side. */
const REST = 14

/** Ready-made ways of coming on and going off. While the pointer rests on one it is drawn live on the selected layers; a click writes its keyframes. */
export function ArrivalDetails({ layers, choices }: { layers: Layer[]; choices: Schemas['Choices'] }) {
  const { edit } = usePick('edit')
  const [leaving, setLeaving] = useState(false)
  const [length, setLength] = useState(0)
  const [distance, setDistance] = useState<number | null>(null)
  const [feel, setFeel] = useState('')
  const [pieces, setPieces] = useState<PieceStagger | undefined>()
  const [keep, setKeep] = useState(false)
  const [every, setEvery] = useState(0)
  const [order, setOrder] = useState<Order>('topDown')
  const [last, setLast] = useState<string | null>(null)
  const rehearsed = useRef(false)
  const allType = layers.every((l) => l.kind === 'type')
  const many = layers.length > 1

  const edited = (kind: string): ApplyArrival => ({
    do: 'applyArrival',
    layers: layers.map((l) => l.id),
    kind,
    leaving,
    ...(length > 0 ? { length } : {}),
    ...(distance !== null ? { distance } : {}),
    ...(feel ? { feel } : {}),
    ...(pieces && allType ? { pieces } : {}),
    keep,
    every: many ? every : 0,
    order,
  })

  const rehearse = (kind: string) => {
    const { preview, graphic, playing } = useBench.getState()
    if (playing) useBench.setState({ playing: false })
    rehearsed.current = true
    preview(edited(kind))
    const { arrive, hold } = graphic!.phases
    const end = totalFrames(graphic!.phases) - 1
    const from = leaving ? Math.max(0, Math.min(arrive + hold, end - 12) - REST) : 0
    const to = leaving ? end : Math.min(end, Math.max(arrive, 12) + REST)
    useBench.setState({ rehearsal: { from, to } })
  }
  const stop = () => {
    if (!rehearsed.current) return
    rehearsed.current = false
    useBench.getState().preview(null)
    useBench.setState({ rehearsal: null })
  }
  useEffect(() => stop, [])

  // What was chosen last follows its settings, until something else is selected.
  const ids = layers.map((l) => l.id).join()
  const settings = JSON.stringify([length, distance, feel, pieces, every, order])
  const written = useRef({ ids, settings })
  useEffect(() => {
    const before = written.current
    written.current = { ids, settings }
    if (before.ids !== ids) setLast(null)
    else if (before.settings !== settings && last && !keep) void edit(edited(last))
  })

  return (
    <Section title={many ? `Bring ${layers.length} layers on and off` : 'Bring on and off'}>
      <Flex
        mb="6px"
        border="1px solid"
        borderColor="line"
        borderRadius="4px"
        overflow="hidden"
        role="group"
        aria-label="Arrival or departure"
      >
        {[false, true].map((l) => (
          <Box
            key={String(l)}
            asChild
            flex="1"
            h="24px"
            bg={l === leaving ? (l ? 'leave' : 'arrive') : 'room'}
            fontWeight={l === leaving ? '600' : '400'}
          >
            <button
              aria-pressed={l === leaving}
              onClick={() => {
                setLeaving(l)
                setLast(null)
              }}
            >
              {l ? 'Departure' : 'Arrival'}
            </button>
          </Box>
        ))}
      </Flex>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <NumberField
          label="Length, frames; 0 for the whole phase"
          prefix="length"
          value={length}
          digits={0}
          min={0}
          max={10000}
          onChange={setLength}
        />
        <NumberField
          label="Distance; 0 for its own"
          prefix="distance"
          value={distance ?? 0}
          min={0}
          max={10000}
          onChange={(d) => setDistance(d === 0 ? null : d)}
        />
      </Grid>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <Choice
          label="Feel of the arrival"
          value={feel}
          options={[{ value: '', label: 'Its own feel' }, ...choices.feels.map((f) => ({ value: f.css, label: f.name }))]}
          onChange={(e) => setFeel(e.target.value)}
        />
        <Flex asChild align="center" gap="5px" fontSize="11px" title="Otherwise an earlier arrival or departure of the layer is replaced">
          <label>
            <input type="checkbox" checked={keep} onChange={(e) => setKeep(e.target.checked)} />
            Keep what is there
          </label>
        </Flex>
      </Grid>
      {allType && <PieceControls value={pieces} onChange={setPieces} />}
      {many && (
        <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
          <NumberField
            label="Frames from layer to layer"
            prefix="next layer"
            value={every}
            digits={0}
            min={0}
            max={1000}
            onChange={setEvery}
          />
          <Choice label="Order of the layers" value={order} options={orders} onChange={(e) => setOrder(e.target.value as Order)} />
        </Grid>
      )}
      <Grid templateColumns="repeat(3, 1fr)" gap="3px" role="group" aria-label={leaving ? 'Departures' : 'Arrivals'} onPointerLeave={stop}>
        {choices.arrivals
          .filter((a) => !a.typeOnly || allType)
          .map((a) => (
            <Box
              key={a.kind}
              asChild
              h="24px"
              px="2px"
              fontSize="11px"
              letterSpacing="-0.02em"
              whiteSpace="nowrap"
              overflow="hidden"
              textOverflow="ellipsis"
              border="1px solid"
              borderColor={last === a.kind ? 'accent' : 'line'}
              bg="room"
              borderRadius="4px"
              _hover={{ bg: 'chosen' }}
            >
              <button
                title={`${a.title}. Rest here to see it, click to write its keyframes`}
                onPointerEnter={() => rehearse(a.kind)}
                onFocus={(e) => e.currentTarget.matches(':focus-visible') && rehearse(a.kind)}
                onBlur={stop}
                onClick={() => {
                  stop()
                  setLast(a.kind)
                  void edit(edited(a.kind))
                }}
              >
                {shortTitle(a.title, leaving)}
              </button>
            </Box>
          ))}
      </Grid>
      <Text fontSize="11px" color="soft" mt="4px">
        Rest on one to see it; a click writes ordinary keyframes, which then follow the settings above until you select something else.
      </Text>
    </Section>
  )
}

const ways: Record<string, [arriving: string, leaving: string]> = {
  'from left': ['→', '←'],
  'from right': ['←', '→'],
  'from top': ['↓', '↑'],
  'from bottom': ['↑', '↓'],
}

/** "Glide from left" as "Glide →": the way in which it moves. */
function shortTitle(title: string, leaving: boolean): string {
  const side = Object.keys(ways).find((w) => title.endsWith(w))
  return side ? title.replace(side, ways[side]![leaving ? 1 : 0]) : title
}
