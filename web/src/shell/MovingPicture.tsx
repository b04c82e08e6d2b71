import { Box } from '@chakra-ui/react'
import './moving.css'

/** Moments in a strip, as the server paints them side by side (StripPicture.cs). */
export const MOMENTS = 24

/** A strip of moments shown one after the other. Where motion is not wanted, one of them stands. */
export function MovingPicture({
  src,
  height,
  ratio = 16 / 9,
  checker = false,
}: {
  src: string
  height: number
  ratio?: number
  checker?: boolean
}) {
  return (
    <Box className={checker ? 'checker' : undefined} display="grid" placeItems="center" h={`${height}px`} overflow="hidden" aria-hidden>
      <span
        className="moving"
        style={{
          height: ratio >= 16 / 9 ? undefined : height,
          width: ratio >= 16 / 9 ? '100%' : height * ratio,
          aspectRatio: ratio,
          backgroundImage: `url(${src})`,
          backgroundSize: `${MOMENTS * 100}% 100%`,
        }}
      />
    </Box>
  )
}
