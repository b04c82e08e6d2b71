import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, data } from '../api/client'

/** Where in the file each still begins, and how many frames there are. */
export function placesOf(times: number[]): { starts: number[]; frames: number } {
  const starts: number[] = []
  let frames = 0
  for (const n of times) {
    starts.push(frames)
    frames += n
  }
  return { starts, frames }
}

/** The still that is shown at a frame. */
export function stillAt(starts: number[], frame: number): number {
  let low = 0
  let high = starts.length - 1
  while (low < high) {
    const mid = Math.ceil((low + high) / 2)
    if (starts[mid]! <= frame) low = mid
    else high = mid - 1
  }
  return low
}

const AT_ONCE = 4

/** The stills of a delivered file as it was decoded; they come one by one, those that are nearest to the playhead first. */
export function useStills(handoff: string, frame: number) {
  const found = useQuery({
    queryKey: ['frames', handoff],
    queryFn: () => data(api.GET('/api/handoffs/{id}/frames', { params: { path: { id: handoff } } })),
    staleTime: Infinity,
  })
  const times = found.data?.times
  const [here, setHere] = useState<Record<number, ImageBitmap>>({})
  const nearest = useRef(frame)
  useEffect(() => {
    nearest.current = frame
  }, [frame])
  useEffect(() => {
    if (!times) return
    let left = false
    const { starts } = placesOf(times)
    const open = new Set(starts.keys())
    const load = async () => {
      while (open.size > 0 && !left) {
        const now = stillAt(starts, nearest.current)
        const next = [...open].reduce((a, b) => (Math.abs(b - now) < Math.abs(a - now) ? b : a))
        open.delete(next)
        const picture = await fetch(`/api/handoffs/${handoff}/frames/${next}`)
          .then((r) => r.blob())
          .then(createImageBitmap)
          .catch(() => null)
        if (picture && !left) setHere((all) => ({ ...all, [next]: picture }))
      }
    }
    for (let i = 0; i < AT_ONCE; i++) void load()
    return () => {
      left = true
    }
  }, [times, handoff])
  return { times, stills: here, width: found.data?.width ?? 16, height: found.data?.height ?? 9, failed: found.isError }
}
