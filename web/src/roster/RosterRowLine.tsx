import { Box, Flex, Image, Text } from '@chakra-ui/react'
import { CircleAlert, CircleCheck, Download, Trash2, TriangleAlert } from 'lucide-react'
import { memo, useState } from 'react'
import type { Schemas } from '../api/client'
import { Tool } from '../shell/controls'
import type { Row } from './sheet'
import type { RowView } from './useRows'
import { t } from '../words/words'

export const ROW_HEIGHT = 74

interface Props {
  index: number
  row: Row
  columns: { heading: string }[]
  template: string
  /** Where its picture is; there is none of a row that has not been kept yet. */
  still: string | undefined
  view: RowView | undefined
  file: Schemas['HandoffView'] | undefined
  onCell: (row: number, column: number, text: string) => void
  onPaste: (row: number, column: number, text: string) => boolean
  onRemove: (row: number) => void
}

/** One row: its picture, its cells, what is to be said of it, its file. */
export const RosterRowLine = memo(function RosterRowLine({
  index,
  row,
  columns,
  template,
  still,
  view,
  file,
  onCell,
  onPaste,
  onRemove,
}: Props) {
  const worst = view?.findings[0]
  return (
    <Box
      role="row"
      aria-rowindex={index + 2}
      display="grid"
      gridTemplateColumns={template}
      alignItems="center"
      gap="6px"
      h={`${ROW_HEIGHT}px`}
      borderBottom="1px solid"
      borderColor="line"
      px="8px"
    >
      <Text fontSize="12px" color="soft" textAlign="right">
        {index + 1}
      </Text>
      <Box role="cell" className="checker" h="62px" borderRadius="4px" overflow="hidden" display="grid" placeItems="center">
        {still && view?.still !== null && (
          <Image
            key={still}
            src={still}
            alt={t('Row {index}: {name}', { index: index + 1, name: view?.name ?? '' })}
            maxH="62px"
            maxW="100%"
            // A row that cannot be painted says so beside it.
            onError={(e) => (e.currentTarget.style.visibility = 'hidden')}
          />
        )}
      </Box>
      {columns.map((c, i) => (
        <Cell
          key={i}
          label={t('{heading}, row {index}', { heading: c.heading, index: index + 1 })}
          text={row.cells[i] ?? ''}
          onCommit={(text) => onCell(index, i, text)}
          onPaste={(text) => onPaste(index, i, text)}
        />
      ))}
      <Flex
        role="cell"
        fontSize="12px"
        align="center"
        gap="5px"
        minW="0"
        color={worst ? (worst.weight === 'error' ? 'bad' : 'ink') : 'good'}
      >
        {view && !worst && (
          <>
            <CircleCheck size={14} style={{ flexShrink: 0 }} />{' '}
            {view.sent === true ? stateOf(file) : view.sent === false ? t('Changed since its file') : t('All clear')}
          </>
        )}
        {worst && (
          <>
            {worst.weight === 'error' ? (
              <CircleAlert size={14} style={{ flexShrink: 0 }} />
            ) : (
              <TriangleAlert size={14} style={{ flexShrink: 0 }} />
            )}
            <Box lineClamp={3} title={view.findings.map((f) => `${f.problem.message} ${f.problem.remedy}`).join('\n')}>
              {worst.problem.layer ? `${worst.problem.layer}: ` : ''}
              {worst.problem.message} {worst.problem.remedy}
            </Box>
          </>
        )}
      </Flex>
      <Flex role="cell" gap="2px" justify="end">
        {view?.sent === true && file?.state === 'done' && file.holds && (
          <Tool asChild label={t('Save {fileName}', { fileName: file.fileName })} minW="24px" h="24px">
            <a href={`/api/handoffs/${file.id}/file`} download={file.fileName}>
              <Download size={14} />
            </a>
          </Tool>
        )}
        <Tool label={t('Take row {index} away', { index: index + 1 })} minW="24px" h="24px" onClick={() => onRemove(index)}>
          <Trash2 size={14} />
        </Tool>
      </Flex>
    </Box>
  )
})

function stateOf(file: Schemas['HandoffView'] | undefined): string {
  if (!file) return t('File made')
  if (file.state === 'done') return file.holds ? t('File ready') : t('Refused by its proof')
  return { queued: t('In line'), rendering: t('Rendering'), proving: t('Proving'), failed: t('Failed'), cancelled: t('Cancelled') }[
    file.state
  ]
}

/** A cell that is typed into; it is given when it is left or Enter is pressed. */
function Cell({
  label,
  text,
  onCommit,
  onPaste,
}: {
  label: string
  text: string
  onCommit: (text: string) => void
  onPaste: (text: string) => boolean
}) {
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <Box role="cell" minW="0">
      <textarea
        aria-label={label}
        rows={2}
        value={typed ?? text}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => {
          if (typed !== null && typed !== text) onCommit(typed)
          setTyped(null)
        }}
        onPaste={(e) => {
          if (onPaste(e.clipboardData.getData('text/plain'))) e.preventDefault()
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && !e.shiftKey) {
            e.preventDefault()
            e.currentTarget.blur()
          }
          if (e.key === 'Escape') setTyped(null)
        }}
        style={{
          width: '100%',
          resize: 'none',
          font: 'inherit',
          fontSize: 13,
          background: 'var(--chakra-colors-room)',
          border: '1px solid var(--chakra-colors-line)',
          borderRadius: 4,
          padding: '3px 6px',
        }}
      />
    </Box>
  )
}
