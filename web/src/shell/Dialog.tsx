import { Box, Button, Flex, Heading } from '@chakra-ui/react'
import { useEffect, useRef, type ReactNode } from 'react'

interface Props {
  title: string
  onClose: () => void
  onDone?: () => void
  done?: string
  busy?: boolean
  children: ReactNode
}

/** A question over the page, on the browser's own modal dialog: Escape closes, Enter does it. */
export function Dialog({ title, onClose, onDone, done = 'Done', busy = false, children }: Props) {
  const ref = useRef<HTMLDialogElement>(null)
  useEffect(() => ref.current?.showModal(), [])
  return (
    <Box asChild bg="panel" color="ink" border="1px solid" borderColor="line" borderRadius="8px" p="20px" m="auto" minW="420px" shadow="lg">
      <dialog ref={ref} onClose={onClose} aria-label={title}>
        <form
          method="dialog"
          onSubmit={(e) => {
            e.preventDefault()
            onDone?.()
          }}
        >
          <Heading size="md" mb="14px">
            {title}
          </Heading>
          {children}
          <Flex justify="flex-end" gap="8px" mt="18px">
            <Button type="button" size="sm" variant="outline" borderColor="line" onClick={onClose}>
              {onDone ? 'Cancel' : 'Close'}
            </Button>
            {onDone && (
              <Button type="submit" size="sm" bg="accent" color="accentInk" loading={busy}>
                {done}
              </Button>
            )}
          </Flex>
        </form>
      </dialog>
    </Box>
  )
}
