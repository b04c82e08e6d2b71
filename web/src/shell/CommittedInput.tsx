import { useState } from 'react'
import { TextInput } from './controls'

interface Props {
  /** The name, where no label stands beside it. */
  label?: string
  value: string
  placeholder?: string
  onCommit: (value: string) => void
}

/** Words that are given when the field is left or Enter pressed; Escape takes them back. */
export function CommittedInput({ label, value, placeholder, onCommit }: Props) {
  /** What is being typed: a change from elsewhere that arrives meanwhile does not take it away. */
  const [text, setText] = useState<string | null>(null)
  return (
    <TextInput
      aria-label={label}
      placeholder={placeholder}
      value={text ?? value}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur()
        if (e.key === 'Escape') setText(null)
      }}
      onBlur={() => {
        const given = text?.trim()
        if (given !== undefined && given !== value) onCommit(given)
        setText(null)
      }}
    />
  )
}
