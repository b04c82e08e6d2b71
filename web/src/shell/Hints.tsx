import { Portal, Tooltip } from '@chakra-ui/react'
import { useEffect, useState } from 'react'

/** How long the pointer rests before words come up. */
const REST_MS = 500

interface Shown {
  words: string
  over: Element
}

/**
 * Words that come up when the pointer rests on what has `data-hint`, or the keyboard has come to it. One for the whole page: a tooltip for each
 * of a hundred controls would be drawn anew with each of them.
 */
export function Hints() {
  const [shown, setShown] = useState<Shown | null>(null)
  useEffect(() => {
    let waiting: number | undefined
    let over: Element | null = null
    const go = (to: Element | null, after: number) => {
      if (to === over) return
      over = to
      window.clearTimeout(waiting)
      setShown(null)
      const words = to?.getAttribute('data-hint')
      if (to && words) waiting = window.setTimeout(() => setShown({ words, over: to }), after)
    }
    const of = (e: Event) => (e.target instanceof Element ? e.target.closest('[data-hint]') : null)
    const enter = (e: Event) => go(of(e), REST_MS)
    const focus = (e: Event) => go(e.target instanceof Element && e.target.matches(':focus-visible') ? of(e) : null, REST_MS)
    const leave = () => go(null, 0)
    document.addEventListener('pointerover', enter)
    document.addEventListener('focusin', focus)
    document.addEventListener('pointerdown', leave)
    document.addEventListener('keydown', leave)
    return () => {
      window.clearTimeout(waiting)
      document.removeEventListener('pointerover', enter)
      document.removeEventListener('focusin', focus)
      document.removeEventListener('pointerdown', leave)
      document.removeEventListener('keydown', leave)
    }
  }, [])
  if (!shown?.over.isConnected) return null
  const { words, over } = shown
  return (
    <Tooltip.Root
      key={words}
      open
      positioning={{ placement: 'bottom', getAnchorRect: () => over.getBoundingClientRect() }}
      onOpenChange={({ open }) => !open && setShown(null)}
    >
      <Portal>
        <Tooltip.Positioner pointerEvents="none">
          <Tooltip.Content bg="ink" color="panel" fontSize="12px" fontWeight="400" maxW="260px">
            {words}
          </Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  )
}
