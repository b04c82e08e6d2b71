import { Button, Dialog as Chakra, Portal } from '@chakra-ui/react'
import { useRef, type ReactNode } from 'react'
import { t } from '../words/words'

interface Props {
  title: string
  onClose: () => void
  onDone?: () => void
  done?: string
  busy?: boolean
  children: ReactNode
}

/** A question over the page: Escape closes it, Enter does it. */
export function Dialog({ title, onClose, onDone, done = t('Done'), busy = false, children }: Props) {
  const content = useRef<HTMLDivElement>(null)
  return (
    <Chakra.Root
      open
      placement="center"
      scrollBehavior="inside"
      size="md"
      // What is asked for first is ready to be typed.
      initialFocusEl={() => content.current?.querySelector('input') ?? null}
      onOpenChange={({ open }) => !open && onClose()}
    >
      <Portal>
        <Chakra.Backdrop />
        <Chakra.Positioner>
          <Chakra.Content ref={content} bg="panel" color="ink" border="1px solid" borderColor="line" borderRadius="8px">
            <form
              style={{ display: 'contents' }}
              onSubmit={(e) => {
                e.preventDefault()
                onDone?.()
              }}
            >
              <Chakra.Header pb="10px">
                <Chakra.Title fontSize="16px">{title}</Chakra.Title>
              </Chakra.Header>
              <Chakra.Body pb="0">{children}</Chakra.Body>
              <Chakra.Footer gap="8px">
                <Button type="button" size="sm" variant="outline" borderColor="line" onClick={onClose}>
                  {onDone ? t('Cancel') : t('Close')}
                </Button>
                {onDone && (
                  <Button type="submit" size="sm" bg="accent" color="accentInk" loading={busy}>
                    {done}
                  </Button>
                )}
              </Chakra.Footer>
            </form>
          </Chakra.Content>
        </Chakra.Positioner>
      </Portal>
    </Chakra.Root>
  )
}

/** Whether a question is open: keys and the clipboard are its own then. */
export const isAsking = () => document.querySelector('[role=dialog][data-state=open]:not([data-scope=color-picker])') !== null
