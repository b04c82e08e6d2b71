import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, data, type Schemas } from '../api/client'
import { Back, TopBar } from '../shell/controls'
import { Refusal } from '../shell/Refusal'
import { useAct } from '../shell/useAct'
import { HandoffCard } from './HandoffCard'
import { Workers } from './Workers'
import { t } from '../words/words'

const LOOK_MS = 1000

/** Who renders, and the handoffs of all graphics: those in line or under way, in the order in which they go, and the newest that have ended. */
export function Line() {
  const all = useQuery({
    queryKey: ['handoffs'],
    queryFn: () => data(api.GET('/api/handoffs', { params: { query: {} } })),
    refetchInterval: LOOK_MS,
  })
  const { act, refused } = useAct(['handoffs'])
  const list = all.data ?? []
  return (
    <Flex direction="column" h="100%">
      <TopBar>
        <Back to="/" label={t('Back to the rack')} />
        <Text as="h1" fontWeight="600">
          {t('All files')}
        </Text>
        <Text color="soft">{t('Handoff')}</Text>
      </TopBar>
      <Box as="main" flex="1" overflowY="auto" p="20px" maxW="1000px" w="100%" mx="auto">
        <Refusal refused={refused} />
        <Workers />
        {all.data && list.length === 0 && <Text color="soft">{t('Nothing has been handed off yet. Open a graphic and hand it off.')}</Text>}
        <Part title={t('In line')} handoffs={inLine(list)} act={act} />
        <Part title={t('Ended')} handoffs={list.filter((h) => !isOpen(h))} act={act} />
      </Box>
    </Flex>
  )
}

function Part({ title, handoffs, act }: { title: string; handoffs: View[]; act: (what: Promise<unknown>) => Promise<void> }) {
  if (handoffs.length === 0) return null
  return (
    <Box as="section" aria-label={title} mb="20px">
      <Heading size="sm" mb="10px">
        {title} ({handoffs.length})
      </Heading>
      {handoffs.map((h) => (
        <Box key={h.id}>
          <Text fontSize="12px" color="soft" mb="3px">
            {h.packageName} · <Link to={`/handoff/${h.graphicId}`}>{h.graphicName}</Link>
          </Text>
          <HandoffCard handoff={h} act={act} />
        </Box>
      ))}
    </Box>
  )
}

type View = Schemas['HandoffView']

const isOpen = (h: View) => h.state === 'queued' || h.state === 'rendering' || h.state === 'proving'

/** Those under way first, then those that wait, the most wanted and oldest first; what is held last. */
export function inLine(handoffs: View[]): View[] {
  const rank = (h: View) => (h.state !== 'queued' ? 0 : h.held ? 2 : 1)
  return handoffs.filter(isOpen).sort((a, b) => rank(a) - rank(b) || b.priority - a.priority || a.askedAt.localeCompare(b.askedAt))
}
