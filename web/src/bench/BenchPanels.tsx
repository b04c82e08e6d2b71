import { Box, Splitter } from '@chakra-ui/react'
import { useState, type ReactNode } from 'react'
import { t } from '../words/words'

const HEIGHTS = 'hang.bench.heights'
const WIDTHS = 'hang.bench.widths'

/** Stage, details and timeline, with edges to drag between them. How large each is stays for this browser. */
export function BenchPanels({ stage, details, timeline }: { stage: ReactNode; details: ReactNode; timeline: ReactNode }) {
  const [heights] = useState(() => kept(HEIGHTS) ?? sharing(262, window.innerHeight - 44))
  const [widths] = useState(() => kept(WIDTHS) ?? sharing(300, window.innerWidth))
  return (
    <Splitter.Root
      flex="1"
      minH="0"
      orientation="vertical"
      panels={[
        { id: 'work', minSize: '180px' },
        { id: 'timeline', minSize: '120px', resizeBehavior: 'preserve-pixel-size' },
      ]}
      defaultSize={heights}
      onResizeEnd={(e) => keep(HEIGHTS, e.size)}
    >
      <Splitter.Panel id="work" minH="0">
        <Splitter.Root
          panels={[
            { id: 'stage', minSize: '320px' },
            { id: 'details', minSize: '240px', maxSize: '520px', resizeBehavior: 'preserve-pixel-size' },
          ]}
          defaultSize={widths}
          onResizeEnd={(e) => keep(WIDTHS, e.size)}
        >
          <Splitter.Panel id="stage" minW="0">
            <Box as="main" h="100%" minW="0" aria-label={t('Stage and its wall')}>
              {stage}
            </Box>
          </Splitter.Panel>
          <Edge id="stage:details" label={t('Width of the details')} />
          <Splitter.Panel id="details" bg="panel">
            {/* A panel hides what hangs out of it; what is in it scrolls. */}
            <Box h="100%" overflowY="auto" tabIndex={-1}>
              {details}
            </Box>
          </Splitter.Panel>
        </Splitter.Root>
      </Splitter.Panel>
      <Edge id="work:timeline" label={t('Height of the timeline')} />
      <Splitter.Panel id="timeline" bg="panel" minH="0">
        {timeline}
      </Splitter.Panel>
    </Splitter.Root>
  )
}

function Edge({ id, label }: { id: 'stage:details' | 'work:timeline'; label: string }) {
  return (
    <Box as="section" aria-label={label} display="contents">
      <Splitter.ResizeTrigger
        id={id}
        aria-label={label}
        // Beside the panels, not over them: what lies at their ends stays within reach.
        css={{ '--splitter-thumb-size': '5px', bg: 'panel', _horizontal: { marginInline: 0 }, _vertical: { marginBlock: 0 } }}
      >
        <Splitter.ResizeTriggerSeparator />
      </Splitter.ResizeTrigger>
    </Box>
  )
}

/** Hundredths for what comes first and for what takes so many pixels of all. */
function sharing(pixels: number, all: number): [number, number] {
  const share = Math.max(10, Math.min(90, (100 * pixels) / all))
  return [100 - share, share]
}

/** Sizes in hundredths, as the browser keeps them; undefined when there are none, or none that make sense. */
function kept(name: string): number[] | undefined {
  try {
    const sizes = JSON.parse(localStorage.getItem(name) ?? '') as unknown
    return Array.isArray(sizes) && sizes.length === 2 && sizes.every((s) => typeof s === 'number' && s > 0 && s < 100) ? sizes : undefined
  } catch {
    return undefined
  }
}

function keep(name: string, sizes: number[]) {
  localStorage.setItem(name, JSON.stringify(sizes))
}
