import { Box, Button, Flex, Progress, Spacer, Text } from '@chakra-ui/react'
import { api, data, type Schemas } from '../api/client'
import { duration, size } from './amounts'
import { ProofDetails } from './ProofDetails'

type View = Schemas['HandoffView']

const stateNames: Record<View['state'], string> = {
  queued: 'In line',
  rendering: 'Rendering',
  proving: 'Proving',
  done: 'Done',
  failed: 'Failed',
  cancelled: 'Cancelled',
}

/** One handoff: its progress, its file, its proof. */
export function HandoffCard({ handoff: h, act }: { handoff: View; act: (what: Promise<unknown>) => Promise<void> }) {
  const path = { params: { path: { id: h.id } } }
  const running = h.state === 'queued' || h.state === 'rendering' || h.state === 'proving'
  return (
    <Box as="article" aria-label={h.fileName} bg="panel" border="1px solid" borderColor="line" borderRadius="8px" p="12px 14px" mb="12px">
      <Flex align="center" gap="10px">
        <Text fontWeight="600" truncate>
          {h.fileName}
        </Text>
        <Text color={h.state === 'failed' ? 'bad' : 'soft'} data-testid="state">
          {stateNames[h.state]}
        </Text>
        <Spacer />
        {h.bytes != null && <Text color="soft">{size(h.bytes)}</Text>}
        {running && (
          <Button
            size="xs"
            variant="outline"
            borderColor="line"
            onClick={() => void act(data(api.POST('/api/handoffs/{id}/cancel', path)))}
          >
            Cancel
          </Button>
        )}
        {(h.state === 'failed' || h.state === 'cancelled') && (
          <Button size="xs" variant="outline" borderColor="line" onClick={() => void act(data(api.POST('/api/handoffs/{id}/again', path)))}>
            Run again
          </Button>
        )}
        {h.state === 'done' && (
          <Button asChild size="xs" bg="accent" color="accentInk">
            <a href={`/api/handoffs/${h.id}/file`} download={h.fileName}>
              Download
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
            {h.framesDone} of {h.framesTotal} frames
            {h.framesPerSecond > 0 && ` · ${h.framesPerSecond.toFixed(0)} frames a second`}
            {h.secondsLeft != null && ` · ${duration(h.secondsLeft)} left`}
          </Text>
        </Box>
      )}
      {h.problem && (
        <Text color="bad" mt="6px" role="alert">
          {h.problem}
        </Text>
      )}
      {h.proof && <ProofDetails handoff={h} proof={h.proof} />}
    </Box>
  )
}
