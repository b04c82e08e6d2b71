import { Box, Button, Flex, Heading, Spacer, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { kindsQuery } from '../api/choices'
import { Refused, type Schemas } from '../api/client'
import type { Kinds } from '../handoff/order'
import { useHandoffs } from '../handoff/useHandoffs'
import { Back, TopBar } from '../shell/controls'
import { t } from '../words/words'
import { sendPictures, sendTable } from './files'
import { RosterRows } from './RosterRows'
import { RosterSide } from './RosterSide'
import type { Roster } from './sheet'
import { useRoster } from './useRoster'
import { useRows, type Sight } from './useRows'

/** The screen of one graphic's roster: a table, one filled graphic per row, each seen, checked and handed off. */
export function RosterPage() {
  const { graphic: id } = useParams()
  const kinds = useQuery(kindsQuery).data
  const opened = useRoster(id!)
  const { view, roster, refused } = opened
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to="/" label={t('Back to the rack')} />
        <Heading as="h1" fontSize="14px" fontWeight="600" truncate>
          {view?.graphic ?? t('Opening…')}
        </Heading>
        <Text color="soft" fontSize="12px">
          {t('Roster')}
        </Text>
        <Spacer />
        <Text role="status" fontSize="12px" color="soft">
          {opened.unsaved ? t('Saving') : t('Saved')}
        </Text>
        <Button asChild size="xs" variant="outline" borderColor="line">
          <Link to={`/desk/${id}`}>{t('One at a time')}</Link>
        </Button>
      </TopBar>
      {(refused || opened.error) && (
        <Text role="alert" bg="badRoom" color="bad" px="14px" py="6px">
          {refused ? `${refused.message} ${refused.remedy}` : t('The table could not be opened. Go back and choose another graphic.')}
        </Text>
      )}
      {view && roster && kinds && <Sheets {...opened} view={view} roster={roster} kinds={kinds} />}
    </Flex>
  )
}

type Opened = ReturnType<typeof useRoster>

function Sheets({
  view,
  roster,
  version,
  change,
  setRefused,
  unsaved,
  kinds,
}: Opened & { view: Schemas['RosterView']; roster: Roster; kinds: Kinds }) {
  const [sight, setSight] = useState<Sight>({ first: 0, last: 0 })
  const rows = useRows(view.id, version, view.roster.rows.length, sight)
  const handoffs = useHandoffs(view.id)
  const files = useMemo(() => new Map(handoffs.data?.map((h) => [h.id, h])), [handoffs.data])
  const take = useCallback(
    async (given: File[]) => {
      try {
        setRefused(null)
        for (const file of given) {
          change(await changeBy(view.id, file))
        }
      } catch (e) {
        setRefused(e instanceof Refused ? e : new Refused(t('The file could not be sent.'), t('Try again.')))
      }
    },
    [view.id, change, setRefused],
  )
  usePastedTables((text) => take([new File([text], 'What was pasted', { type: 'text/plain' })]))
  return (
    <Box
      flex="1"
      minH="0"
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '270px minmax(0, 1fr)' }}
      gridTemplateRows={{ base: 'auto minmax(0, 1fr)', md: 'minmax(0, 1fr)' }}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        void take([...e.dataTransfer.files])
      }}
    >
      <RosterSide
        view={view}
        roster={roster}
        kinds={kinds}
        ready={!unsaved}
        change={change}
        take={take}
        setRefused={setRefused}
        rows={rows}
      />
      <RosterRows view={view} roster={roster} rows={rows} files={files} change={change} onSight={setSight} />
    </Box>
  )
}

/** What is pasted where nothing is typed is a table. */
function usePastedTables(take: (text: string) => Promise<void>) {
  const now = useRef(take)
  useEffect(() => {
    now.current = take
  })
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData('text/plain') ?? ''
      if (text.trim() !== '' && !/^(INPUT|TEXTAREA)$/.test((e.target as HTMLElement).tagName)) void now.current(text)
    }
    window.addEventListener('paste', paste)
    return () => window.removeEventListener('paste', paste)
  }, [])
}

/** What was given as a change of the table: a new table, or pictures for its cells. Whatever else has changed while it was sent stays. */
async function changeBy(graphic: string, file: File): Promise<(now: Roster) => Roster> {
  if (/\.(png|jpe?g|webp|zip)$/i.test(file.name)) {
    const pictures = await sendPictures(graphic, file)
    return (now) => ({ ...now, pictures: { ...now.pictures, ...pictures } })
  }
  const table = await sendTable(graphic, file)
  return (now) => ({ ...table, names: now.names, pictures: now.pictures })
}
