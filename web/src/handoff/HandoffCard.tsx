import { Box, Button, Flex, Progress, Spacer, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { api, data, type Schemas } from '../api/client'
import { duration, size } from './amounts'
import { CommittedInput } from '../shell/CommittedInput'
import { FileViewer } from './FileViewer'
import { NameCardLine } from './NameCardLine'
import { ProofDetails } from './ProofDetails'
import { t } from '../words/words'

type View = Schemas['HandoffView']

const stateNames: Record<View['state'], string> = {
  queued: t('In line'),
  rendering: t('Rendering'),
  proving: t('Proving'),
  done: t('Done'),
  failed: t('Failed'),
  cancelled: t('Cancelled'),
}

/** One handoff: its progress, its file, its proof. */
export function HandoffCard({ handoff: h, act }: { handoff: View; act: (what: Promise<unknown>) => Promise<void> }) {
  const path = { params: { path: { id: h.id } } }
  const refused = h.state === 'done' && h.proof != null && !h.holds
  const [wanted, setWanted] = useState(false)
  const [looking, setLooking] = useState(false)
  const arrange = (body: Schemas['HandoffArrangement']) => void act(data(api.POST('/api/handoffs/{id}/arrange', { ...path, body })))
  const running = h.state === 'queued' || h.state === 'rendering' || h.state === 'proving'
  return (
    <Box as="article" aria-label={h.fileName} bg="panel" border="1px solid" borderColor="line" borderRadius="8px" p="12px 14px" mb="12px">
      <Flex align="center" gap="10px">
        <Text fontWeight="600" truncate>
          {h.fileName}
        </Text>
        <Text color={h.state === 'failed' || refused ? 'bad' : 'soft'} data-testid="state" whiteSpace="nowrap">
          {refused ? t('Refused by its proof') : h.held && h.state === 'queued' ? t('Held') : stateNames[h.state]}
        </Text>
        <Spacer />
        {h.bytes != null && <Text color="soft">{size(h.bytes)}</Text>}
        {h.state === 'queued' && (
          <>
            <Button size="xs" variant="outline" borderColor="line" onClick={() => arrange({ held: !h.held })}>
              {h.held ? t('Let it go on') : t('Hold it')}
            </Button>
            <Button
              size="xs"
              variant="outline"
              borderColor="line"
              title={t('Goes before all others')}
              onClick={() => arrange({ priority: h.priority + 1 })}
            >
              {t('Sooner')}
            </Button>
          </>
        )}
        {running && (
          <Button
            size="xs"
            variant="outline"
            borderColor="line"
            onClick={() => void act(data(api.POST('/api/handoffs/{id}/cancel', path)))}
          >
            {t('Cancel')}
          </Button>
        )}
        {(h.state === 'failed' || h.state === 'cancelled') && (
          <Button size="xs" variant="outline" borderColor="line" onClick={() => void act(data(api.POST('/api/handoffs/{id}/again', path)))}>
            {t('Run again')}
          </Button>
        )}
        {h.state === 'done' && (
          <Button size="xs" variant="outline" borderColor="line" aria-pressed={looking} onClick={() => setLooking(!looking)}>
            {looking ? t('Enough') : t('Look at it')}
          </Button>
        )}
        {refused && !wanted && (
          <Button size="xs" variant="outline" borderColor="bad" color="bad" onClick={() => setWanted(true)}>
            {t('Download all the same …')}
          </Button>
        )}
        {refused && wanted && (
          <Button asChild size="xs" bg="bad" color="panel">
            <a href={`/api/handoffs/${h.id}/file?anyway=true`} download={h.fileName}>
              {t('It is not what was meant: download')}
            </a>
          </Button>
        )}
        {h.state === 'done' && !refused && (
          <Button asChild size="xs" bg="accent" color="accentInk">
            <a href={`/api/handoffs/${h.id}/file`} download={h.fileName}>
              {t('Download')}
            </a>
          </Button>
        )}
      </Flex>
      {running && (
        <Box mt="8px">
          <Progress.Root size="sm" value={h.framesDone} max={h.framesTotal}>
            <Progress.Track bg="sunk" aria-label={stateNames[h.state]}>
              <Progress.Range bg="accent" />
            </Progress.Track>
          </Progress.Root>
          <Text color="soft" fontSize="12px" mt="4px">
            {t('{framesDone} of {framesTotal} frames {value}', {
              framesDone: h.framesDone,
              framesTotal: h.framesTotal,
              value: h.state === 'proving' ? t('proved') : t('rendered'),
            })}
            {h.framesPerSecond > 0 && t(' · {value} frames a second', { value: h.framesPerSecond.toFixed(0) })}
            {h.secondsLeft != null && h.framesDone < h.framesTotal && t(' · {duration} left', { duration: duration(h.secondsLeft) })}
          </Text>
        </Box>
      )}
      {h.card && <NameCardLine card={h.card} isBacked={h.plan.backing.kind !== 'none'} />}
      {(h.state === 'done' || h.note !== '') && (
        <Box mt="4px" maxW="420px">
          <CommittedInput
            label={t('Note to {fileName}', { fileName: h.fileName })}
            placeholder={t('Note')}
            value={h.note}
            onCommit={(note) => arrange({ note })}
          />
        </Box>
      )}
      {h.problem && (
        <Text color="bad" mt="6px" role="alert">
          {h.problem}
        </Text>
      )}
      {looking && h.state === 'done' && <FileViewer handoff={h} rate={h.card?.rate ?? '60'} />}
      {h.proof && <ProofDetails handoff={h} proof={h.proof} />}
    </Box>
  )
}
