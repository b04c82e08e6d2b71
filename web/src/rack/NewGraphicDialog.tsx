import { Box, Flex, Grid } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, data, Refused, type Schemas } from '../api/client'
import { choicesQuery } from '../api/choices'
import { Choice, Labelled, TextInput } from '../shell/controls'
import { Dialog } from '../shell/Dialog'
import { kinds, rateLabel, sizes } from '../shell/kinds'
import { rateOf, timecode } from '../time/timecode'

type Wish = Schemas['NewGraphic']

/** Asks what a new graphic shall be, made like the footage that it goes over. */
export function NewGraphicDialog({ package: id, onClose }: { package: string; onClose: () => void }) {
  const choices = useQuery(choicesQuery)
  const navigate = useNavigate()
  const [wish, setWish] = useState<Wish>({
    name: 'Lower third',
    kind: 'lowerThird',
    width: 1920,
    height: 1080,
    rate: '25',
    arrive: 25,
    hold: 100,
    leave: 25,
  })
  const [own, setOwn] = useState(false)
  const [refused, setRefused] = useState<Refused | null>(null)
  const set = (part: Partial<Wish>) => setWish({ ...wish, ...part })
  const setRate = (rate: string) => {
    const k = rateOf(rate) / rateOf(wish.rate)
    set({ rate, arrive: Math.round(wish.arrive * k), hold: Math.round(wish.hold * k), leave: Math.round(wish.leave * k) })
  }
  const make = async () => {
    try {
      const graphic = await data(api.POST('/api/packages/{id}/graphics', { params: { path: { id } }, body: wish }))
      await navigate(`/bench/${graphic}${wish.start ? '?at=hold' : ''}`)
    } catch (e) {
      if (e instanceof Refused) setRefused(e)
    }
  }
  const number = (key: 'width' | 'height' | 'arrive' | 'hold' | 'leave', label: string) => (
    <Labelled label={label}>
      <TextInput type="number" value={String(wish[key])} onChange={(e) => set({ [key]: Math.round(Number(e.target.value)) })} />
    </Labelled>
  )
  const total = wish.arrive + wish.hold + wish.leave
  const begin = (start: Schemas['StartingPoint'] | null) => {
    if (!start) return set({ start: null })
    setOwn(false)
    const { name, kind, width, height, rate, arrive, hold, leave } = start
    setWish({ name, kind, width, height, rate, arrive, hold, leave, start: start.id })
  }
  return (
    <Dialog title="New graphic" done="Make it" onClose={onClose} onDone={() => void make()}>
      <StartingPoints chosen={wish.start ?? null} onChoose={begin} />
      <Grid templateColumns="1fr 1fr" columnGap="12px">
        <Labelled label="Name">
          <TextInput value={wish.name} onChange={(e) => set({ name: e.target.value })} />
        </Labelled>
        <Labelled label="Kind">
          <Choice label="Kind" options={kinds} value={wish.kind} onChange={(e) => set({ kind: e.target.value as Wish['kind'] })} />
        </Labelled>
        {!wish.start && (
          <Labelled label="Size">
            <Choice
              label="Size"
              value={own ? 'own' : `${wish.width}x${wish.height}`}
              options={[...sizes.map(([w, h]) => ({ value: `${w}x${h}`, label: `${w} × ${h}` })), { value: 'own', label: 'Own size' }]}
              onChange={(e) => {
                setOwn(e.target.value === 'own')
                if (e.target.value !== 'own') {
                  const [width, height] = e.target.value.split('x').map(Number)
                  set({ width: width!, height: height! })
                }
              }}
            />
          </Labelled>
        )}
        <Labelled label="Rate">
          <Choice
            label="Rate"
            options={(choices.data?.rates ?? [wish.rate]).map((r) => ({ value: r, label: rateLabel(r) }))}
            value={wish.rate}
            onChange={(e) => setRate(e.target.value)}
          />
        </Labelled>
        {own && number('width', 'Width, px')}
        {own && number('height', 'Height, px')}
      </Grid>
      <Grid templateColumns="1fr 1fr 1fr" columnGap="12px">
        {number('arrive', 'Arrive, frames')}
        {number('hold', 'Hold, frames')}
        {number('leave', 'Leave, frames')}
      </Grid>
      <Flex h="8px" borderRadius="4px" overflow="hidden" aria-hidden>
        <Box bg="arrive" flex={Math.max(0, wish.arrive)} />
        <Box bg="hold" flex={Math.max(0, wish.hold)} />
        <Box bg="leave" flex={Math.max(0, wish.leave)} />
      </Flex>
      <Box color="soft" mt="6px">
        {total} frames · {timecode(Math.max(0, total || 0), wish.rate)}
      </Box>
      {refused && (
        <Box role="alert" color="bad" mt="8px" maxW="400px">
          {refused.message} {refused.remedy}
        </Box>
      )}
    </Dialog>
  )
}

/** What the graphic begins as: nothing, or one of the demo, with what can be changed in it. */
function StartingPoints({ chosen, onChoose }: { chosen: string | null; onChoose: (start: Schemas['StartingPoint'] | null) => void }) {
  const starts = useQuery({ queryKey: ['starts'], queryFn: () => data(api.GET('/api/starts')), staleTime: Infinity }).data ?? []
  if (starts.length === 0) return null
  const start = starts.find((s) => s.id === chosen)
  return (
    <Box mb="8px">
      <Grid templateColumns="repeat(4, 1fr)" gap="6px" role="radiogroup" aria-label="Begin with">
        <Start name="Nothing" chosen={chosen === null} onClick={() => onChoose(null)} />
        {starts.map((s) => (
          <Start key={s.id} name={s.name} still={s.still} chosen={s.id === chosen} onClick={() => onChoose(s)} />
        ))}
      </Grid>
      <Box color="soft" fontSize="12px" mt="3px" minH="18px">
        {start ? `Can be changed: ${start.fields.join(', ') || 'everything'}` : ''}
      </Box>
    </Box>
  )
}

function Start({ name, still, chosen, onClick }: { name: string; still?: string; chosen: boolean; onClick: () => void }) {
  return (
    <Box
      asChild
      border="2px solid"
      borderColor={chosen ? 'accent' : 'line'}
      borderRadius="5px"
      overflow="hidden"
      fontSize="12px"
      textAlign="center"
      cursor="pointer"
    >
      <button type="button" role="radio" aria-checked={chosen} aria-label={name} onClick={onClick}>
        <Box aspectRatio="16 / 9" bg="#6B7A5E" style={still ? { backgroundImage: `url(${still})`, backgroundSize: 'cover' } : undefined} />
        {name}
      </button>
    </Box>
  )
}
