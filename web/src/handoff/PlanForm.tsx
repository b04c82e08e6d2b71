import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { api, data, Refused, type Schemas } from '../api/client'
import { NumberField } from '../shell/NumberField'
import { Choice, Labelled } from '../shell/controls'
import { timecode } from '../time/timecode'
import { ColourWell } from '../shell/ColourWell'
import { duration, size } from './amounts'

type Plan = Schemas['HandoffPlan']

const files = [
  { value: 'prores', label: 'MOV, ProRes 4444' },
  { value: 'png', label: 'PNG sequence, zip' },
  { value: 'mp4', label: 'MP4, H.264' },
]

const backings = [
  { value: 'none', label: 'Nothing: real transparency' },
  { value: 'solid', label: 'A solid colour' },
  { value: 'key', label: 'A key colour' },
]

const startColour = { none: undefined, solid: '#000000', key: '#00B140' }

/** What the file shall be: range, backing, kind and size, with a forecast from a sample of frames. */
export function PlanForm({ graphic, onHandOff }: { graphic: Schemas['RackGraphic']; onHandOff: (plan: Plan) => Promise<void> }) {
  const [plan, setPlan] = useState<Plan>({ kind: 'prores', backing: { kind: 'none' }, from: 0, to: graphic.frames - 1, scale: 1 })
  const [forecast, setForecast] = useState<Schemas['ForecastView'] | null>(null)
  const [refused, setRefused] = useState<Refused | null>(null)
  const [busy, setBusy] = useState<'forecast' | 'ask' | null>(null)
  const set = (part: Partial<Plan>) => {
    setPlan({ ...plan, ...part })
    setForecast(null)
    setRefused(null)
  }
  const ask = async () => {
    setBusy('forecast')
    try {
      setForecast(await data(api.POST('/api/graphics/{id}/forecast', { params: { path: { id: graphic.id } }, body: plan })))
      setRefused(null)
    } catch (e) {
      setRefused(e instanceof Refused ? e : new Refused('The server is not reachable.', 'Start it and try again.'))
    }
    setBusy(null)
  }
  const backing = plan.backing.kind
  return (
    <>
      <Labelled label="File">
        <Choice label="File" options={files} value={plan.kind} onChange={(e) => set({ kind: e.target.value as Plan['kind'] })} />
      </Labelled>
      <Labelled label="Backing: what is rendered behind the graphic">
        <Flex gap="6px">
          <Choice
            label="Backing"
            options={backings}
            value={backing}
            onChange={(e) => {
              const kind = e.target.value as 'none' | 'solid' | 'key'
              set({ backing: { kind, colour: startColour[kind] } })
            }}
          />
          {backing !== 'none' && (
            <ColourWell
              label="Colour of the backing"
              hex={plan.backing.colour ?? '#000000'}
              onChange={(colour) => set({ backing: { kind: backing, colour } })}
            />
          )}
        </Flex>
      </Labelled>
      <Grid templateColumns="1fr 1fr 1fr" gap="6px" mb="4px">
        <NumberField
          label="From frame"
          prefix="From"
          value={plan.from}
          digits={0}
          min={0}
          max={graphic.frames - 1}
          onChange={(from) => set({ from })}
        />
        <NumberField
          label="To frame"
          prefix="To"
          value={plan.to}
          digits={0}
          min={0}
          max={graphic.frames - 1}
          onChange={(to) => set({ to })}
        />
        <NumberField
          label="Size in per cent"
          prefix="%"
          value={plan.scale * 100}
          digits={1}
          min={5}
          max={200}
          onChange={(n) => set({ scale: n / 100 })}
        />
      </Grid>
      <Text color="soft" fontSize="11px" mb="12px">
        {Math.max(0, plan.to - plan.from + 1)} frames · {timecode(Math.max(0, plan.to - plan.from + 1), graphic.rate)} ·{' '}
        {Math.round(graphic.width * plan.scale)} × {Math.round(graphic.height * plan.scale)} px ·{' '}
        {plan.backing.kind !== 'none' ? 'opaque' : plan.kind === 'mp4' ? 'no alpha possible' : 'straight alpha'}
      </Text>
      <Flex gap="8px">
        <Button size="sm" variant="outline" borderColor="line" loading={busy === 'forecast'} onClick={() => void ask()}>
          Forecast
        </Button>
        <Button
          size="sm"
          flex="1"
          bg="accent"
          color="accentInk"
          loading={busy === 'ask'}
          onClick={() => {
            setBusy('ask')
            void onHandOff(plan).then(() => setBusy(null))
          }}
        >
          Hand off
        </Button>
      </Flex>
      {forecast && (
        <Box role="status" bg="chosen" borderRadius="6px" p="8px" mt="10px" data-testid="forecast">
          About {size(forecast.bytes)} in {duration(forecast.seconds)}
          <Text color="soft" fontSize="11px">
            From {forecast.sampled} frames rendered for it
          </Text>
        </Box>
      )}
      {refused && (
        <Box role="alert" bg="badRoom" color="bad" p="8px" borderRadius="6px" mt="10px">
          {refused.message} {refused.remedy}
        </Box>
      )}
    </>
  )
}
