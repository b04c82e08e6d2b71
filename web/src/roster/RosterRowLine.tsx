import { CircleAlert, CircleCheck, Download, Trash2, TriangleAlert } from 'lucide-react'
import { memo, useState } from 'react'
import type { Schemas } from '../api/client'
import type { Row } from './sheet'
import type { RowView } from './useRows'
import { t } from '../words/words'
import './roster.css'

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

/** One row, of plain elements, since a dozen of them are drawn in a display frame: its picture, its cells, what is to be said of it, its file. */
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
    <div role="row" aria-rowindex={index + 2} className="roster-row" style={{ gridTemplateColumns: template }}>
      <span className="roster-number">{index + 1}</span>
      <div role="cell" className="roster-picture checker">
        {still && view?.still !== null && (
          <img
            key={still}
            src={still}
            alt={t('Row {index}: {name}', { index: index + 1, name: view?.name ?? '' })}
            // A row that cannot be painted says so beside it.
            onError={(e) => (e.currentTarget.style.visibility = 'hidden')}
          />
        )}
      </div>
      {columns.map((c, i) => (
        <Cell
          key={i}
          label={t('{heading}, row {index}', { heading: c.heading, index: index + 1 })}
          text={row.cells[i] ?? ''}
          onCommit={(text) => onCell(index, i, text)}
          onPaste={(text) => onPaste(index, i, text)}
        />
      ))}
      <div role="cell" className="roster-finding" data-weight={worst?.weight ?? 'good'}>
        {view && !worst && (
          <>
            <CircleCheck size={14} />
            {view.sent === true ? stateOf(file) : view.sent === false ? t('Changed since its file') : t('All clear')}
          </>
        )}
        {worst && (
          <>
            {worst.weight === 'error' ? <CircleAlert size={14} /> : <TriangleAlert size={14} />}
            <span className="roster-words" title={view.findings.map((f) => `${f.problem.message} ${f.problem.remedy}`).join('\n')}>
              {worst.problem.layer ? `${worst.problem.layer}: ` : ''}
              {worst.problem.message} {worst.problem.remedy}
            </span>
          </>
        )}
      </div>
      <div role="cell" className="roster-tools">
        {view?.sent === true && file?.state === 'done' && file.holds && (
          <a
            className="roster-tool"
            aria-label={t('Save {fileName}', { fileName: file.fileName })}
            data-hint={t('Save {fileName}', { fileName: file.fileName })}
            href={`/api/handoffs/${file.id}/file`}
            download={file.fileName}
          >
            <Download size={14} />
          </a>
        )}
        <button
          type="button"
          className="roster-tool"
          aria-label={t('Take row {index} away', { index: index + 1 })}
          data-hint={t('Take row {index} away', { index: index + 1 })}
          onClick={() => onRemove(index)}
        >
          <Trash2 size={14} />
        </button>
      </div>
    </div>
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
    <div role="cell" className="roster-cell">
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
      />
    </div>
  )
}
