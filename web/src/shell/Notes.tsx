import { Box, Button, Portal, Toast, Toaster } from '@chakra-ui/react'
import { notes } from './notes'
import { t } from '../words/words'

/** Shows the notes over whatever screen is open. */
export function Notes() {
  return (
    <Portal>
      <Toaster toaster={notes} insetInline="16px">
        {(note) => (
          <Toast.Root bg="ink" color="panel" w="380px" alignItems="center">
            <Box role="note" flex="1" fontSize="12px">
              {note.description}
            </Box>
            {note.action && (
              <Toast.ActionTrigger asChild>
                <Button size="xs" bg="panel" color="ink">
                  {note.action.label}
                </Button>
              </Toast.ActionTrigger>
            )}
            <Toast.CloseTrigger asChild position="static">
              <Button size="xs" variant="outline" color="panel" borderColor="soft" _hover={{ bg: 'soft' }}>
                {t('Understood')}
              </Button>
            </Toast.CloseTrigger>
          </Toast.Root>
        )}
      </Toaster>
    </Portal>
  )
}
