import { Box } from '@chakra-ui/react'
import type { Layer } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { t } from '../words/words'
import { placedTime } from './placedTime'
import type { TimeScale } from './timeScale'

/** The phases of a placed graphic in the bar of its layer: where it arrives, stands and leaves. */
export function PlacedPhases({
  layer,
  scale,
  first,
  last,
  top,
}: {
  layer: Layer
  scale: TimeScale
  first: number
  last: number
  top: number
}) {
  const graphic = useDocument((s) => s.graphic)
  const time = graphic && placedTime(graphic, layer, scale.total)
  if (!time) return null
  const { start, arrive, hold, leave } = time
  const parts = [
    { phase: 'arrive', from: start, to: start + arrive },
    { phase: 'hold', from: start + arrive, to: start + arrive + hold },
    { phase: 'leave', from: start + arrive + hold, to: start + arrive + hold + leave },
  ] as const
  return (
    <Box
      role="img"
      aria-label={t('{name} arrives in {arrive}, holds {hold} and leaves in {leave} frames', { name: layer.name, arrive, hold, leave })}
      position="absolute"
      h="9px"
      pointerEvents="none"
      style={{ top: top - 2, left: scale.x(first), width: scale.x(last + 1) - scale.x(first) }}
    >
      {parts.map(({ phase, from, to }) => {
        const [left, right] = [Math.max(from, first), Math.min(to, last + 1)]
        return (
          left < right && (
            <Box
              key={phase}
              data-phase={phase}
              position="absolute"
              h="9px"
              bg={phase}
              border="1px solid"
              borderColor="soft"
              pointerEvents="none"
              style={{ top: 0, left: scale.x(left) - scale.x(first), width: scale.x(right) - scale.x(left) }}
            />
          )
        )
      })}
    </Box>
  )
}
