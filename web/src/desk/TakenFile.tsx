import { Box, Button, Flex, Progress, Text } from '@chakra-ui/react'
import { Download, RotateCcw } from 'lucide-react'
import { api, data, type Schemas } from '../api/client'
import { duration, size } from '../handoff/amounts'
import type { Filled } from '../fields/take'
import { t } from '../words/words'

type View = Schemas['HandoffView']

const words: Record<View['state'], string> = {
  queued: t('In line'),
  rendering: t('Rendering'),
  proving: t('Checking the file'),
  done: t('Ready'),
  failed: t('Failed'),
  cancelled: t('Cancelled'),
}

interface Props {
  file: View
  act: (what: Promise<unknown>) => Promise<void>
  onRepeat: (take: Filled) => void
}

/** One file that was taken: how far it is, the file itself, and its values once more. */
export function TakenFile({ file: h, act, onRepeat }: Props) {
  const path = { params: { path: { id: h.id } } }
  const running = h.state === 'queued' || h.state === 'rendering' || h.state === 'proving'
  const good = h.state === 'done' && h.holds
  return (
    <Box as="article" aria-label={h.fileName} bg="panel" border="1px solid" borderColor="line" borderRadius="8px" p="10px" mb="8px">
      <Text fontWeight="600" wordBreak="break-all">
        {h.fileName}
      </Text>
      <Text fontSize="12px" color={h.state === 'failed' || (h.state === 'done' && !h.holds) ? 'bad' : 'soft'} data-testid="state">
        {h.state === 'done' && !h.holds ? t('Refused by its proof') : words[h.state]}
        {h.bytes != null && ` · ${size(h.bytes)}`}
        {running && h.secondsLeft != null && t(' · {duration} left', { duration: duration(h.secondsLeft) })}
      </Text>
      {running && (
        <Progress.Root size="sm" value={h.framesDone} max={h.framesTotal} mt="4px">
          <Progress.Track bg="sunk" aria-label={words[h.state]}>
            <Progress.Range bg="accent" />
          </Progress.Track>
        </Progress.Root>
      )}
      {h.problem && (
        <Text fontSize="12px" color="bad" role="alert">
          {h.problem}
        </Text>
      )}
      {h.state === 'done' && h.verdict && (
        <Text fontSize="12px" color={good ? 'good' : 'bad'}>
          {h.verdict}
        </Text>
      )}
      <Flex gap="6px" mt="6px" wrap="wrap">
        {good && (
          <Button asChild size="xs" bg="accent" color="accentInk">
            <a href={`/api/handoffs/${h.id}/file`} download={h.fileName}>
              <Download size={14} /> {t('Save the file')}
            </a>
          </Button>
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
        {h.take && (
          <Button size="xs" variant="outline" borderColor="line" onClick={() => onRepeat(filledOf(h.take!))}>
            <RotateCcw size={14} /> {t('Again with changes')}
          </Button>
        )}
      </Flex>
    </Box>
  )
}

/** A take as the form has it, from what the server kept. */
function filledOf(take: NonNullable<View['take']>): Filled {
  const { values, colourway, hold, name, pictures } = take
  return {
    values: values ?? {},
    colourway: colourway ?? undefined,
    hold: hold ?? undefined,
    name: name || undefined,
    pictures: (pictures ?? undefined) as Filled['pictures'],
  }
}
