import { Box } from '@chakra-ui/react'
import { useFeelShape } from '../values/useFeelShape'

interface Props {
  name: string
  css: string
  chosen: boolean
  onChoose: () => void
}

/** A feel to choose: its curve, and a dot that moves by it. The browser itself moves the dot, by the CSS text. */
export function FeelButton({ name, css, chosen, onChoose }: Props) {
  return (
    <Box
      asChild
      w="100%"
      border="1px solid"
      borderColor={chosen ? 'accent' : 'line'}
      bg={chosen ? 'chosen' : 'room'}
      borderRadius="4px"
      fontSize="12px"
      whiteSpace="nowrap"
      overflow="hidden"
      textOverflow="ellipsis"
      letterSpacing="-0.02em"
      py="3px"
      px="0"
    >
      <button title={`${name}: ${css.length > 80 ? `${css.slice(0, 80)}…` : css}`} aria-pressed={chosen} onClick={onChoose}>
        <FeelPicture css={css} />
        <span className="feel-track" aria-hidden>
          <span className="feel-dot" style={{ animationTimingFunction: css }} />
        </span>
        {name}
      </button>
    </Box>
  )
}

function FeelPicture({ css }: { css: string }) {
  const shape = useFeelShape(css)
  const points = (shape ?? []).map((v, i) => `${(i / (shape!.length - 1)) * 24},${24 - v * 24}`).join(' ')
  return (
    <svg viewBox="-2 -8 28 36" width="100%" height="28" aria-hidden>
      <polyline points={points} fill="none" stroke="currentColor" strokeWidth={1.6} />
    </svg>
  )
}
