import { useQuery } from '@tanstack/react-query'

const FINEST = 16
const COARSEST = FINEST << 14

/** How many samples one pair of an outline stands for, so that none is wider than a pixel where that is possible. */
export function everyFor(samplesPerPixel: number): number {
  const power = Math.floor(Math.log2(Math.max(1, samplesPerPixel / FINEST)))
  return Math.min(COARSEST, FINEST << Math.max(0, power))
}

/** An outline, and how many samples each of its pairs stands for. */
export interface Outline {
  pairs: Int8Array
  every: number
}

/** Lowest and highest value of an outline within a stretch of samples, -1..1. */
export function extent({ pairs, every }: Outline, from: number, to: number): [number, number] {
  const first = Math.max(0, Math.floor(from / every))
  const last = Math.min(pairs.length / 2 - 1, Math.max(first, Math.ceil(to / every) - 1))
  let low = 0
  let high = 0
  for (let i = first; i <= last; i++) {
    low = Math.min(low, pairs[2 * i]!)
    high = Math.max(high, pairs[2 * i + 1]!)
  }
  return [low / 127, high / 127]
}

/** The outline of what is heard under a key; while a new one is fetched, the one before; undefined before the first. */
export function useOutline(key: string | undefined, every: number): Outline | undefined {
  const { data } = useQuery({
    queryKey: ['waveform', key, every],
    enabled: key !== undefined,
    staleTime: Infinity,
    placeholderData: (before: Outline | undefined) => before,
    queryFn: async (): Promise<Outline> => {
      const answer = await fetch(`/api/heard/${key}/waveform?every=${every}`)
      if (!answer.ok) throw new Error('The outline is not there.')
      return { pairs: new Int8Array(await answer.arrayBuffer()), every }
    },
  })
  return key === undefined ? undefined : data
}
