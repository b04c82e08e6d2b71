import { Box } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { rateOf } from '../time/timecode'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useView } from '../stores/viewStore'
import { t } from '../words/words'

const colours = { black: '#000000', white: '#FFFFFF', grey: '#808080' }

const whole = { position: 'absolute', inset: 0, width: '100%', height: '100%', objectFit: 'cover' } as const

/** What the preview shows behind the graphic. It is part of the page, not of the picture, so it cannot get into a file. */
export function StageWall() {
  const { wall, wallColour, footage } = usePick(useView, 'wall', 'wallColour', 'footage')
  if (wall === 'footage')
    return footage?.isStill ? <img src={footage.url} alt="" style={whole} /> : <Clip url={footage?.url ?? '/api/footage'} />
  if (wall === 'checker') return <Box className="checker" position="absolute" inset="0" />
  return <Box position="absolute" inset="0" style={{ background: wall === 'colour' ? wallColour : colours[wall] }} />
}

/** A clip, running with the playhead. */
function Clip({ url }: { url: string }) {
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
      src={url}
      muted
      loop
      playsInline
      style={whole}
      onError={() => {
        const { footage, setFootage } = useView.getState()
        if (footage?.url !== url) return
        setFootage(null)
        useDocument.getState().refuse({
          message: t('This browser cannot show {name}.', { name: footage.name }),
          remedy: t('Use an MP4, a WebM or a picture; it is only for looking.'),
        })
      }}
    />
  )
}
