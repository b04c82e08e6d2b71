import { Box, Grid, Spinner, Text } from '@chakra-ui/react'
import { Fragment } from 'react'
import type { Schemas } from '../api/client'
import { Tick } from '../shell/Tick'
import { duration, size } from './amounts'
import type { Forecasts } from './useForecasts'
import { t } from '../words/words'

type Kind = Schemas['KindView']

interface Props {
  kinds: Kind[]
  chosen: Kind['kind'][]
  forecasts: Forecasts
  /** True when something is heard of the graphic: then it is said which kinds are silent. */
  hasSound: boolean
  onChange: (chosen: Kind['kind'][]) => void
}

/** Kinds of file to choose from, each with what it will about be: size, time and error side by side. */
export function KindTable({ kinds, chosen, forecasts, hasSound, onChange }: Props) {
  const hasSome = kinds.some((k) => forecasts[k.kind])
  return (
    <Box mb="10px">
      <Grid
        templateColumns="minmax(0, 1fr) auto auto auto"
        gap="3px 8px"
        alignItems="center"
        fontSize="12px"
        role="group"
        aria-label={t('File')}
      >
        {hasSome && (
          <>
            <span />
            {['size', 'time', 'error'].map((head) => (
              <Text key={head} color="soft" textAlign="right" fontSize="12px">
                {head}
              </Text>
            ))}
          </>
        )}
        {kinds.map((k) => (
          <Fragment key={k.kind}>
            <Box gridColumn={hasSome ? undefined : '1 / -1'} minW="0">
              <Tick
                checked={chosen.includes(k.kind)}
                title={k.note}
                onChange={(on) => onChange(kinds.map((o) => o.kind).filter((o) => (o === k.kind ? on : chosen.includes(o))))}
              >
                {k.name}
                {hasSound && k.sound === 'none' && ` · ${t('silent')}`}
              </Tick>
            </Box>
            {hasSome && <Figures forecast={forecasts[k.kind]} />}
          </Fragment>
        ))}
      </Grid>
      {chosen.length === 1 && (
        <Text color="soft" fontSize="12px" mt="4px">
          {kinds.find((k) => k.kind === chosen[0])?.note}
        </Text>
      )}
    </Box>
  )
}

function Figures({ forecast }: { forecast: Forecasts[string] }) {
  if (!forecast || forecast === 'waiting') return <Box gridColumn="2 / -1">{forecast === 'waiting' && <Spinner size="xs" />}</Box>
  if ('refused' in forecast)
    return (
      <Text gridColumn="2 / -1" color="soft" fontSize="12px" title={forecast.refused}>
        {t('not like this')}
      </Text>
    )
  const exact = forecast.meanColour < 0.005 && forecast.worstBlock < 0.5
  return (
    <>
      <Text textAlign="right">{size(forecast.bytes)}</Text>
      <Text textAlign="right">{duration(forecast.seconds)}</Text>
      <Text
        textAlign="right"
        title={t('Mean error of colour {meanColour} of 255, worst block {worstBlock}; from {sampled} frames rendered for it', {
          meanColour: forecast.meanColour.toFixed(3),
          worstBlock: forecast.worstBlock.toFixed(1),
          sampled: forecast.sampled,
        })}
      >
        {exact ? t('none') : forecast.meanColour.toFixed(2)}
      </Text>
    </>
  )
}
