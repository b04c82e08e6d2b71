import { Box, Button, Flex, Grid, Heading, Image, Spacer, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { kindsQuery } from '../api/choices'
import { api, data, type Schemas } from '../api/client'
import { Back, TopBar } from '../shell/controls'
import { useAct } from '../shell/useAct'
import { rateLabel } from '../shell/kinds'
import { AsItIs } from './AsItIs'
import { Checks } from './Checks'
import { HandoffCard } from './HandoffCard'
import { begin, type Kinds, type Order } from './order'
import { OrderForm } from './OrderForm'
import { useHandoffs } from './useHandoffs'
import { t } from '../words/words'

/** Rendering for an editor: checks, an order with its forecast, the line of handoffs, and each file's proof. */
export function Handoff() {
  const { graphic: id } = useParams()
  const packages = useQuery({ queryKey: ['packages'], queryFn: () => data(api.GET('/api/packages')) })
  const shelf = packages.data?.find((p) => p.graphics.some((g) => g.id === id))
  const graphic = shelf?.graphics.find((g) => g.id === id)
  const kinds = useQuery(kindsQuery).data
  // How it was handed off last is where a form begins; it does not change under the hands of who fills it.
  const start = useQuery({
    queryKey: ['orderStart', id],
    queryFn: () => data(api.GET('/api/graphics/{id}/order', { params: { path: { id: id! } } })),
    gcTime: 0,
    refetchOnWindowFocus: false,
  }).data
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to={`/bench/${id}`} label={t('Back to the bench')} />
        <Text as="h1" fontWeight="600">
          {graphic?.name}
        </Text>
        <Text color="soft">{t('Handoff')}</Text>
        <Spacer />
        <Button asChild size="xs" variant="outline" borderColor="line">
          <a href={`/api/graphics/${id}/document`} download>
            {t('Save the document')}
          </a>
        </Button>
      </TopBar>
      {graphic && shelf && kinds && start && <Desk graphic={graphic} shelf={shelf} kinds={kinds} start={start} />}
    </Flex>
  )
}

interface DeskProps {
  graphic: Schemas['RackGraphic']
  shelf: Schemas['RackPackage']
  kinds: Kinds
  start: Schemas['OrderStart']
}

function Desk({ graphic, shelf, kinds, start }: DeskProps) {
  const [search] = useSearchParams()
  const [order, setOrder] = useState<Order>(() => begin(kinds, start, marked(search), graphic.frames))
  const [along, setAlong] = useState<string[]>([])
  const handoffs = useHandoffs(graphic.id)
  const { act, refused } = useAct(['handoffs', graphic.id])
  const handOff = (asItIs: boolean) =>
    act(data(api.POST('/api/handoffs', { body: { graphics: [graphic.id, ...along], order: { ...whole(order, along), asItIs } } })))
  return (
    <Grid flex="1" minH="0" templateColumns="356px minmax(0, 1fr)" templateRows="minmax(0, 1fr)">
      <Box
        as="section"
        aria-label={t('What is handed off')}
        bg="panel"
        borderRight="1px solid"
        borderColor="line"
        p="16px"
        overflowY="auto"
      >
        <Box className="checker" borderRadius="6px" overflow="hidden" mb="8px">
          <Image
            src={graphic.still}
            alt={t('The end of Hold of {name}', { name: graphic.name })}
            w="100%"
            maxH="130px"
            // Its room is there before it is, so that nothing below moves from under a press.
            aspectRatio={graphic.width / graphic.height}
            objectFit="contain"
          />
        </Box>
        <Text color="soft" fontSize="12px" mb="12px">
          {t('{name} · {width} × {height} · {rateLabel} · {frames} frames', {
            name: shelf.name,
            width: graphic.width,
            height: graphic.height,
            rateLabel: rateLabel(graphic.rate),
            frames: graphic.frames,
          })}
        </Text>
        <OrderForm
          graphic={graphic}
          kinds={kinds}
          start={start}
          order={order}
          setOrder={setOrder}
          siblings={shelf.graphics.filter((g) => g.id !== graphic.id && !g.removed)}
          along={along}
          setAlong={setAlong}
          onHandOff={() => handOff(false)}
        />
        {refused && (
          <Box role="alert" bg="badRoom" color="bad" p="8px" borderRadius="6px" mt="10px">
            {refused.message} {refused.remedy}
            <AsItIs refused={refused} onGo={() => handOff(true)} />
          </Box>
        )}
      </Box>
      <Box as="main" overflowY="auto" p="16px">
        <Checks
          graphic={graphic}
          keyColour={order.backing.kind === 'key' ? (order.backing.colour ?? null) : null}
          onTrim={(from, to) => setOrder({ ...order, from, to })}
          onKeyColour={(colour) => setOrder({ ...order, backing: { kind: 'key', colour } })}
        />
        <Flex align="center" mb="10px" gap="10px">
          <Heading size="sm">{t('Files')}</Heading>
          {handoffs.data?.some((h) => h.state === 'done' && h.holds) && (
            <Button asChild size="2xs" h="24px" variant="outline" borderColor="line" ml="auto">
              <a
                href={`/api/timeline?graphic=${graphic.id}`}
                download
                title={t('OpenTimelineIO: every file with its timecode, cut frames as markers')}
              >
                {t('As a timeline')}
              </a>
            </Button>
          )}
        </Flex>
        {handoffs.data?.length === 0 && (
          <Text color="soft">{t('Nothing has been handed off yet. Choose what the editor needs on the left.')}</Text>
        )}
        {handoffs.data?.map((h) => (
          <HandoffCard key={h.id} handoff={h} act={act} />
        ))}
      </Box>
    </Grid>
  )
}

/** A range is one graphic's: where several go, each goes whole. */
const whole = (order: Order, along: string[]): Order => (along.length > 0 ? { ...order, from: undefined, to: undefined } : order)

/** The range that was marked on the bench; null for none. */
function marked(search: URLSearchParams): [number, number] | null {
  const [from, to] = [search.get('from'), search.get('to')].map((n) => (n === null ? NaN : Number(n)))
  return Number.isInteger(from) && Number.isInteger(to) ? [from!, to!] : null
}
