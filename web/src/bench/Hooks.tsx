import { map } from '../geometry/affine'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { placeOf } from '../acts/picking'
import { factsOf } from '../live/kinds'

const ARM_PX = 9

/** The short rays of a lamp's sign. */
const rays = [45, 135, 225, 315].map((degrees) => (degrees * Math.PI) / 180)

/** Hooks and lamps on the stage: they show nothing in the picture, so a sign stands for each. */
export function Hooks({ scale }: { scale: number }) {
  const { graphic, program, painted } = usePick(useDocument, 'graphic', 'program', 'painted')
  const { frame } = usePick(usePlayback, 'frame')
  void painted
  return (
    <g pointerEvents="none">
      {graphic!.layers
        .filter((l) => factsOf(l).stands === 'point' && !l.hidden)
        .map((l) => {
          const place = placeOf(program!, l.id, frame)
          if (!place) return null
          const p = map(place.matrix, { x: 0, y: 0 })
          const [x, y] = [p.x * scale, p.y * scale]
          const lamp = factsOf(l).isLight
          const beams = rays.map((r) => `M${x + Math.cos(r) * 6} ${y + Math.sin(r) * 6} L${x + Math.cos(r) * 11} ${y + Math.sin(r) * 11}`)
          const cross = `M${x - ARM_PX} ${y} H${x + ARM_PX} M${x} ${y - ARM_PX} V${y + ARM_PX} ${lamp ? beams.join(' ') : ''}`
          return (
            <g key={l.id} data-testid={l.content.kind}>
              <path d={cross} stroke="white" strokeWidth={4} opacity={0.8} />
              <path d={cross} stroke="#17695E" strokeWidth={1.6} />
              <circle cx={x} cy={y} r={4} fill={lamp ? '#F2C230' : 'white'} stroke="#17695E" strokeWidth={1.6} />
            </g>
          )
        })}
    </g>
  )
}
