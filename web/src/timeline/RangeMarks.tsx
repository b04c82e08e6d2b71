import { Box } from '@chakra-ui/react'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import type { TimeScale } from './timeScale'
import { t } from '../words/words'

/** The marked range, as a line with ends along the top of the ruler. */
export function RangeMarks({ scale }: { scale: TimeScale }) {
  const { range } = usePick(usePlayback, 'range')
  if (!range) return null
  return (
    <Box
      position="absolute"
      top="0"
      h="24px"
      borderX="2px solid"
      borderTop="3px solid"
      borderColor="ink"
      pointerEvents="none"
      title={t('Range {range} to {range2}', { range: range[0], range2: range[1] })}
      data-testid="range"
      style={{ left: scale.x(range[0]), width: Math.max(4, scale.x(range[1] + 1) - scale.x(range[0])) }}
    />
  )
}
