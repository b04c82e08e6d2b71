import { Box, Button, Flex, Heading, Input, Spacer, Text, VisuallyHidden } from '@chakra-ui/react'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useVirtualizer } from '@tanstack/react-virtual'
import { FolderUp, Plus, Sheet } from 'lucide-react'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { kindsQuery } from '../api/choices'
import { api, data, Refused, type Schemas } from '../api/client'
import { orderOf, OutputChoice, type Output } from '../desk/OutputChoice'
import type { Kinds } from '../handoff/order'
import { useHandoffs } from '../handoff/useHandoffs'
import { Back, Choice, Labelled, TopBar } from '../shell/controls'
import { notes } from '../shell/notes'
import { ROW_HEIGHT, RosterRowLine } from './RosterRowLine'
import { cellsOf, pasted, withCell, withRow, type Roster } from './sheet'
import { sendPictures, sendTable } from './files'
import { useRoster } from './useRoster'
import { stillsOf, useStills } from './rowStills'
import { useRested } from './useRested'
import { useRows } from './useRows'
import { t } from '../words/words'

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
  const scroller = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({
    count: roster.rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 2,
    getItemKey: (i) => roster.rows[i]!.id,
  })
  const shown = virtual.getVirtualItems()
  const [first, last] = [shown[0]?.index ?? 0, shown.at(-1)?.index ?? 0]
  const rests = useRested(`${first} ${last}`)
  const { rows } = useRows(view.id, version, view.roster.rows.length, first, last, rests)
  const stills = useMemo(() => stillsOf(view), [view])
  useStills(stills, first, rests)
  const handoffs = useHandoffs(view.id)
  const files = useMemo(() => new Map(handoffs.data?.map((h) => [h.id, h])), [handoffs.data])
  const template = `30px 170px repeat(${roster.columns.length}, minmax(110px, 1fr)) minmax(170px, 1.2fr) 56px`
  const onCell = useCallback((row: number, column: number, text: string) => change((r) => withCell(r, row, column, text)), [change])
  const onPaste = useCallback(
    (row: number, column: number, text: string) => {
      const cells = cellsOf(text)
      if (cells.length < 2 && (cells[0]?.length ?? 0) < 2) return false
      change((r) => pasted(r, row, column, cells))
      return true
    },
    [change],
  )
  const onRemove = useCallback(
    (row: number) =>
      change((before) => {
        const gone = before.rows[row]!
        notes.create({
          id: `row-${gone.id}`,
          description: t('Row {row} is away.', { row: row + 1 }),
          duration: 8000,
          action: { label: t('Bring it back'), onClick: () => change((now) => ({ ...now, rows: now.rows.toSpliced(row, 0, gone) })) },
        })
        return { ...before, rows: before.rows.filter((r) => r !== gone) }
      }),
    [change],
  )
  usePastedTables((text) => take([new File([text], 'What was pasted', { type: 'text/plain' })]))
  const take = async (given: File[]) => {
    try {
      setRefused(null)
      for (const file of given) {
        change(await changeBy(view.id, file))
      }
    } catch (e) {
      setRefused(e instanceof Refused ? e : new Refused(t('The file could not be sent.'), t('Try again.')))
    }
  }
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
      <Side view={view} roster={roster} kinds={kinds} ready={!unsaved} change={change} take={take} setRefused={setRefused} rows={rows} />
      <Box as="main" minH="0" minW="0">
        <Box ref={scroller} h="100%" overflow="auto" data-testid="rows">
          <Box minW={`${430 + roster.columns.length * 118}px`}>
            <Box role="table" aria-label={t('Rows')} aria-rowcount={roster.rows.length + 1}>
              <Head view={view} roster={roster} template={template} change={change} />
              <Box role="rowgroup" position="relative" style={{ height: virtual.getTotalSize() }}>
                {shown.map((item) => (
                  <Box key={item.key} position="absolute" left="0" right="0" top="0" style={{ transform: `translateY(${item.start}px)` }}>
                    <RosterRowLine
                      index={item.index}
                      row={roster.rows[item.index]!}
                      columns={roster.columns}
                      template={template}
                      still={stills.get(roster.rows[item.index]!.id)}
                      view={rows.get(item.index)?.id === roster.rows[item.index]!.id ? rows.get(item.index) : undefined}
                      file={files.get(rows.get(item.index)?.handoff ?? '')}
                      onCell={onCell}
                      onPaste={onPaste}
                      onRemove={onRemove}
                    />
                  </Box>
                ))}
              </Box>
            </Box>
            <Button m="8px" size="xs" variant="outline" borderColor="line" onClick={() => change(withRow)}>
              <Plus size={14} /> {t('Add a row')}
            </Button>
            {roster.rows.length === 0 && (
              <Text color="soft" px="10px" pb="20px">
                {t('Paste a table from a sheet, drop a CSV or XLSX file, or type the first row.')}
              </Text>
            )}
          </Box>
        </Box>
      </Box>
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

/** The headings, and what each column fills. */
function Head({
  view,
  roster,
  template,
  change,
}: {
  view: Schemas['RosterView']
  roster: Roster
  template: string
  change: Opened['change']
}) {
  const targets = [
    { value: '', label: t('fills nothing') },
    ...view.fields.map((f) => ({ value: f.name, label: t('fills {name}', { name: f.name }) })),
    { value: '.colourway', label: t('chooses the colourway') },
    { value: '.hold', label: t('sets the Hold') },
    { value: '.name', label: t('names the file') },
  ]
  return (
    <Box
      role="row"
      display="grid"
      gridTemplateColumns={template}
      gap="6px"
      position="sticky"
      top="0"
      zIndex="1"
      bg="panel"
      borderBottom="1px solid"
      borderColor="line"
      px="8px"
      py="5px"
      fontSize="12px"
      alignItems="end"
    >
      <Box role="columnheader">
        <VisuallyHidden>{t('Number')}</VisuallyHidden>
      </Box>
      <Box role="columnheader" fontWeight="600">
        {t('Picture')}
      </Box>
      {roster.columns.map((c, i) => (
        <Box key={i} role="columnheader" minW="0">
          <Text fontWeight="600" truncate>
            {c.heading}
          </Text>
          <Choice
            label={t('What {heading} fills', { heading: c.heading })}
            value={c.fills ?? ''}
            options={targets}
            onChange={(e) =>
              change((now) => ({
                ...now,
                columns: now.columns.map((o, n) => ({
                  ...o,
                  fills: n === i ? e.target.value : o.fills === e.target.value ? '' : o.fills,
                })),
              }))
            }
          />
        </Box>
      ))}
      <Box role="columnheader" fontWeight="600">
        {t('Checks')}
      </Box>
      <Box role="columnheader">
        <VisuallyHidden>{t('File')}</VisuallyHidden>
      </Box>
    </Box>
  )
}

interface SideProps {
  view: Schemas['RosterView']
  roster: Roster
  kinds: Kinds
  ready: boolean
  change: Opened['change']
  take: (files: File[]) => Promise<void>
  setRefused: (refused: Refused | null) => void
  rows: Map<number, { sent?: boolean | null; findings: Schemas['Finding'][] }>
}

/** Tables and pictures in, names and files out. */
function Side({ view, roster, kinds, ready, change, take, setRefused, rows }: SideProps) {
  const table = useRef<HTMLInputElement>(null)
  const pictures = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const [output, setOutput] = useState<Output>({ destination: kinds.destinations[0]!.id, scale: 1 })
  const [asking, setAsking] = useState(false)
  const [names, setNames] = useState<string | null>(null)
  const count = Object.keys(roster.pictures ?? {}).length
  const made = [...rows.values()].filter((r) => r.sent).length
  const toLookAt = [...rows.values()].filter((r) => r.findings.length > 0).length
  const order = async (changed: boolean) => {
    setAsking(true)
    try {
      setRefused(null)
      const { handoffs, left } = await data(
        api.POST('/api/graphics/{id}/roster/handoffs', {
          params: { path: { id: view.id } },
          body: { order: orderOf(kinds, output), changed },
        }),
      )
      notes.create({
        description: t('{value} in line{value2}.', {
          value: t('{count, plural, one {# file} other {# files}}', { count: handoffs.length }),
          value2: left > 0 ? t('; {left} are there as they are', { left }) : '',
        }),
        duration: 6000,
      })
      await queries.invalidateQueries({ queryKey: ['rosterRows', view.id] })
      await queries.invalidateQueries({ queryKey: ['handoffs', view.id] })
    } catch (e) {
      setRefused(e instanceof Refused ? e : new Refused(t('The server is not reachable.'), t('Start it and try again.')))
    }
    setAsking(false)
  }
  return (
    <Box
      as="section"
      aria-label={t('The roster')}
      bg="panel"
      borderRight="1px solid"
      borderColor="line"
      p="14px"
      overflowY="auto"
      maxH={{ base: '38vh', md: 'none' }}
    >
      <Flex gap="6px" mb="8px" wrap="wrap">
        <Button size="xs" variant="outline" borderColor="line" onClick={() => table.current?.click()}>
          <Sheet size={14} /> {t('Open a table')}
        </Button>
        <Button
          size="xs"
          variant="outline"
          borderColor="line"
          title={t('Pictures that cells name, or a zip full of them')}
          onClick={() => pictures.current?.click()}
        >
          <FolderUp size={14} /> {t('Pictures{value}', { value: count > 0 ? ` (${count})` : '' })}
        </Button>
      </Flex>
      <input ref={table} hidden type="file" aria-label={t('Table')} accept=".csv,.tsv,.txt,.xlsx" onChange={(e) => void given(e, take)} />
      <input
        ref={pictures}
        hidden
        type="file"
        multiple
        aria-label={t('Pictures')}
        accept=".png,.jpg,.jpeg,.webp,.zip"
        onChange={(e) => void given(e, take)}
      />
      <Text fontSize="12px" color="soft" mb="10px">
        {t('Or paste from a sheet, or drop files here.')}
      </Text>
      <Labelled label={t('Files are called')}>
        <Input
          size="sm"
          bg="room"
          borderColor="line"
          placeholder={t('by their first words, or {pattern}', { pattern: `{${roster.columns[0]?.heading ?? t('Name')}} {row}` })}
          value={names ?? roster.names}
          onChange={(e) => setNames(e.target.value)}
          onBlur={() => {
            if (names !== null && names !== roster.names) change((now) => ({ ...now, names }))
            setNames(null)
          }}
        />
      </Labelled>
      <OutputChoice kinds={kinds} width={view.width} height={view.height} output={output} onChange={setOutput} />
      <Text fontSize="12px" my="8px" role="status" aria-label={t('Rows at a glance')}>
        {t('{count, plural, one {# row} other {# rows}}', { count: roster.rows.length })}
        {toLookAt > 0 && <span style={{ color: 'var(--chakra-colors-bad)' }}> {t('· {toLookAt} to look at', { toLookAt })}</span>}
        {made > 0 && t(' · {made} made', { made })}
      </Text>
      <Button
        w="100%"
        size="sm"
        bg="accent"
        color="accentInk"
        loading={asking}
        disabled={!ready || roster.rows.length === 0}
        onClick={() => void order(true)}
      >
        {made > 0 ? t('Hand off what changed') : t('Hand off all rows')}
      </Button>
      {made > 0 && (
        <Button w="100%" mt="6px" size="xs" variant="outline" borderColor="line" disabled={!ready} onClick={() => void order(false)}>
          {t('All rows once more')}
        </Button>
      )}
      <Button asChild w="100%" mt="6px" size="xs" variant="outline" borderColor="line">
        <Link to="/line">{t('All files')}</Link>
      </Button>
    </Box>
  )
}

async function given(e: React.ChangeEvent<HTMLInputElement>, take: (files: File[]) => Promise<void>) {
  const files = [...(e.target.files ?? [])]
  e.target.value = ''
  if (files.length > 0) await take(files)
}
