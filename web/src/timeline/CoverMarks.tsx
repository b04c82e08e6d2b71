import { Box } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { api, data } from '../api/client'
import { useDocument } from '../stores/documentStore'
import type { TimeScale } from './timeScale'
import { t } from '../words/words'

/** How long a stinger has been left alone before every frame of it is looked at, ms. */
const REST_MS = 1200

/** Of a stinger: the frames in which it hides everything, and the one to cut at; or that none does. Found by painting, once it is left alone. */
export function CoverMarks({ scale }: { scale: TimeScale }) {
  const isStinger = useDocument((s) => s.graphic?.kind === 'stinger')
  return isStinger ? <Marks scale={scale} /> : null
}

function Marks({ scale }: { scale: TimeScale }) {
  const { graphic: id } = useParams()
  const graphic = useDocument((s) => s.graphic)
  const [looked, setLooked] = useState(0)
  useEffect(() => {
    const timer = window.setTimeout(() => setLooked((n) => n + 1), REST_MS)
    return () => window.clearTimeout(timer)
  }, [graphic])
  const report = useQuery({
    queryKey: ['cover', id, looked],
    queryFn: ({ signal }) => data(api.GET('/api/graphics/{id}/report', { params: { path: { id: id! }, query: {} }, signal })),
    enabled: looked > 0,
    placeholderData: (before) => before,
  }).data
  if (!report) return null
  const cover = report.cover
  if (!cover)
    return (
      <Box role="note" position="absolute" right="6px" top="26px" fontSize="12px" color="bad" pointerEvents="none">
        {t('No frame hides everything')}
      </Box>
    )
  const says = t('Hides everything from frame {from} to {to}; cut at {cut}', { from: cover.from, to: cover.to, cut: cover.cut })
  return (
    <>
      <Box
        role="img"
        aria-label={says}
        title={says}
        position="absolute"
        top="20px"
        h="4px"
        bg="ink"
        style={{ left: scale.x(cover.from), width: Math.max(2, scale.x(cover.to + 1) - scale.x(cover.from)) }}
      />
      <Box
        position="absolute"
        top="1px"
        fontSize="12px"
        lineHeight="14px"
        px="4px"
        borderRadius="3px"
        bg="ink"
        color="panel"
        whiteSpace="nowrap"
        pointerEvents="none"
        style={{ left: scale.x(cover.cut + 0.5), transform: 'translateX(-50%)' }}
      >
        {t('Cut {cut}', { cut: cover.cut })}
      </Box>
    </>
  )
}
