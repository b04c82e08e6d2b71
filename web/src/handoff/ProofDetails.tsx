import { Box, Flex, Grid, Image, Text } from '@chakra-ui/react'
import { CircleCheck, CircleX } from 'lucide-react'
import { useQuery } from '@tanstack/react-query'
import { Fragment } from 'react'
import { api, data, type Schemas } from '../api/client'
import { t } from '../words/words'

/** The proof of a delivered file: a plain verdict, what was compared, errors frame by frame, and the file to look at. */
export function ProofDetails({ handoff, proof }: { handoff: Schemas['HandoffView']; proof: Schemas['ProofView'] }) {
  // The error of every frame comes by itself, once.
  const frames = useQuery({
    queryKey: ['proof', handoff.id, handoff.endedAt],
    queryFn: () => data(api.GET('/api/handoffs/{id}/proof', { params: { path: { id: handoff.id } } })),
    staleTime: Infinity,
  }).data?.frames
  return (
    <Box mt="10px" data-testid="proof">
      <Flex align="center" gap="8px" color={handoff.holds ? 'good' : 'bad'} mb="8px">
        {handoff.holds ? <CircleCheck size={17} /> : <CircleX size={17} />}
        <Text fontWeight="600" data-testid="verdict">
          {handoff.verdict}
        </Text>
      </Flex>
      <Image
        src={`/api/handoffs/${handoff.id}/strip`}
        alt={t('Frames of the file over light and dark')}
        w="100%"
        borderRadius="4px"
        border="1px solid"
        borderColor="line"
      />
      <Grid templateColumns="1fr 1fr" gap="18px" mt="10px" fontSize="12px">
        <Grid templateColumns="auto auto auto" gap="2px 12px" alignContent="start">
          {proof.facts.map((f) => (
            <Fragment key={f.name}>
              <Text color="soft">{f.name}</Text>
              <Text>{f.found}</Text>
              <Text color={f.holds ? 'good' : 'bad'}>{f.holds ? t('as meant') : t('meant {meant}', { meant: f.meant })}</Text>
            </Fragment>
          ))}
        </Grid>
        <Box>
          <Grid templateColumns="auto auto auto" gap="2px 12px">
            <Text color="soft">{t('Error, of 255')}</Text>
            <Text color="soft">{t('worst')}</Text>
            <Text color="soft">{t('mean')}</Text>
            <Text>{t('Colour, weighed by alpha')}</Text>
            <Text>{proof.worstColour.toFixed(2)}</Text>
            <Text>{proof.meanColour.toFixed(3)}</Text>
            <Text>{t('Alpha')}</Text>
            <Text>{proof.worstAlpha.toFixed(2)}</Text>
            <Text>{proof.meanAlpha.toFixed(3)}</Text>
          </Grid>
          {proof.rim && (
            <Text mt="4px" color="soft">
              {t('Worst edge {error} of 255, over {value}, at {x}, {y} of frame {frame}', {
                error: proof.rim.error.toFixed(1),
                value: proof.rim.wall === 'footage' ? t('the footage') : proof.rim.wall,
                x: proof.rim.x,
                y: proof.rim.y,
                frame: proof.rim.frame,
              })}
            </Text>
          )}
          {frames && <FrameErrors frames={frames} />}
        </Box>
      </Grid>
      {proof.rim && proof.rim.error >= 1 && (
        <Box mt="8px">
          <Text fontSize="12px" color="soft">
            {t('The worst edge, enlarged: meant on the left, found on the right')}
          </Text>
          <Image src={`/api/handoffs/${handoff.id}/rim`} alt={t('The worst edge, meant and found')} maxW="100%" borderRadius="4px" />
        </Box>
      )}
      {proof.differing.slice(0, 3).map((frame) => (
        <Box key={frame} mt="8px">
          <Text fontSize="12px" color="bad">
            {t('Frame {frame}: meant on the left, found on the right', { frame })}
          </Text>
          <Image src={`/api/handoffs/${handoff.id}/side/${frame}`} alt={t('Frame {frame}, meant and found', { frame })} w="100%" />
        </Box>
      ))}
    </Box>
  )
}

/** The worst colour error of every frame, as a line from the first frame to the last. */
function FrameErrors({ frames }: { frames: Schemas['FrameError'][] }) {
  const most = Math.max(1, ...frames.map((f) => f.worstColour))
  const points = frames.map((f, i) => `${(100 * i) / Math.max(1, frames.length - 1)},${24 - (22 * f.worstColour) / most}`).join(' ')
  return (
    <Box mt="6px" title={t('Worst colour error of each frame, 0 to {most} of 255', { most: most.toFixed(1) })}>
      <svg
        viewBox="0 0 100 25"
        preserveAspectRatio="none"
        width="100%"
        height="30"
        role="img"
        aria-label={t('Worst colour error of each frame')}
      >
        <polyline points={points} fill="none" stroke="var(--chakra-colors-accent)" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      </svg>
      <Text color="soft" fontSize="12px">
        {t('Worst colour error, frame by frame (0 to {most})', { most: most.toFixed(1) })}
      </Text>
    </Box>
  )
}
