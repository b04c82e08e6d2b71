import { Box, Button, Flex, Heading, Input, Spacer, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { CircleCheck, Link2, Table2, TriangleAlert } from 'lucide-react'
import { useEffect, useState } from 'react'
import { Link, useParams } from 'react-router'
import { kindsQuery } from '../api/choices'
import { AsItIs } from '../handoff/AsItIs'
import { api, data, type Schemas } from '../api/client'
import { choicesQuery } from '../api/choices'
import type { Kinds } from '../handoff/order'
import { useHandoffs } from '../handoff/useHandoffs'
import { Back, Choice, Labelled, TopBar } from '../shell/controls'
import { notes } from '../shell/notes'
import { useAct } from '../shell/useAct'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useView } from '../stores/viewStore'
import { DeskStage } from './DeskStage'
import { FieldInput } from '../fields/FieldInput'
import { orderOf, OutputChoice, type Output } from './OutputChoice'
import { HoldBar } from './HoldBar'
import { filled, grouped, nameOf, plain, valueOf, type DeskView } from '../fields/take'
import { TakenFile } from './TakenFile'
import { useChecks } from './useChecks'
import { useTake } from './useTake'
import { t } from '../words/words'

/** The editor's screen: fill the fields of a finished graphic, see it over footage, take the file. */
export function Desk() {
  const { graphic: id } = useParams()
  const choices = useQuery(choicesQuery).data
  const desk = useQuery({
    queryKey: ['desk', id],
    queryFn: () => data(api.GET('/api/graphics/{id}/desk', { params: { path: { id: id! } } })),
  })
  const kinds = useQuery(kindsQuery).data
  const { open } = useDocument.getState()
  const windowLength = choices?.windowLength
  useEffect(() => (id && windowLength ? open(id, windowLength) : undefined), [id, windowLength, open])
  useDeskView(desk.data)
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to="/desk" label={t('All pieces')} />
        <Heading as="h1" fontSize="14px" fontWeight="600" truncate>
          {desk.data?.name ?? t('Opening…')}
        </Heading>
        <Text color="soft" fontSize="12px" truncate hideBelow="md">
          {desk.data?.package}
        </Text>
        <Spacer />
        <Button asChild size="xs" variant="outline" borderColor="line" title={t('Many takes at once, from a table')} hideBelow="md">
          <Link to={`/roster/${id}`}>
            <Table2 size={14} /> {t('From a table')}
          </Link>
        </Button>
        <CopyLink />
      </TopBar>
      {desk.error && (
        <Text role="alert" p="16px" color="bad">
          {t('{message} Go back and choose another piece.', { message: desk.error.message })}
        </Text>
      )}
      {desk.data && kinds && <Filling desk={desk.data} kinds={kinds} />}
    </Flex>
  )
}

/** An editor looks at a piece over footage, from the moment on in which it has come. */
function useDeskView(desk: DeskView | undefined) {
  const { poster, phases } = desk ?? {}
  const { graphic } = usePick(useDocument, 'graphic')
  // Where it shows best, as far into the Hold as in the graphic itself.
  const rest = graphic && poster !== undefined ? posterOf(poster, graphic.phases, phases!) : null
  useEffect(() => {
    useView.getState().setWall('footage')
  }, [])
  // The piece as it rests; a Hold of another length rests elsewhere.
  useEffect(() => {
    if (rest !== null) usePlayback.getState().seek(rest)
  }, [rest])
  useEffect(() => {
    const space = (e: KeyboardEvent) => {
      const on = e.target as HTMLElement
      if (e.key !== ' ' || /^(INPUT|TEXTAREA|SELECT|BUTTON|A)$/.test(on.tagName)) return
      e.preventDefault()
      usePlayback.getState().toggle()
    }
    window.addEventListener('keydown', space)
    return () => window.removeEventListener('keydown', space)
  }, [])
}

/** The same place in a Hold of another length. */
function posterOf(poster: number, now: DeskView['phases'], before: DeskView['phases']): number {
  const into = (poster - before.arrive + 1) / Math.max(1, before.hold)
  return now.arrive + Math.max(0, Math.round(into * now.hold) - 1)
}

function CopyLink() {
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(window.location.href)
      notes.create({ description: t('The link is copied. It opens this piece with these values.'), duration: 4000 })
    } catch {
      notes.create({ description: t('Copy it from the address bar: it holds the piece and these values.'), duration: 8000 })
    }
  }
  return (
    <Button size="xs" variant="outline" borderColor="line" onClick={() => void copy()}>
      <Link2 size={14} /> {t('Copy the link')}
    </Button>
  )
}

function Filling({ desk, kinds }: { desk: DeskView; kinds: Kinds }) {
  const { take, setTake, unknown } = useTake(desk)
  const { graphic, refusal } = usePick(useDocument, 'graphic', 'refusal')
  const checks = useChecks(desk.id, take, refusal === null)
  const roles = rolesOf(graphic?.palette)
  const phases = graphic?.phases ?? desk.phases
  const ownField = desk.fields.some((f) => f.name === refusal?.field)
  return (
    <Box
      flex="1"
      minH="0"
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: 'minmax(300px, 360px) minmax(0, 1fr)' }}
      gridTemplateRows={{ base: 'auto minmax(0, 1fr)', md: 'minmax(0, 1fr)' }}
    >
      <Flex as="main" direction="column" minH="0" gridColumn={{ md: 2 }} gridRow={{ md: 1 }} aria-label={t('Picture')}>
        <Box flex={{ md: 1 }} minH="0" h={{ base: 'min(62vw, 40vh)', md: 'auto' }}>
          <DeskStage />
        </Box>
        <HoldBar
          phases={phases}
          least={desk.leastHold}
          rate={desk.rate}
          onHold={(hold) => setTake((t) => ({ ...t, hold: hold === desk.phases.hold ? undefined : hold }))}
        />
      </Flex>
      <Box as="section" aria-label={t('Fields')} overflowY="auto" p="14px" bg="panel" borderRight="1px solid" borderColor="line" minH="0">
        {unknown.length > 0 && (
          <Text role="alert" fontSize="12px" color="bad" mb="8px">
            {t('The link fills what this piece does not have: {unknown}.', { unknown: unknown.join(', ') })}
          </Text>
        )}
        {desk.fields.length === 0 && (
          <Text color="soft" mb="10px">
            {t('Nothing is left to be filled in here. Take it as it is, or ask its maker for fields.')}
          </Text>
        )}
        {grouped(desk.fields).map(([group, fields]) => (
          <Box key={group} as="section" aria-label={group || undefined}>
            {group && (
              <Heading as="h2" fontSize="12px" color="soft" mb="6px">
                {group}
              </Heading>
            )}
            {fields.map((f) => (
              <FieldInput
                key={f.name}
                field={f}
                value={valueOf(take, f)}
                roles={roles}
                problem={refusal?.field === f.name ? `${refusal.message.replace(`${f.name}: `, '')} ${refusal.remedy}` : null}
                onChange={(value) => setTake((t) => filled(t, f, value))}
                onPicture={(hash, asset) => setTake((t) => ({ ...filled(t, f, hash), pictures: { ...t.pictures, [hash]: asset } }))}
                onRefused={(message) => useDocument.getState().refuse({ message, remedy: '' })}
              />
            ))}
          </Box>
        ))}
        {desk.colourways.length > 1 && (
          <Labelled label={t('Colourway')}>
            <Choice
              label={t('Colourway')}
              value={take.colourway ?? desk.colourways[0]}
              options={desk.colourways.map((c) => ({ value: c, label: c }))}
              onChange={(e) => setTake((t) => ({ ...t, colourway: e.target.value === desk.colourways[0] ? undefined : e.target.value }))}
            />
          </Labelled>
        )}
        <Verdict
          refusal={refusal && !ownField ? `${refusal.message} ${refusal.remedy}` : refusal ? t('Mend what is marked above.') : null}
          findings={checks}
        />
        <TakeFile
          desk={desk}
          kinds={kinds}
          name={nameOf(take, desk.fields)}
          ready={refusal === null}
          take={() => ({ ...plain(take), name: nameOf(take, desk.fields) })}
          onName={(name) => setTake((t) => ({ ...t, name: name || undefined }))}
          onRepeat={setTake}
        />
      </Box>
    </Box>
  )
}

function rolesOf(
  palette: { roles: string[]; colourways: { name: string; colours: Record<string, string> }[]; current: string } | undefined,
) {
  const shown = palette?.colourways.find((c) => c.name === palette.current)
  return shown ? palette!.roles.map((name) => ({ name, colour: shown.colours[name]! })) : []
}

/** What is to be said of the filled piece before anybody takes it. */
function Verdict({ refusal, findings }: { refusal: string | null; findings: Schemas['Finding'][] | null }) {
  const bad = refusal !== null || (findings?.length ?? 0) > 0
  return (
    <Box
      role="status"
      aria-label={t('Checks')}
      my="10px"
      p="8px 10px"
      borderRadius="6px"
      bg={bad ? 'badRoom' : 'room'}
      fontSize="12px"
      minH="34px"
    >
      {refusal ?? (findings === null ? t('Looking at it…') : null)}
      {!refusal && findings?.length === 0 && (
        <Flex color="good" align="center" gap="5px">
          <CircleCheck size={15} /> {t('All clear')}
        </Flex>
      )}
      {!refusal &&
        findings?.map((f, i) => (
          <Flex key={i} gap="6px" mb="3px">
            <TriangleAlert size={14} style={{ flexShrink: 0, marginTop: 2 }} />
            <Box>
              {f.problem.layer ? `${f.problem.layer}: ` : ''}
              {f.problem.message} {f.problem.remedy}
            </Box>
          </Flex>
        ))}
    </Box>
  )
}

interface TakeFileProps {
  desk: DeskView
  kinds: Kinds
  /** What the take is called. */
  name: string
  ready: boolean
  take: () => ReturnType<typeof plain>
  onName: (name: string) => void
  onRepeat: Parameters<typeof TakenFile>[0]['onRepeat']
}

/** Where the file goes, how large it is, what it is called; and the files that were taken before. */
function TakeFile({ desk, kinds, name, ready, take, onName, onRepeat }: TakeFileProps) {
  const [output, setOutput] = useState<Output>({ destination: kinds.destinations[0]!.id, scale: 1 })
  const [asking, setAsking] = useState(false)
  const handoffs = useHandoffs(desk.id)
  const { act, refused } = useAct(['handoffs', desk.id])
  const go = async (asItIs: boolean) => {
    setAsking(true)
    const wanted = { ...orderOf(kinds, output), takes: [take()], asItIs } as Schemas['HandoffOrder']
    await act(data(api.POST('/api/handoffs', { body: { graphics: [desk.id], order: wanted } })))
    setAsking(false)
  }
  return (
    <Box as="section" aria-label={t('The file')}>
      <OutputChoice kinds={kinds} width={desk.width} height={desk.height} output={output} onChange={setOutput} />
      <Labelled label={t('Name of this take')}>
        <Input
          size="sm"
          bg="room"
          borderColor="line"
          value={name}
          maxLength={120}
          placeholder={t('as the piece is called')}
          onChange={(e) => onName(e.target.value)}
        />
      </Labelled>
      <Button w="100%" size="md" bg="accent" color="accentInk" disabled={!ready} loading={asking} onClick={() => void go(false)}>
        {t('Take the file')}
      </Button>
      {refused && (
        <Text role="alert" fontSize="12px" color="bad" mt="6px">
          {refused.message} {refused.remedy}
        </Text>
      )}
      <AsItIs refused={refused} onGo={() => go(true)} />
      {(handoffs.data?.length ?? 0) > 0 && (
        <Heading as="h2" fontSize="13px" mt="16px" mb="6px">
          {t('Taken so far')}
        </Heading>
      )}
      {handoffs.data?.map((h) => (
        <TakenFile key={h.id} file={h} act={act} onRepeat={onRepeat} />
      ))}
    </Box>
  )
}
