import { Box, Flex, Input } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'

interface Props {
  label: string
  /** What stands before the field and can be dragged sideways; empty for none. */
  prefix?: string
  value: number
  step?: number
  digits?: number
  min?: number
  max?: number
  disabled?: boolean
  onPreview?: (value: number) => void
  onChange: (value: number) => void
}

const PIXELS_PER_STEP = 2

/** A number that is typed, stepped with the arrow keys, or dragged by its prefix; Shift makes steps of ten. */
export function NumberField({
  label,
  prefix,
  value,
  step = 1,
  digits = 2,
  min = -Infinity,
  max = Infinity,
  disabled,
  onPreview,
  onChange,
}: Props) {
  const shown = String(Number(value.toFixed(digits)))
  const [text, setText] = useState(shown)
  const [editing, setEditing] = useState(false)
  const drag = useRef<{ x: number; from: number; to: number } | null>(null)
  useEffect(() => {
    if (!editing) setText(shown)
  }, [shown, editing])
  const clamp = (n: number) => Number(Math.max(min, Math.min(max, n)).toFixed(6))
  const commit = (n: number) => {
    if (Number.isFinite(n) && clamp(n) !== Number(shown)) onChange(clamp(n))
    else setText(shown)
  }
  return (
    <Flex
      align="center"
      flex="1"
      minW="0"
      bg="room"
      border="1px solid"
      borderColor="line"
      borderRadius="4px"
      h="24px"
      opacity={disabled ? 0.5 : 1}
    >
      {prefix && (
        <Box
          px="5px"
          whiteSpace="nowrap"
          fontSize="11px"
          color="soft"
          cursor="ew-resize"
          userSelect="none"
          title={`Drag to change ${label}`}
          onPointerDown={(e) => {
            e.preventDefault()
            e.currentTarget.setPointerCapture(e.pointerId)
            drag.current = { x: e.clientX, from: value, to: value }
          }}
          onPointerMove={(e) => {
            if (!drag.current) return
            const steps = Math.round((e.clientX - drag.current.x) / PIXELS_PER_STEP)
            drag.current.to = clamp(drag.current.from + steps * step * (e.shiftKey ? 10 : 1))
            setText(String(Number(drag.current.to.toFixed(digits))))
            onPreview?.(drag.current.to)
          }}
          onPointerUp={() => {
            const to = drag.current?.to
            drag.current = null
            if (to !== undefined) commit(to)
          }}
        >
          {prefix}
        </Box>
      )}
      <Input
        aria-label={label}
        size="xs"
        h="22px"
        border="none"
        px="4px"
        bg="transparent"
        disabled={disabled}
        value={text}
        onFocus={(e) => {
          setEditing(true)
          e.target.select()
        }}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => {
          setEditing(false)
          commit(text.trim() === '' ? NaN : Number(text.replace(',', '.')))
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur()
          if (e.key === 'Escape') {
            setText(shown)
            e.currentTarget.value = shown
            setEditing(false)
            requestAnimationFrame(() => (e.target as HTMLInputElement).blur())
          }
          if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
            e.preventDefault()
            commit(Number(text) + (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1))
          }
        }}
      />
    </Flex>
  )
}
