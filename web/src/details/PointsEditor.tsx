import { Box, Flex } from '@chakra-ui/react'
import { reversed, withoutGaps, type PathPoint } from '../geometry/pointPath'
import { Act } from './Act'
import type { EditorProps } from './editorProps'
import { t } from '../words/words'

/** How many points a path has, and what is done to all of them; one by one they are dragged on the stage. */
export function PointsEditor({ value, onChange }: EditorProps) {
  const points = value as unknown as PathPoint[]
  const give = (next: PathPoint[]) => onChange(next)
  const whole = withoutGaps(points)
  return (
    <Box>
      <Box color="soft" fontSize="12px" mb="3px">
        {t('{count} points, dragged on the stage', { count: points.length })}
      </Box>
      <Flex gap="4px" wrap="wrap">
        <Act name={t('Turn round')} title={t('Let the path run the other way')} onClick={() => give(reversed(points))} />
        {whole.length < points.length && (
          <Act name={t('Drop the gap')} title={t('Take the last point away, which lies on the first')} onClick={() => give(whole)} />
        )}
      </Flex>
    </Box>
  )
}
