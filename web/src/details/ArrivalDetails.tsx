import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import type { Schemas } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { totalFrames, type Layer, type PieceStagger } from '../live/document'
import type { ApplyArrival, ArrivalKind, StaggerOrder } from '../live/core.gen'
import { Choice } from '../shell/controls'
import { Sample } from './SampleMenu'
import { Section } from './Section'
import { orders } from './orders'
import { NumberField } from '../shell/NumberField'
import { Tick } from '../shell/Tick'
import { TimeField } from '../time/TimeField'
import { coming, departing, PieceControls } from './PieceDetails'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

/** Frames of rest that a rehearsal shows on either side. */
const REST = 14

interface Settings {
  length: number
  distance: number | null
  feel: string
  pieces: PieceStagger | undefined
  every: number
  order: StaggerOrder
  asOne: boolean
}

/** Ready-made ways of coming on and going off. While the pointer rests on one it is drawn live on the selected layers; a click writes its keyframes. */
export function ArrivalDetails({ layers, choices }: { layers: Layer[]; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const [leaving, setLeaving] = useState(false)
  const [settings, setSettings] = useState<Settings>({
    length: 0,
    distance: null,
    feel: '',
    pieces: undefined,
    every: 0,
    order: 'topDown',
    asOne: false,
  })
  const [keep, setKeep] = useState(false)
  const [last, setLast] = useState<{ kind: string; layers: string } | null>(null)
  const rehearsed = useRef(false)
  const allType = layers.every((l) => isWords(l.content))
  const many = layers.length > 1

  const edited = (kind: string, { length, distance, feel, pieces, every, order, asOne } = settings): ApplyArrival => ({
    do: 'applyArrival',
    layers: layers.map((l) => l.id),
    kind: kind as ArrivalKind,
    leaving,
    ...(length > 0 ? { length } : {}),
    ...(distance !== null ? { distance } : {}),
    ...(feel ? { feel } : {}),
    ...(pieces && allType ? { pieces } : {}),
    keep,
    every: many ? every : 0,
    order,
    ...(many && asOne ? { asOne } : {}),
  })

  const ids = layers.map((l) => l.id).join()
  const chosen = last?.layers === ids ? last.kind : null
  /** What was chosen last follows its settings, until something else is selected. */
  const change = (part: Partial<Settings>) => {
    const next = { ...settings, ...part }
    setSettings(next)
    if (chosen && !keep) void edit(edited(chosen, next))
  }

  const rehearse = (kind: string) => {
    const { preview, graphic } = useDocument.getState()
    const { playing } = usePlayback.getState()
    if (playing) usePlayback.getState().stop()
    rehearsed.current = true
    preview(edited(kind))
    const { arrive, hold } = graphic!.phases
    const end = totalFrames(graphic!.phases) - 1
    const from = leaving ? Math.max(0, Math.min(arrive + hold, end - 12) - REST) : 0
    const to = leaving ? end : Math.min(end, Math.max(arrive, 12) + REST)
    usePlayback.getState().rehearse({ from, to })
  }
  const stop = () => {
    if (!rehearsed.current) return
    rehearsed.current = false
    useDocument.getState().preview(null)
    // What could not be shown was said while the pointer was here.
    useDocument.getState().refuse(null)
    usePlayback.getState().rehearse(null)
  }
  useEffect(() => stop, [])

  return (
    <Section title={many ? t('Bring {count} layers on and off', { count: layers.length }) : t('Bring on and off')}>
      <Flex
        mb="6px"
        border="1px solid"
        borderColor="line"
        borderRadius="4px"
        overflow="hidden"
        role="group"
        aria-label={t('Arrival or departure')}
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
                // Each has a stagger of its own.
                setSettings((s) => ({ ...s, pieces: undefined }))
                setLast(null)
              }}
            >
              {l ? t('Departure') : t('Arrival')}
            </button>
          </Box>
        ))}
      </Flex>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <Flex align="center" gap="4px" fontSize="12px" color="soft">
          {t('length')}
          <TimeField
            label={t('Length, frames; 0 for the whole phase')}
            frames={settings.length}
            width="100%"
            onChange={(length) => change({ length: Math.max(0, length) })}
          />
        </Flex>
        <NumberField
          label={t('Distance; 0 for its own')}
          prefix={t('distance')}
          value={settings.distance ?? 0}
          min={0}
          max={10000}
          onChange={(d) => change({ distance: d === 0 ? null : d })}
        />
      </Grid>
      <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
        <Choice
          label={t('Feel of the arrival')}
          value={settings.feel}
          options={[{ value: '', label: t('Its own feel') }, ...choices.feels.map((f) => ({ value: f.css, label: f.name }))]}
          onChange={(e) => change({ feel: e.target.value })}
        />
        <Tick checked={keep} onChange={setKeep} title={t('Otherwise an earlier arrival or departure of the layer is replaced')}>
          {t('Keep what is there')}
        </Tick>
      </Grid>
      {allType && <PieceControls way={leaving ? departing : coming} value={settings.pieces} onChange={(pieces) => change({ pieces })} />}
      {many && (
        <Tick
          checked={settings.asOne}
          onChange={(asOne) => change({ asOne })}
          title={t('At once, and as far as all of them together need: nothing between them moves')}
        >
          {t('All as one')}
        </Tick>
      )}
      {many && !settings.asOne && (
        <Grid templateColumns="1fr 1fr" gap="4px" mb="4px">
          <NumberField
            label={t('Frames from layer to layer')}
            prefix={t('next layer')}
            value={settings.every}
            digits={0}
            min={0}
            max={1000}
            onChange={(every) => change({ every })}
          />
          <Choice
            label={t('Order of the layers')}
            value={settings.order}
            options={orders}
            onChange={(e) => change({ order: e.target.value as StaggerOrder })}
          />
        </Grid>
      )}
      <Grid
        templateColumns="repeat(3, 1fr)"
        gap="3px"
        role="group"
        aria-label={leaving ? t('Departures') : t('Arrivals')}
        onPointerLeave={stop}
      >
        {choices.arrivals
          .filter((a) => !a.typeOnly || allType)
          .map((a) => (
            <Box
              key={a.kind}
              asChild
              pb="2px"
              fontSize="12px"
              letterSpacing="-0.02em"
              whiteSpace="nowrap"
              overflow="hidden"
              textOverflow="ellipsis"
              border="1px solid"
              borderColor={chosen === a.kind ? 'accent' : 'line'}
              bg="room"
              borderRadius="4px"
              _hover={{ bg: 'chosen' }}
            >
              <button
                title={t('{title}. Rest here to see it, click to write its keyframes', { title: a.title })}
                onPointerEnter={() => rehearse(a.kind)}
                onFocus={(e) => e.currentTarget.matches(':focus-visible') && rehearse(a.kind)}
                onBlur={stop}
                onClick={() => {
                  stop()
                  setLast({ kind: a.kind, layers: ids })
                  void edit(edited(a.kind))
                }}
              >
                <Sample what={leaving ? 'departures' : 'arrivals'} name={a.kind} height={36} />
                {shortTitle(a.title, leaving)}
              </button>
            </Box>
          ))}
      </Grid>
      <Text fontSize="12px" color="soft" mt="4px">
        {t(
          'Rest on one to see it; a click writes ordinary keyframes, which then follow the settings above until you select something else.',
        )}
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
