import { Flex } from '@chakra-ui/react'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { PersonDot } from '../signin/PersonButton'
import { corners, placeOf } from '../acts/picking'
import { t } from '../words/words'

/** Who else has this graphic open. */
export function OthersHere() {
  const { people } = usePick(useDocument, 'people')
  if (people.length === 0) return null
  return (
    <Flex gap="3px" role="group" aria-label={t('Others who are here')}>
      {people.map((p) => (
        <PersonDot key={p.id} name={p.name} colour={p.colour} title={t('{name} is here', { name: p.name })} />
      ))}
    </Flex>
  )
}

/** What the others have selected, framed in their colours on the stage. */
export function OthersChoices({ scale }: { scale: number }) {
  const { people, program, graphic, painted } = usePick(useDocument, 'people', 'program', 'graphic', 'painted')
  const frame = usePlayback((s) => (s.playing ? -1 : s.frame))
  void painted
  if (!program || !graphic || frame < 0) return null
  return (
    <g pointerEvents="none">
      {people.flatMap((p) =>
        p.layers.map((id) => {
          const place = placeOf(program, id, frame)
          if (!place || !graphic.layers.some((l) => l.id === id)) return null
          const c = corners(place).map((q) => `${q.x * scale},${q.y * scale}`)
          const [x, y] = c[0]!.split(',').map(Number)
          return (
            <g key={`${p.id} ${id}`}>
              <polygon points={c.join(' ')} fill="none" stroke={p.colour} strokeWidth={1.5} strokeDasharray="5 3" />
              <text x={x} y={y! - 4} fontSize={12} fill={p.colour} stroke="white" strokeWidth={3} paintOrder="stroke">
                {p.name}
              </text>
            </g>
          )
        }),
      )}
    </g>
  )
}
