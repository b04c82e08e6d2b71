import { Input } from '@chakra-ui/react'
import { useState } from 'react'
import { api, data, Refused } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { t } from '../words/words'

interface Props {
  label: string
  /** Shown while nobody types. */
  frames: number
  /** The frame from which + and - count; the shown one when absent. */
  from?: number
  width?: string
  /** Frames a second, where no graphic is open. */
  rate?: string
  /** Where why something is no time is said; else over the bench. */
  onRefused?: (refused: Refused) => void
  strong?: boolean
  onChange: (frames: number) => void
}

/** A time, typed as frames (70), timecode (0:01:10), seconds (1.5s, 1/3s), or with + or - from where one is. The core reads it. */
export function TimeField({ label, frames, from, width = '58px', rate: given, onRefused, strong = false, onChange }: Props) {
  const [text, setText] = useState<string | null>(null)
  const commit = async () => {
    const typed = text?.trim()
    setText(null)
    const rate = given ?? useDocument.getState().graphic?.rate
    if (!typed || !rate || typed === String(frames)) return
    // Plain frames need not be asked for: whoever presses a button next has them already.
    if (/^\d{1,7}$/.test(typed)) return onChange(Number(typed))
    try {
      const found = await data(api.GET('/api/time', { params: { query: { text: typed, rate, from: from ?? frames } } }))
      onChange(found)
    } catch (e) {
      if (e instanceof Refused && onRefused) onRefused(e)
      else if (e instanceof Refused) useDocument.getState().refuse({ message: e.message, remedy: e.remedy })
    }
  }
  return (
    <Input
      aria-label={label}
      title={t('{label}: frames, timecode 0:01:10, seconds 1.5s or 1/3s, +10', { label })}
      size="xs"
      h="24px"
      w={width}
      px="6px"
      bg="room"
      borderColor="line"
      fontWeight={strong ? '600' : undefined}
      fontSize={strong ? '14px' : undefined}
      value={text ?? String(frames)}
      onFocus={(e) => {
        setText(String(frames))
        e.target.select()
      }}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => void commit()}
      onKeyDown={(e) => {
        e.stopPropagation()
        if (e.key === 'Enter') e.currentTarget.blur()
        if (e.key === 'Escape') {
          setText(null)
          e.currentTarget.value = String(frames)
          requestAnimationFrame(() => (e.target as HTMLInputElement).blur())
        }
      }}
    />
  )
}
