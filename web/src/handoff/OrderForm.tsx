import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../api/client'
import { ColourWell } from '../shell/ColourWell'
import { Choice, Labelled } from '../shell/controls'
import { NumberField } from '../shell/NumberField'
import { timecode } from '../time/timecode'
import { KindTable } from './KindTable'
import { MoreOfOrder } from './MoreOfOrder'
import { destinationOf, everything, filesOf, orderFor, planOf, startColour, type Kinds, type Order } from './order'
import { useForecasts } from './useForecasts'
import { t } from '../words/words'

const backings = [
  { value: 'none', label: t('Nothing: real transparency') },
  { value: 'solid', label: t('A solid colour') },
  { value: 'key', label: t('A key colour') },
]

interface Props {
  graphic: Schemas['RackGraphic']
  kinds: Kinds
  start: Schemas['OrderStart']
  order: Order
  setOrder: (order: Order) => void
  siblings: { id: string; name: string }[]
  along: string[]
  setAlong: (along: string[]) => void
  onHandOff: () => Promise<void>
}

/** What is handed off: where it goes, as which files, how large and which frames, with a forecast of each kind. */
export function OrderForm({ graphic, kinds, start, order, setOrder, siblings, along, setAlong, onHandOff }: Props) {
  const [destination, setDestination] = useState(() => destinationOf(kinds, order))
  const [asking, setAsking] = useState(false)
  const { forecasts, ask, forget, busy } = useForecasts(graphic.id)
  const set = (part: Partial<Order>, keepsForecast = false) => {
    setOrder({ ...order, ...part })
    if (!keepsForecast) forget()
  }
  // The best for a place comes first.
  const suits = kinds.destinations.find((d) => d.id === destination)?.kinds
  const offered = suits ? suits.map((kind) => kinds.kinds.find((k) => k.kind === kind)!) : kinds.kinds
  const chosen = kinds.kinds.filter((k) => order.kinds.includes(k.kind))
  const still = order.kinds.length > 0 && order.kinds.every((k) => k === 'still')
  const from = order.from ?? (still ? start.rest : 0)
  const to = order.to ?? (still ? from : graphic.frames - 1)
  const files = filesOf(order) * (1 + along.length)
  const go = (id: string) => {
    setDestination(id)
    set(orderFor(kinds, id, order))
  }
  return (
    <>
      <Text fontSize="12px" color="soft" mb="3px" id="destinations">
        {t('Where it goes')}
      </Text>
      <Flex wrap="wrap" gap="4px" mb="10px" role="radiogroup" aria-labelledby="destinations">
        {[...kinds.destinations, { id: everything, name: t('Any kind') }].map((d) => (
          <Button
            key={d.id}
            role="radio"
            aria-checked={d.id === destination}
            size="2xs"
            h="24px"
            px="7px"
            fontSize="12px"
            fontWeight="400"
            variant="outline"
            borderColor={d.id === destination ? 'accent' : 'line'}
            bg={d.id === destination ? 'chosen' : 'room'}
            color="ink"
            onClick={() => go(d.id)}
          >
            {d.name}
          </Button>
        ))}
      </Flex>
      <KindTable
        kinds={offered}
        chosen={order.kinds}
        hasSound={start.hasSound}
        forecasts={forecasts}
        onChange={(next) => set({ kinds: [...order.kinds.filter((k) => !offered.some((o) => o.kind === k)), ...next] }, true)}
      />
      <Labelled label={t('Backing: what is rendered behind the graphic')}>
        <Flex gap="6px">
          <Choice
            label={t('Backing')}
            options={backings}
            value={order.backing.kind}
            onChange={(e) => {
              const kind = e.target.value as Order['backing']['kind']
              set({ backing: { kind, colour: startColour[kind] }, premultiplied: kind === 'none' && order.premultiplied })
            }}
          />
          {order.backing.kind !== 'none' && (
            <ColourWell
              label={t('Colour of the backing')}
              hex={order.backing.colour ?? '#000000'}
              onChange={(colour) => set({ backing: { kind: order.backing.kind, colour } })}
            />
          )}
        </Flex>
      </Labelled>
      <Grid templateColumns={still ? '1fr 1fr' : '1fr 1fr 1fr'} gap="6px" mb="4px">
        <NumberField
          label={t('From frame')}
          prefix={still ? t('Frame') : t('From')}
          value={from}
          digits={0}
          min={0}
          max={graphic.frames - 1}
          onChange={(n) => set(still ? { from: n, to: n } : { from: n })}
        />
        {!still && (
          <NumberField
            label={t('To frame')}
            prefix={t('To')}
            value={to}
            digits={0}
            min={0}
            max={graphic.frames - 1}
            onChange={(n) => set({ to: n })}
          />
        )}
        <NumberField
          label={t('Size in per cent')}
          prefix="%"
          value={(order.scales[0] ?? 1) * 100}
          digits={1}
          min={5}
          max={200}
          onChange={(n) => set({ scales: [n / 100, ...order.scales.slice(1)] })}
        />
      </Grid>
      <Text color="soft" fontSize="12px" mb="8px">
        {t('{max} frames · {timecode} · {value} px · {value2}', {
          max: Math.max(0, to - from + 1),
          timecode: timecode(Math.max(0, to - from + 1), graphic.rate),
          value: order.scales.map((s) => `${Math.round(graphic.width * s)} × ${Math.round(graphic.height * s)}`).join(', '),
          value2: order.backing.kind !== 'none' ? t('opaque') : order.premultiplied ? t('premultiplied alpha') : t('straight alpha'),
        })}
      </Text>
      <MoreOfOrder
        order={order}
        chosen={chosen}
        colourways={start.colourways}
        hasSound={start.hasSound}
        usual={kinds.pattern}
        siblings={siblings}
        along={along}
        onAlong={setAlong}
        onChange={(part) => set(part, true)}
      />
      <Flex gap="8px">
        <Button
          size="sm"
          variant="outline"
          borderColor="line"
          loading={busy}
          title={t('Renders some frames of every kind above, to tell what the files will be')}
          onClick={() =>
            void ask(
              offered.map((k) =>
                planOf({ ...order, premultiplied: order.premultiplied && k.mayBePremultiplied }, k.kind, graphic.frames, start.rest),
              ),
            )
          }
        >
          {t('Forecast')}
        </Button>
        <Button
          size="sm"
          flex="1"
          bg="accent"
          color="accentInk"
          loading={asking}
          disabled={files === 0}
          onClick={() => {
            setAsking(true)
            void onHandOff().then(() => setAsking(false))
          }}
        >
          {files > 1 ? t('Hand off {files} files', { files }) : t('Hand off')}
        </Button>
      </Flex>
      <Box data-testid="forecast" role="status" fontSize="12px" color="soft" mt="6px" minH="16px">
        {chosen
          .map((k) => forecasts[k.kind])
          .map((f) => (f && f !== 'waiting' && 'refused' in f ? f.refused : null))
          .filter(Boolean)
          .join(' ')}
      </Box>
    </>
  )
}
