import { queryOptions } from '@tanstack/react-query'
import { spoken } from '../words/spoken'
import { api, data } from './client'

/** Fonts, feels, kinds of content and effects, rates: what does not change while the server runs. */
export const choicesQuery = queryOptions({
  queryKey: ['choices'],
  queryFn: async () => {
    const choices = await data(api.GET('/api/choices'))
    return { ...choices, feels: spoken(choices.feels, ['name']) }
  },
  staleTime: Infinity,
})

/** Where files go, and of what kinds they can be. */
export const kindsQuery = queryOptions({
  queryKey: ['kinds'],
  queryFn: async () => spoken(await data(api.GET('/api/kinds')), ['name', 'note']),
  staleTime: Infinity,
})
