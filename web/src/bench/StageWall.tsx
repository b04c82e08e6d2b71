import { Box } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { rateOf } from '../time/timecode'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useView } from '../stores/viewStore'

const colours = { black: '#000000', white: '#FFFFFF', grey: '#808080' }

/** What the preview shows behind the graphic. It is part of the page, not of the picture, so it cannot get into a file. */
export function StageWall() {
  const { wall, wallColour } = usePick(useView, 'wall', 'wallColour')
  if (wall === 'footage') return <Footage />
  if (wall === 'checker') return <Box className="checker" position="absolute" inset="0" />
  return <Box position="absolute" inset="0" style={{ background: wall === 'colour' ? wallColour : colours[wall] }} />
}

/** The demo's meadow, running with the playhead. */
function Footage() {
  const video = useRef<HTMLVideoElement>(null)
  const { playing, frame } = usePick(usePlayback, 'playing', 'frame')
  const { graphic } = usePick(useDocument, 'graphic')
  useEffect(() => {
    const v = video.current!
    if (playing) void v.play().catch(() => undefined)
    else v.pause()
  }, [playing])
  useEffect(() => {
    const v = video.current!
    if (!playing && graphic && v.duration > 0) v.currentTime = (frame / rateOf(graphic.rate)) % v.duration
  }, [frame, playing, graphic])
  return (
    <video
      ref={video}
      src="/api/footage"
      muted
      loop
      playsInline
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', objectFit: 'cover' }}
    />
  )
}
