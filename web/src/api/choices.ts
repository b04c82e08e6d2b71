import { queryOptions } from '@tanstack/react-query'
import { api, data } from './client'

/** Fonts, feels, kinds of content and effects, rates: what does not change while the server runs. */
export const choicesQuery = queryOptions({ queryKey: ['choices'], queryFn: () => data(api.GET('/api/choices')), staleTime: Infinity })
