import { Button } from '@chakra-ui/react'
import type { Refused } from '../api/client'
import { t } from '../words/words'

/** What only a person may say: that characters without a glyph go out as the empty boxes that they are. Nothing for any other refusal. */
export function AsItIs({ refused, onGo }: { refused: Pick<Refused, 'field'> | null; onGo: () => unknown }) {
  if (refused?.field !== 'glyphs') return null
  return (
    <Button size="xs" variant="outline" borderColor="line" mt="6px" display="block" onClick={() => void onGo()}>
      {t('Hand it off as it is')}
    </Button>
  )
}
