import { Box, Flex, Input } from '@chakra-ui/react'
import { useDrag } from '@use-gesture/react'
import { useEffect, useRef, useState } from 'react'
import { readNumber } from './arithmetic'
import { notes } from './notes'
import { t } from '../words/words'

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
  /** The number stands for several that differ: one that is given counts though it is the one shown. */
  always?: boolean
  onPreview?: (value: number) => void
  onChange: (value: number) => void
}

const PIXELS_PER_STEP = 2

/** How long a number that was given is shown while the answer is on its way. */
const PATIENCE_MS = 2000

/** A number that is typed, stepped with the arrow keys, or dragged by its prefix; Shift makes steps of ten. */
export function NumberField({
  label,
  prefix = '',
  value,
  step = 1,
  digits = 2,
  min = -Infinity,
  max = Infinity,
  disabled,
  always = false,
  onPreview,
  onChange,
}: Props) {
  const shown = String(Number(value.toFixed(digits)))
  // The unit is the last part of the name, as in "Gain, dB".
  const unit = label.includes(', ') ? label.split(', ').at(-1)!.split(' ')[0]! : ''
  /** What stands in the field while it is worked on, or while what was given is on its way; null: the value. */
  const [text, setText] = useState<string | null>(null)
  const field = useRef({ focused: false, given: NaN, timer: 0 })
  // What was given has arrived, or somebody else's change has: what is being typed stays all the same.
  const [known, setKnown] = useState(value)
  if (known !== value) {
    setKnown(value)
    if (text !== null && text === String(Number(value.toFixed(digits)))) setText(null)
  }
  useEffect(() => {
    const { current } = field
    return () => window.clearTimeout(current.timer)
  }, [])

  const clamp = (n: number) => Number(Math.max(min, Math.min(max, n)).toFixed(6))
  /** Gives a number once, however often the field is left. */
  const give = (n: number) => {
    const next = clamp(n)
    const stands = Number.isNaN(field.current.given) ? value : field.current.given
    if (!(always && Number.isNaN(field.current.given)) && Math.abs(next - stands) < 0.5 * 10 ** -digits) return
    field.current.given = next
    window.clearTimeout(field.current.timer)
    field.current.timer = window.setTimeout(() => {
      field.current.given = NaN
      if (!field.current.focused) setText(null)
    }, PATIENCE_MS)
    onChange(next)
  }
  const show = (n: number) => setText(String(Number(clamp(n).toFixed(digits))))

  const drag = useDrag(({ first, last, movement: [x], shiftKey, memo, canceled }) => {
    const from = first ? value : (memo as number)
    const to = clamp(from + Math.round(x / PIXELS_PER_STEP) * step * (shiftKey ? 10 : 1))
    if (last) {
      setText(null)
      if (!canceled && to !== from) give(to)
    } else if (to !== from) {
      show(to)
      onPreview?.(to)
    }
    return from
  })

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
          pl="5px"
          pr="3px"
          whiteSpace="nowrap"
          fontSize="12px"
          color="soft"
          cursor="ew-resize"
          userSelect="none"
          touchAction="none"
          title={t('Drag to change {label}', { label })}
          {...drag()}
        >
          {prefix}
        </Box>
      )}
      <Input
        aria-label={label}
        size="xs"
        h="24px"
        border="none"
        px="3px"
        bg="transparent"
        disabled={disabled}
        value={text ?? shown}
        onFocus={(e) => {
          field.current.focused = true
          e.target.select()
        }}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => {
          field.current.focused = false
          if (text === null || text.trim() === '') return setText(null)
          const typed = readNumber(text, value, unit)
          if ('why' in typed) {
            notes.create({ description: `${label}: ${typed.why}`, duration: 8000 })
            return setText(null)
          }
          show(typed.value)
          give(typed.value)
          if (Number.isNaN(field.current.given)) setText(null)
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur()
          if (e.key === 'Escape') {
            setText(null)
            const element = e.currentTarget
            requestAnimationFrame(() => element.blur())
          }
          if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
            e.preventDefault()
            const typed = readNumber(text ?? shown, value, unit)
            const to = ('value' in typed ? typed.value : value) + (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1)
            show(to)
            give(to)
          }
        }}
      />
    </Flex>
  )
}
