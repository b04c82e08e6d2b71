import { Text } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { rateLabel } from '../shell/kinds'
import { said, t } from '../words/words'

/** What a delivered file says of itself, in one line. @param isBacked whether something is behind the graphic */
export function NameCardLine({ card, isBacked }: { card: Schemas['NameCard']; isBacked: boolean }) {
  return (
    <Text color="soft" fontSize="12px" mt="4px" data-testid="card">
      {t('{kind} · {width} × {height} · {rateLabel} · frames {from}–{to} · {timecode}, {duration} long · {alpha}', {
        kind: said(card.kind),
        width: card.width,
        height: card.height,
        rateLabel: rateLabel(card.rate),
        from: card.from,
        to: card.to,
        timecode: card.timecode,
        duration: card.duration,
        alpha: card.alpha,
      })}
      {card.sound && ` · ${card.sound}`}
      {card.cutFrame != null && t(' · cut at frame {cutFrame}', { cutFrame: card.cutFrame })}
      {isBacked && ` · ${card.backing}`}
    </Text>
  )
}
