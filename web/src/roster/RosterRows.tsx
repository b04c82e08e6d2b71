import { Box, Button, Text } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { Plus } from 'lucide-react'
import { memo, useCallback, useEffect, useMemo, useRef } from 'react'
import type { Schemas } from '../api/client'
import { notes } from '../shell/notes'
import { t } from '../words/words'
import { RosterHead } from './RosterHead'
import { ROW_HEIGHT, RosterRowLine } from './RosterRowLine'
import { stillsOf, useAskedAtOnce, useStills } from './rowStills'
import { cellsOf, pasted, withCell, withRow, type Roster } from './sheet'
import { useRested } from './useRested'
import type { Change } from './useRoster'
import type { RowView, Sight } from './useRows'

interface Props {
  view: Schemas['RosterView']
  roster: Roster
  rows: ReadonlyMap<number, RowView>
  files: ReadonlyMap<string, Schemas['HandoffView']>
  change: Change
  onSight: (sight: Sight) => void
}

/** The table itself: only the rows in sight are there. Scrolling draws nothing else of the page anew. */
export const RosterRows = memo(function RosterRows({ view, roster, rows, files, change, onSight }: Props) {
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
  useEffect(() => {
    if (rests) onSight({ first, last })
  }, [rests, first, last, onSight])
  const stills = useMemo(() => stillsOf(view), [view])
  useAskedAtOnce(scroller, stills, ROW_HEIGHT)
  useStills(stills, first, rests)
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
  return (
    <Box as="main" minH="0" minW="0">
      <Box ref={scroller} h="100%" overflow="auto" data-testid="rows">
        <Box minW={`${430 + roster.columns.length * 118}px`}>
          <Box role="table" aria-label={t('Rows')} aria-rowcount={roster.rows.length + 1}>
            <RosterHead fields={view.fields} columns={roster.columns} template={template} change={change} />
            <div role="rowgroup" style={{ position: 'relative', height: virtual.getTotalSize() }}>
              {shown.map((item) => {
                const row = roster.rows[item.index]!
                const found = rows.get(item.index)
                return (
                  <div key={item.key} className="roster-place" style={{ transform: `translateY(${item.start}px)` }}>
                    <RosterRowLine
                      index={item.index}
                      row={row}
                      columns={roster.columns}
                      template={template}
                      still={stills.get(row.id)}
                      view={found?.id === row.id ? found : undefined}
                      file={files.get(found?.handoff ?? '')}
                      onCell={onCell}
                      onPaste={onPaste}
                      onRemove={onRemove}
                    />
                  </div>
                )
              })}
            </div>
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
  )
})
