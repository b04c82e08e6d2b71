import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { useLocation } from 'react-router'
import { api, data } from '../api/client'
import type { Graphic } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { steps } from './steps'
import { useWalk } from './walkStore'
import { t } from '../words/words'

/** How often it is looked whether a file is done, ms. */
const LOOK_MS = 1500

/** The step of the first walk that is under way, in a corner where it covers nothing that is needed. It goes on by itself when a step is done. */
export function Walk() {
  const { step, next, back, end } = useWalk()
  const current = step === null ? undefined : steps[step]
  const done = useDone(step)
  const path = useLocation().pathname
  useEffect(() => {
    if (current && done) next(steps.length)
  }, [current, done, next])
  if (!current || step === null) return null
  return (
    <Box
      as="aside"
      aria-label={t('First walk')}
      position="fixed"
      // Where files are ordered, the form is on the left.
      {...(path.startsWith('/handoff') ? { right: '16px' } : { left: '16px' })}
      bottom="16px"
      w="300px"
      zIndex="overlay"
      bg="panel"
      border="1px solid"
      borderColor="accent"
      borderRadius="8px"
      boxShadow="lg"
      p="12px"
    >
      <Text fontSize="12px" color="soft">
        {t('Step {step} of {count}', { step: step + 1, count: steps.length })}
      </Text>
      <Text fontWeight="600" aria-live="polite">
        {current.title}
      </Text>
      <Text fontSize="13px" mt="4px">
        {current.says}
      </Text>
      <Flex gap="6px" mt="10px">
        <Button size="xs" variant="outline" borderColor="line" disabled={step === 0} onClick={back}>
          {t('Back')}
        </Button>
        <Button size="xs" variant="outline" borderColor="line" onClick={() => next(steps.length)}>
          {step === steps.length - 1 ? t('Done') : t('Skip this step')}
        </Button>
        <Button size="xs" variant="ghost" onClick={end}>
          {t('Leave the walk')}
        </Button>
      </Flex>
    </Box>
  )
}

/** Whether the step that is shown has been done since it began. */
function useDone(step: number | null): boolean {
  const path = useLocation().pathname
  const graphic = useDocument((s) => (step === null ? null : s.graphic))
  const playing = usePlayback((s) => s.playing)
  const begun = useRef<{ step: number | null; before: Graphic | null }>({ step: null, before: null })
  const id = /^\/(?:bench|handoff|desk)\/([^/]+)/.exec(path)?.[1]
  const files =
    useQuery({
      queryKey: ['walk files', id],
      queryFn: () => data(api.GET('/api/handoffs', { params: { query: { graphic: id! } } })),
      enabled: step === steps.length - 1 && id !== undefined,
      refetchInterval: LOOK_MS,
    }).data?.filter((h) => h.state === 'done').length ?? 0
  if (begun.current.step !== step) begun.current = { step, before: graphic }
  // A graphic that is opened only now is what it was before.
  if (!begun.current.before) begun.current.before = graphic
  return step !== null && steps[step]!.done({ path, graphic, before: begun.current.before, playing, files })
}

/** Offers the walk to somebody who has not seen Hang before. */
export function WalkOffer() {
  const { known, step, begin, end } = useWalk()
  if (known || step !== null) return null
  return (
    <Flex
      as="section"
      aria-label={t('First walk')}
      align="center"
      gap="10px"
      mb="18px"
      p="10px 14px"
      bg="panel"
      border="1px solid"
      borderColor="line"
      borderRadius="8px"
    >
      <Text flex="1">{t('New here? Make a lower third and hand it off, in five steps.')}</Text>
      <Button size="xs" bg="accent" color="accentInk" onClick={begin}>
        {t('Show me')}
      </Button>
      <Button size="xs" variant="ghost" onClick={end}>
        {t('Not now')}
      </Button>
    </Flex>
  )
}
