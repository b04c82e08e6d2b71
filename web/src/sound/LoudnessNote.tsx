import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { t } from '../words/words'

/** EBU R 128: the loudness of a programme in LUFS, how far it may be off, and the highest true peak in dBTP. */
export const TARGET = -23
export const TOLERANCE = 0.5
export const HIGHEST_PEAK = -1

/** The scale runs over these LUFS. */
const [LOW, HIGH] = [-41, -5]

interface Figures {
  integrated?: number | null
  momentary?: number | null
  shortTerm?: number | null
  truePeak?: number | null
}

/** How loud it is, as numbers and on a scale with the usual target marked. */
export function LoudnessNote({ loudness, children }: { loudness: Figures; children?: ReactNode }) {
  const { integrated, momentary, shortTerm, truePeak } = loudness
  const place = (lufs: number) => `${((Math.max(LOW, Math.min(HIGH, lufs)) - LOW) / (HIGH - LOW)) * 100}%`
  const onTarget = integrated != null && Math.abs(integrated - TARGET) <= TOLERANCE
  return (
    <Box
      role="note"
      aria-label={t('Loudness')}
      bg="sunk"
      borderRadius="4px"
      px="8px"
      py="6px"
      mb="8px"
      fontSize="12px"
      title={t('EBU R 128: −23 LUFS over the whole programme, −1 dBTP at most')}
    >
      <Flex justify="space-between" align="baseline" gap="8px">
        <Text fontWeight="600" data-testid="integrated">
          {integrated == null
            ? t('Too short or too soft to tell')
            : t('{figure} LUFS{value}', { figure: figure(integrated), value: onTarget ? t(', on target') : '' })}
        </Text>
        {integrated != null && !onTarget && <Text color="soft">{t('{gain} dB to −23', { gain: gain(TARGET - integrated) })}</Text>}
      </Flex>
      <Box position="relative" h="16px" my="4px" aria-hidden>
        <Box position="absolute" top="6px" left="0" right="0" h="4px" bg="line" borderRadius="2px" />
        {integrated != null && (
          <Box position="absolute" top="6px" left="0" h="4px" bg="accent" borderRadius="2px" style={{ width: place(integrated) }} />
        )}
        {momentary != null && <Box position="absolute" top="4px" w="2px" h="8px" bg="soft" style={{ left: place(momentary) }} />}
        <Box position="absolute" top="0" w="2px" h="16px" bg="ink" style={{ left: place(TARGET) }} />
      </Box>
      <Grid templateColumns="1fr auto" gap="1px 8px">
        <Text color="soft">{t('Loudest 400 ms')}</Text>
        <Text textAlign="right">{momentary == null ? '–' : t('{figure} LUFS', { figure: figure(momentary) })}</Text>
        <Text color="soft">{t('Loudest 3 s')}</Text>
        <Text textAlign="right">{shortTerm == null ? '–' : t('{figure} LUFS', { figure: figure(shortTerm) })}</Text>
        <Text color="soft">{t('True peak, {figure} at most', { figure: figure(HIGHEST_PEAK) })}</Text>
        <Text
          textAlign="right"
          color={truePeak != null && truePeak > HIGHEST_PEAK ? 'bad' : undefined}
          fontWeight={truePeak != null && truePeak > HIGHEST_PEAK ? '600' : undefined}
        >
          {truePeak == null ? '–' : t('{figure} dBTP', { figure: figure(truePeak) })}
        </Text>
      </Grid>
      {children}
    </Box>
  )
}

/** A level with one decimal and a true minus. */
const figure = (level: number) => level.toFixed(1).replace('-', '−')

const gain = (by: number) => (by > 0 ? `+${figure(by)}` : figure(by))
