import { Box, Button, Flex, Input, Text } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { FolderUp, Sheet } from 'lucide-react'
import { memo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { api, data, Refused, type Schemas } from '../api/client'
import { orderOf, OutputChoice, type Output } from '../desk/OutputChoice'
import type { Kinds } from '../handoff/order'
import { Labelled } from '../shell/controls'
import { notes } from '../shell/notes'
import { acceptOf } from '../stores/sources'
import { t } from '../words/words'
import { RefusedRows } from './RefusedRows'
import type { Roster } from './sheet'
import type { Change } from './useRoster'
import type { RowView } from './useRows'

interface SideProps {
  view: Schemas['RosterView']
  roster: Roster
  kinds: Kinds
  ready: boolean
  change: Change
  take: (files: File[]) => Promise<void>
  setRefused: (refused: Refused | null) => void
  rows: ReadonlyMap<number, RowView>
}

/** Tables and pictures in, names and files out. */
export const RosterSide = memo(function RosterSide({ view, roster, kinds, ready, change, take, setRefused, rows }: SideProps) {
  const table = useRef<HTMLInputElement>(null)
  const pictures = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const [output, setOutput] = useState<Output>({ destination: kinds.destinations[0]!.id, scale: 1 })
  const [asking, setAsking] = useState(false)
  const [stays, setStays] = useState<Schemas['RefusedRow'][]>([])
  const [names, setNames] = useState<string | null>(null)
  const count = Object.keys(roster.pictures ?? {}).length
  const made = [...rows.values()].filter((r) => r.sent).length
  const toLookAt = [...rows.values()].filter((r) => r.findings.length > 0).length
  const order = async (changed: boolean, asItIs = false) => {
    setAsking(true)
    try {
      setRefused(null)
      setStays([])
      const { handoffs, left, refused } = await data(
        api.POST('/api/graphics/{id}/roster/handoffs', {
          params: { path: { id: view.id } },
          body: { order: { ...orderOf(kinds, output), asItIs }, changed },
        }),
      )
      setStays(refused)
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
        accept={`${acceptOf('picture')},.zip`}
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
      <RefusedRows rows={stays} onGo={() => order(true, true)} />
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
})

async function given(e: React.ChangeEvent<HTMLInputElement>, take: (files: File[]) => Promise<void>) {
  const files = [...(e.target.files ?? [])]
  e.target.value = ''
  if (files.length > 0) await take(files)
}
