import { Checkbox } from '@chakra-ui/react'
import type { ReactNode } from 'react'

interface Props {
  checked: boolean
  onChange: (checked: boolean) => void
  /** The name, when no words stand beside the box. */
  name?: string
  title?: string
  children?: ReactNode
}

const seat = { clip: 'auto', width: '24px', height: '24px', margin: 0, opacity: 0, zIndex: 1, cursor: 'pointer' } as const

/** A box to tick, with its words beside it. */
export function Tick({ checked, onChange, name, title, children }: Props) {
  return (
    <Checkbox.Root
      size="sm"
      gap="6px"
      minH="24px"
      minW="24px"
      title={title}
      checked={checked}
      onCheckedChange={(e) => onChange(e.checked === true)}
    >
      {/* Unseen, but where the box is seen: pointers and helpers find it there. */}
      <Checkbox.HiddenInput aria-label={name} style={seat} />
      <Checkbox.Control bg="room" borderColor="soft" _checked={{ bg: 'accent', borderColor: 'accent', color: 'accentInk' }} />
      {children && (
        <Checkbox.Label fontSize="12px" fontWeight="400">
          {children}
        </Checkbox.Label>
      )}
    </Checkbox.Root>
  )
}
