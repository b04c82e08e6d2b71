import { Button } from '@chakra-ui/react'

/** A small button that does one thing; its hint says what. */
export function Act({ name, title, disabled, onClick }: { name: string; title: string; disabled?: boolean; onClick: () => void }) {
  return (
    <Button
      size="xs"
      h="24px"
      px="6px"
      minW="0"
      fontSize="12px"
      variant="outline"
      borderColor="line"
      data-hint={title}
      aria-description={title}
      disabled={disabled}
      onClick={onClick}
    >
      {name}
    </Button>
  )
}
