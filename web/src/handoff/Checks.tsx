import { Box, Button, Flex, Spinner, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { CircleAlert, CircleCheck, Info, TriangleAlert } from 'lucide-react'
import { Link } from 'react-router'
import { api, data, type Schemas } from '../api/client'

import { LoudnessNote } from '../sound/LoudnessNote'
import { t } from '../words/words'

type Finding = Schemas['Finding']

const icons = { error: CircleAlert, warning: TriangleAlert, note: Info } as const
const colours = { error: 'bad', warning: 'ink', note: 'soft' } as const

interface Props {
  graphic: Schemas['RackGraphic']
  /** The key colour that was chosen as backing. */
  keyColour: string | null
  onTrim: (from: number, to: number) => void
  onKeyColour: (colour: string) => void
}

/** What was found in the graphic before it is handed off: each as a number with a remedy, and a press where one is enough. */
export function Checks({ graphic, keyColour, onTrim, onKeyColour }: Props) {
  const report = useQuery({
    queryKey: ['report', graphic.id, graphic.changedAt, keyColour],
    // An edit makes another question of it: the one before is given up, and the server with it.
    queryFn: ({ signal }) =>
      data(api.GET('/api/graphics/{id}/report', { params: { path: { id: graphic.id }, query: { key: keyColour ?? undefined } }, signal })),
    staleTime: Infinity,
    placeholderData: (before) => before,
  })
  const found = report.data
  return (
    <Box as="section" aria-label={t('Checks')} bg="panel" border="1px solid" borderColor="line" borderRadius="8px" p="10px 14px" mb="14px">
      <Flex align="center" gap="8px">
        <Text fontWeight="600">{t('Before it goes')}</Text>
        {report.isFetching && <Spinner role="img" size="xs" aria-label={t('Looking at every frame')} />}
        {found && found.findings.every((f) => f.weight === 'note') && (
          <Flex color="good" align="center" gap="5px">
            <CircleCheck size={15} /> {t('All clear')}
          </Flex>
        )}
        {report.isError && <Text color="bad">{t('It could not be looked at.')}</Text>}
      </Flex>
      {found?.loudness && (
        <Box maxW="360px" mt="8px">
          <LoudnessNote loudness={found.loudness} />
        </Box>
      )}
      {found?.hole && found.findings.some((f) => f.check === 'cover') && (
        <Box mt="8px">
          <img
            src={`/api/graphics/${graphic.id}/hole?frame=${found.hole.frame}&x=${found.hole.x}&y=${found.hole.y}&of=${graphic.changedAt}`}
            alt={t('Frame {frame}: what is not covered, marked', { frame: found.hole.frame })}
            style={{ maxWidth: 360, width: '100%', borderRadius: 4 }}
          />
        </Box>
      )}
      {found?.findings.map((f, i) => (
        <Row key={i} finding={f} graphic={graphic.id}>
          {f.check === 'empty' && found.firstSeen >= 0 && (
            <Act onClick={() => onTrim(found.firstSeen, found.lastSeen)}>
              {t('Trim to {firstSeen}–{lastSeen}', { firstSeen: found.firstSeen, lastSeen: found.lastSeen })}
            </Act>
          )}
          {f.check === 'keyColour' && !found.safestKey.wouldKeyOut && found.safestKey.colour !== keyColour && (
            <Act onClick={() => onKeyColour(found.safestKey.colour)}>{t('Key it with {colour}', { colour: found.safestKey.colour })}</Act>
          )}
          {f.check === 'seam' && found.seam.length != null && (
            <Act onClick={() => onTrim(0, found.seam.length! - 1)}>{t('Take {count} frames', { count: found.seam.length })}</Act>
          )}
        </Row>
      ))}
    </Box>
  )
}

function Row({ finding: f, graphic, children }: { finding: Finding; graphic: string; children: React.ReactNode }) {
  const Icon = icons[f.weight]
  return (
    <Flex
      gap="8px"
      mt="5px"
      fontSize="12px"
      align="flex-start"
      color={colours[f.weight]}
      role="note"
      aria-label={`${f.weight}: ${f.check}`}
    >
      <Box pt="2px">
        <Icon size={13} />
      </Box>
      <Box flex="1">
        {f.problem.layer && (
          <b>
            {f.layerId ? (
              <Link
                to={`/bench/${graphic}?layer=${f.layerId}${f.from == null ? '' : `&at=${f.from}`}`}
                style={{ textDecoration: 'underline' }}
              >
                {f.problem.layer}
              </Link>
            ) : (
              f.problem.layer
            )}
            :{' '}
          </b>
        )}
        {f.problem.message}{' '}
        <Box as="span" color="soft">
          {f.problem.remedy}
        </Box>{' '}
        {f.from != null && (
          <Link to={`/bench/${graphic}?at=${f.from}${f.layerId ? `&layer=${f.layerId}` : ''}`} style={{ textDecoration: 'underline' }}>
            {f.to != null && f.to > f.from ? t('frames {from}–{to}', { from: f.from, to: f.to }) : t('frame {from}', { from: f.from })}
          </Link>
        )}
      </Box>
      {children}
    </Flex>
  )
}

function Act({ onClick, children }: { onClick: () => void; children: React.ReactNode }) {
  return (
    <Button size="2xs" h="24px" variant="outline" borderColor="line" onClick={onClick}>
      {children}
    </Button>
  )
}
