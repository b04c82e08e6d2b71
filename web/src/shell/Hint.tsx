import { Portal, Tooltip } from '@chakra-ui/react'
import type { ReactElement } from 'react'

/** Words that come up when the pointer rests on a control, or the keyboard has come to it. */
export function Hint({ words, children }: { words: string; children: ReactElement }) {
  return (
    <Tooltip.Root openDelay={500} closeDelay={0} lazyMount unmountOnExit positioning={{ placement: 'bottom' }}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner>
          <Tooltip.Content bg="ink" color="panel" fontSize="11px" fontWeight="400" maxW="260px">
            {words}
          </Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  )
}
