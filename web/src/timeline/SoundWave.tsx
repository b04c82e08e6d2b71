import { Box } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { useDocument } from '../stores/documentStore'
import { rateOf } from '../time/timecode'
import { SAMPLE_RATE } from '../sound/samples'
import { useSounds } from '../stores/soundStore'
import { everyFor, extent, useOutline } from '../sound/waveforms'
import type { TimeScale } from './timeScale'

/** What is heard of a layer, as its outline over time, gain and fades included; a line where a beat is. Heights are roots of levels, so that what is soft is seen too. */
export function SoundWave({ id, scale }: { id: string; scale: TimeScale }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const rate = useDocument((s) => rateOf(s.graphic!.rate))
  const key = useSounds((s) => s.sounding?.layers.find((l) => l.id === id)?.key)
  const beats = useSounds((s) => s.sounding?.beats)
  const perFrame = SAMPLE_RATE / rate
  const every = everyFor(perFrame / scale.perFrame)
  const outline = useOutline(key, every)
  useEffect(() => {
    const c = canvas.current
    if (!c) return
    const k = window.devicePixelRatio
    const [width, height] = [Math.round(c.clientWidth * k), Math.round(c.clientHeight * k)]
    c.width = width
    c.height = height
    const g = c.getContext('2d')!
    const style = getComputedStyle(c)
    if (outline) {
      g.fillStyle = style.color
      for (let x = 0; x < width; x++) {
        const from = scale.moment(x / k) * perFrame
        const to = scale.moment((x + 1) / k) * perFrame
        if (to <= 0 || from >= scale.total * perFrame) continue
        const [low, high] = extent(outline, Math.max(0, from), to)
        const [top, bottom] = [((1 - Math.sqrt(high)) / 2) * height, ((1 + Math.sqrt(-low)) / 2) * height]
        if (high > low) g.fillRect(x, top, 1, Math.max(1, bottom - top))
      }
    }
    g.fillStyle = style.outlineColor
    for (const beat of beats ?? []) {
      const x = scale.x(beat) * k
      if (x >= 0 && x <= width) g.fillRect(Math.round(x), 0, Math.max(1, Math.round(k)), height * 0.22)
    }
  }, [outline, scale, perFrame, beats])
  return (
    <Box asChild position="absolute" top="1px" left="0" w="100%" h="28px" color="wave" outlineColor="ink" pointerEvents="none">
      <canvas ref={canvas} data-testid="waveform" data-every={outline?.every} data-pairs={(outline?.pairs.length ?? 0) / 2} />
    </Box>
  )
}
