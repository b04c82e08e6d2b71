import { Box, Flex, Grid } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { usePick } from '../bench/benchStore'
import { keysOf } from '../live/document'
import { TextInput } from '../shell/controls'
import { Section } from './Details'

/** The feel that follows the selected keyframes: chosen by name, or as CSS easing text. */
export function FeelDetails({ choices }: { choices: Schemas['Choices'] }) {
  const { keys, graphic, edit } = usePick('keys', 'graphic', 'edit')
  const feels = new Set(
    keys.map((k) => {
      const layer = graphic!.layers.find((l) => l.id === k.layer)
      return (layer && keysOf(layer, k.channel).find((key) => key.at === k.at)?.feel) ?? 'linear'
    }),
  )
  const only = feels.size === 1 ? [...feels][0]! : ''
  const set = (feel: string) => void edit({ do: 'setFeel', keys, feel })
  return (
    <Section title={keys.length === 1 ? `Feel after frame ${keys[0]!.at}` : `Feel after ${keys.length} keyframes`}>
      <Grid templateColumns="repeat(4, 1fr)" gap="4px" mb="6px">
        {choices.feels.map((f) => (
          <Box
            key={f.name}
            asChild
            border="1px solid"
            borderColor={f.css === only ? 'accent' : 'line'}
            bg={f.css === only ? 'chosen' : 'room'}
            borderRadius="4px"
            fontSize="10px"
            whiteSpace="nowrap"
            letterSpacing="-0.02em"
            py="3px"
            px="0"
          >
            <button title={f.css} aria-pressed={f.css === only} onClick={() => set(f.css)}>
              <FeelPicture css={f.css} />
              {f.name}
            </button>
          </Box>
        ))}
      </Grid>
      <Flex align="center" gap="6px">
        <TextInput
          key={only}
          aria-label="Feel as CSS easing text"
          defaultValue={only}
          placeholder="mixed"
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          onBlur={(e) => e.target.value !== only && e.target.value && set(e.target.value)}
        />
      </Flex>
    </Section>
  )
}

/** A small drawing of a cubic Bezier's curve; the browser draws it from the CSS text's own numbers. */
function FeelPicture({ css }: { css: string }) {
  const n = css.match(/-?[\d.]+/g)?.map(Number) ?? []
  const path = css.startsWith('cubic')
    ? `M0 24 C${n[0]! * 24} ${24 - n[1]! * 24} ${n[2]! * 24} ${24 - n[3]! * 24} 24 0`
    : css.startsWith('steps')
      ? 'M0 24 H24 V0'
      : 'M0 24 L24 0'
  return (
    <svg viewBox="-2 -8 28 36" width="100%" height="30" aria-hidden>
      <path d={path} fill="none" stroke="currentColor" strokeWidth={1.6} />
    </svg>
  )
}
