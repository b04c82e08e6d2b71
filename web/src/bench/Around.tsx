import { useQuery } from '@tanstack/react-query'
import { useSearchParams } from 'react-router'
import { api, data } from '../api/client'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useView } from '../stores/viewStore'

/** How long a picture of what stands around is taken for what it is now. */
const FRESH_MS = 5000

/** In which graphic this one is worked on as it is placed there, and by which layer; null: it is opened by itself. */
export function usePlacedIn(): { whole: string; layer: string } | null {
  const search = useSearchParams()[0]
  const [whole, layer] = [search.get('from'), search.get('layer')]
  return whole && layer ? { whole, layer } : null
}

/** What is painted behind or before a placed graphic in the one that it is in, where it stands there. While it plays, what was seen last stays. */
export function Around({ side, scale }: { side: 'behind' | 'before'; scale: number }) {
  const placed = usePlacedIn()
  const { around } = usePick(useView, 'around')
  const { frame, playing } = usePick(usePlayback, 'frame', 'playing')
  const isOpen = useDocument((s) => s.graphic !== null)
  const { data: view } = useQuery({
    queryKey: ['around', placed?.whole, placed?.layer, frame],
    queryFn: () =>
      data(
        api.GET('/api/graphics/{id}/around/{layer}', {
          params: { path: { id: placed!.whole, layer: placed!.layer }, query: { frame } },
        }),
      ),
    enabled: placed !== null && around && isOpen && !playing,
    placeholderData: (before) => before,
    staleTime: FRESH_MS,
    retry: false,
  })
  if (!placed || !around || !view) return null
  const place = new DOMMatrix(view.place).inverse()
  const onStage = new DOMMatrix().scaleSelf(scale).multiplySelf(place)
  return (
    <img
      src={view[side]}
      alt=""
      data-testid={`around-${side}`}
      style={{
        position: 'absolute',
        left: 0,
        top: 0,
        width: view.width,
        height: view.height,
        maxWidth: 'none',
        transformOrigin: '0 0',
        transform: onStage.toString(),
        pointerEvents: 'none',
      }}
    />
  )
}
