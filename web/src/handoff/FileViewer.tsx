import { Box, Button, Flex, Slider, Text } from '@chakra-ui/react'
import { Pause, Play, SkipBack, SkipForward } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { Schemas } from '../api/client'
import { Choice, Tool } from '../shell/controls'
import { rateOf, timecode } from '../time/timecode'
import { placesOf, stillAt, useStills } from './useStills'
import { t } from '../words/words'

const walls = [
  { value: 'footage', label: t('Over footage') },
  { value: 'checker', label: t('Over a checkerboard') },
  { value: '#000000', label: t('Over black') },
  { value: '#FFFFFF', label: t('Over white') },
  { value: '#808080', label: t('Over grey') },
  { value: '#00B140', label: t('Over green') },
]

const views = [
  { id: 'file', name: t('The file') },
  { id: 'meant', name: t('What was meant') },
  { id: 'difference', name: t('Difference × 16') },
] as const

/** The library names each thumb of a slider. */
const sliderName = { 'aria-label': [t('Frame of the file')] }

type View = (typeof views)[number]['id']

/** The delivered file itself, decoded again, played over walls, beside what was meant and as the difference of both, frame by frame. */
export function FileViewer({ handoff, rate }: { handoff: Schemas['HandoffView']; rate: string }) {
  const [frame, setFrame] = useState(0)
  const [playing, setPlaying] = useState(false)
  const [wall, setWall] = useState('footage')
  const [view, setView] = useState<View>('file')
  const { times, stills, width, height, failed } = useStills(handoff.id, frame)
  const { starts, frames } = placesOf(times ?? [])
  const still = times ? stillAt(starts, frame) : 0
  useRunning(playing, frames, rateOf(rate), setFrame)
  const go = (to: number) => {
    setPlaying(false)
    setFrame(Math.max(0, Math.min(frames - 1, to)))
  }
  if (failed) return <Text color="bad">{t('The file could not be decoded. Hand it off again.')}</Text>
  if (!times) return <Text color="soft">{t('Decoding the file …')}</Text>
  return (
    <Box mt="10px" aria-label={t('Look at {fileName}', { fileName: handoff.fileName })} role="group">
      <Box
        position="relative"
        borderRadius="6px"
        overflow="hidden"
        border="1px solid"
        borderColor="line"
        style={{ aspectRatio: `${width} / ${height}` }}
        className={wall === 'checker' ? 'checker' : undefined}
        bg={view === 'difference' ? '#000000' : wall.startsWith('#') ? wall : undefined}
      >
        {wall === 'footage' && view !== 'difference' && (
          <video
            src="/api/footage"
            muted
            loop
            autoPlay
            playsInline
            style={{ position: 'absolute', width: '100%', height: '100%', objectFit: 'cover' }}
          />
        )}
        <Picture
          view={view}
          found={stills[still] ?? null}
          meant={`/api/handoffs/${handoff.id}/meant/${still}`}
          width={width}
          height={height}
        />
      </Box>
      <Flex align="center" gap="6px" mt="6px">
        <Tool label={t('First frame')} onClick={() => go(0)}>
          <SkipBack size={14} />
        </Tool>
        <Tool label={playing ? t('Stop the file') : t('Play the file')} onClick={() => setPlaying(!playing)}>
          {playing ? <Pause size={14} /> : <Play size={14} />}
        </Tool>
        <Tool label={t('Last frame')} onClick={() => go(frames - 1)}>
          <SkipForward size={14} />
        </Tool>
        <Slider.Root
          {...sliderName}
          size="sm"
          flex="1"
          min={0}
          max={Math.max(1, frames - 1)}
          value={[frame]}
          onValueChange={(e) => go(e.value[0]!)}
        >
          <Slider.Control>
            <Slider.Track>
              <Slider.Range bg="accent" />
            </Slider.Track>
            <Slider.Thumbs />
          </Slider.Control>
        </Slider.Root>
        <Text fontSize="12px" w="150px" textAlign="right" fontVariantNumeric="tabular-nums" data-testid="file-frame">
          {frame} · {timecode(frame, rate)}
        </Text>
      </Flex>
      <Flex align="center" gap="6px" mt="6px">
        {views.map((v) => (
          <Button
            key={v.id}
            size="xs"
            variant="outline"
            borderColor={v.id === view ? 'accent' : 'line'}
            bg={v.id === view ? 'chosen' : 'transparent'}
            aria-pressed={v.id === view}
            onClick={() => {
              setView(v.id)
              if (v.id !== 'file') setPlaying(false)
            }}
          >
            {v.name}
          </Button>
        ))}
        <Box w="190px" ml="auto">
          <Choice label={t('What it lies over')} options={walls} value={wall} onChange={(e) => setWall(e.target.value)} />
        </Box>
      </Flex>
    </Box>
  )
}

/** Runs the playhead at the file's own rate; it keeps time also where a still is late. */
function useRunning(playing: boolean, frames: number, rate: number, setFrame: (next: (frame: number) => number) => void) {
  const moved = useRef(setFrame)
  useEffect(() => {
    moved.current = setFrame
  }, [setFrame])
  useEffect(() => {
    if (!playing || frames === 0) return
    let begun = 0
    let from = -1
    let asked = requestAnimationFrame(function step(now) {
      if (begun === 0) begun = now
      moved.current((frame) => {
        if (from < 0) from = frame
        return (from + Math.floor(((now - begun) / 1000) * rate)) % frames
      })
      asked = requestAnimationFrame(step)
    })
    return () => cancelAnimationFrame(asked)
  }, [playing, frames, rate])
}

interface PictureProps {
  view: View
  found: ImageBitmap | null
  /** Address of the still as it was meant. */
  meant: string
  width: number
  height: number
}

function Picture({ view, found, meant, width, height }: PictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    let left = false
    const draw = async () => {
      const should = view === 'file' ? null : await bitmapOf(meant)
      const context = canvas.current?.getContext('2d')
      if (left || !context) return
      context.globalCompositeOperation = 'copy'
      context.filter = 'none'
      const first = view === 'file' ? found : should
      if (!first) return context.clearRect(0, 0, width, height)
      if (view === 'difference') {
        context.globalCompositeOperation = 'source-over'
        context.fillStyle = '#000000'
        context.fillRect(0, 0, width, height)
        context.drawImage(first, 0, 0)
        context.globalCompositeOperation = 'difference'
        if (found) context.drawImage(found, 0, 0)
        context.globalCompositeOperation = 'copy'
        context.filter = 'brightness(16)'
        context.drawImage(canvas.current!, 0, 0)
        context.filter = 'none'
      } else context.drawImage(first, 0, 0)
    }
    void draw()
    return () => {
      left = true
    }
  }, [view, found, meant, width, height])
  return <canvas ref={canvas} width={width} height={height} style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }} />
}

async function bitmapOf(address: string): Promise<ImageBitmap | null> {
  return fetch(address)
    .then((r) => r.blob())
    .then(createImageBitmap)
    .catch(() => null)
}
