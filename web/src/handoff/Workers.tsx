import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { api, data, type Schemas } from '../api/client'
import { duration } from './amounts'
import { t } from '../words/words'

const LOOK_MS = 1000

/** Who renders: each worker with what it is at and how fast it paints, how much lies before them, and when that is done. */
export function Workers() {
  const farm = useQuery({ queryKey: ['workers'], queryFn: () => data(api.GET('/api/workers')), refetchInterval: LOOK_MS }).data
  if (!farm) return null
  return (
    <Box as="section" aria-label={t('Workers')} mb="20px">
      <Heading size="sm" mb="6px">
        {t('Workers')} ({farm.workers.length})
      </Heading>
      <Text color="soft" mb="10px" role="status" aria-label={t('What lies before them')}>
        {before(farm)}
      </Text>
      {farm.workers.length === 0 && (
        <Text color="bad" mb="10px">
          {t('No worker is there, so nothing is rendered. Start one: ./hang worker')}
        </Text>
      )}
      <Box as="ul" listStyleType="none" bg="panel" border="1px solid" borderColor="line" borderRadius="8px">
        {farm.workers.map((w, i) => (
          <Worker key={w.id} worker={w} isFirst={i === 0} />
        ))}
      </Box>
    </Box>
  )
}

function Worker({ worker: w, isFirst }: { worker: Schemas['WorkerView']; isFirst: boolean }) {
  return (
    <Flex as="li" gap="14px" p="8px 14px" align="baseline" borderTop={isFirst ? undefined : '1px solid'} borderColor="line">
      <Box flex="0 0 200px" minW="0">
        <Text fontWeight="600" truncate title={w.host}>
          {w.host}
        </Text>
        <Text fontSize="12px" color="soft">
          {t('{cores, plural, one {# core} other {# cores}}', { cores: w.cores })}
        </Text>
      </Box>
      <Box flex="1" minW="0">
        {w.doing.length === 0 && <Text color="soft">{t('Waits')}</Text>}
        {w.doing.map((d) => (
          <Text key={`${d.handoff} ${d.step} ${d.part}`} truncate>
            {doing(d)}
          </Text>
        ))}
      </Box>
      <Text whiteSpace="nowrap" color={w.framesPerSecond > 0 ? undefined : 'soft'}>
        {t('{rate} frames/s', { rate: w.framesPerSecond.toFixed(w.framesPerSecond < 10 ? 1 : 0) })}
      </Text>
    </Flex>
  )
}

function doing(d: Schemas['WorkView']): string {
  const values = { file: d.fileName, done: d.framesDone, all: d.frames }
  if (d.step === 'proving') return t('Proves {file}: {done} of {all} frames', values)
  if (d.part != null) return t('Renders part {part} of {file}: {done} of {all} frames', { ...values, part: d.part })
  return t('Renders {file}: {done} of {all} frames', values)
}

function before(farm: Schemas['FarmView']): string {
  if (farm.waiting + farm.underWay === 0) return t('Nothing waits.')
  const left = farm.secondsLeft != null ? t(' · about {duration} until all is done', { duration: duration(farm.secondsLeft) }) : ''
  return (
    t('{waiting} waiting · {underWay} under way · {frames, plural, one {# frame} other {# frames}} to render', {
      waiting: farm.waiting,
      underWay: farm.underWay,
      frames: farm.frames,
    }) + left
  )
}
