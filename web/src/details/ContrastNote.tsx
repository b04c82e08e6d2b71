import { Box } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { t } from '../words/words'

/** Waits until a colour has been still for so long: while it is dragged, there is no hurry. */
const PATIENCE_MS = 200

/** Least ratios of WCAG 2.2, 1.4.3: of large type, and of all other. */
const [LARGE, ANY] = [3, 4.5]

/** How the layer's colour stands out from what is painted behind it, as a number. */
export function ContrastNote({ layerId }: { layerId: string }) {
  const painted = useDocument((s) => s.painted)
  const frame = usePlayback((s) => s.frame)
  const [found, setFound] = useState<{ ratio: number; covered: number } | null>(null)
  useEffect(() => {
    let wanted = true
    const timer = window.setTimeout(() => {
      void useDocument
        .getState()
        .connection?.contrast(layerId, frame)
        .then((answer) => wanted && setFound(answer))
    }, PATIENCE_MS)
    return () => {
      wanted = false
      window.clearTimeout(timer)
    }
  }, [layerId, painted, frame])
  if (!found) return null
  if (found.covered === 0)
    return (
      <Box fontSize="12px" color="soft" role="note" aria-label={t('Contrast')}>
        {t('Nothing is painted behind it: its contrast depends on the footage.')}
      </Box>
    )
  const enough =
    found.ratio >= ANY ? t('enough for any type') : found.ratio >= LARGE ? t('enough for large type only') : t('too little for type')
  return (
    <Box fontSize="12px" role="note" aria-label={t('Contrast')} color={found.ratio >= LARGE ? 'ink' : 'bad'}>
      <b>{found.ratio.toFixed(1)} : 1</b> {t('against what is behind it: {enough} (WCAG)', { enough })}
      {found.covered < 0.995 && t('; {value} % of it stands over footage', { value: Math.round((1 - found.covered) * 100) })}
    </Box>
  )
}
