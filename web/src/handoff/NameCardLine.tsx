import { Text } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { rateLabel } from '../shell/kinds'

/** What a delivered file says of itself, in one line. */
export function NameCardLine({ card }: { card: Schemas['NameCard'] }) {
  return (
    <Text color="soft" fontSize="12px" mt="4px" data-testid="card">
      {card.kind} · {card.width} × {card.height} · {rateLabel(card.rate)} · frames {card.from}–{card.to} · {card.timecode}, {card.duration}{' '}
      long · {card.alpha}
      {card.sound && ` · ${card.sound}`}
      {card.cutFrame != null && ` · cut at frame ${card.cutFrame}`}
      {card.backing !== 'none' && ` · ${card.backing}`}
    </Text>
  )
}
