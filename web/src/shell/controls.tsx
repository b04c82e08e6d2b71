import { Box, Flex, IconButton, Input, NativeSelect } from '@chakra-ui/react'
import { ArrowLeft } from 'lucide-react'
import { Link } from 'react-router'
import type { ComponentProps, ReactNode } from 'react'

/** A button that is only an icon; the label is its hint and its name. Keys that do the same stand in the hint. */
export function Tool({
  label,
  on,
  keys,
  children,
  ...rest
}: { label: string; on?: boolean; keys?: string; children: ReactNode } & ComponentProps<typeof IconButton>) {
  return (
    <IconButton
      aria-label={label}
      data-hint={keys ? `${label} (${keys})` : label}
      aria-keyshortcuts={keys?.replace('Ctrl', 'Control').replaceAll(' ', '+')}
      aria-pressed={on}
      size="xs"
      variant="ghost"
      color={on ? 'accent' : 'ink'}
      bg={on ? 'chosen' : 'transparent'}
      _hover={{ bg: 'sunk' }}
      {...rest}
    >
      {children}
    </IconButton>
  )
}

/** A label above or beside a control. */
export function Labelled({ label, wide, children }: { label: string; wide?: boolean; children: ReactNode }) {
  return (
    <Box asChild display="block" mb="5px" flex={wide ? '1' : undefined}>
      <label>
        <Box fontSize="12px" color="soft" mb="1px">
          {label}
        </Box>
        {children}
      </label>
    </Box>
  )
}

export function TextInput(props: ComponentProps<typeof Input>) {
  return <Input size="xs" h="26px" bg="room" borderColor="line" {...props} />
}

interface Option {
  value: string
  label: string
}

export function Choice({ options, label, ...rest }: { options: Option[]; label: string } & ComponentProps<typeof NativeSelect.Field>) {
  return (
    <NativeSelect.Root size="xs">
      <NativeSelect.Field h="26px" bg="room" borderColor="line" aria-label={label} {...rest}>
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}

/** The way back, at the left of the bar. */
export function Back({ to, label }: { to: string; label: string }) {
  return (
    <Tool asChild label={label}>
      <Link to={to}>
        <ArrowLeft size={15} />
      </Link>
    </Tool>
  )
}

/** The bar at the top of every screen. */
export function TopBar({ children }: { children: ReactNode }) {
  return (
    <Flex
      as="header"
      minH="44px"
      flexShrink={0}
      align="center"
      wrap="wrap"
      gap="4px 10px"
      py="2px"
      px="12px"
      bg="panel"
      borderBottom="1px solid"
      borderColor="line"
    >
      {children}
    </Flex>
  )
}
