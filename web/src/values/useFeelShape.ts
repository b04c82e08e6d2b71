import { useQuery } from '@tanstack/react-query'
import { api, data } from '../api/client'

/** A feel's progress in value at even steps of time, from the core; undefined until it is here. */
export function useFeelShape(css: string): number[] | undefined {
  return useQuery({
    queryKey: ['feel', css],
    queryFn: () => data(api.GET('/api/feels', { params: { query: { css } } })),
    staleTime: Infinity,
  }).data
}
