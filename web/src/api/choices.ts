import { queryOptions } from '@tanstack/react-query'
import { said } from '../words/words'
import { api, data } from './client'

/** An answer with those of its texts that people read in the language that is spoken here: they never change, so the catalogue has them whole. */
function worded<T>(answer: T, read: string[]): T {
  const put = (name: string, of: unknown): unknown => (typeof of === 'string' && read.includes(name) ? said(of) : worded(of, read))
  if (Array.isArray(answer)) return answer.map((item: unknown) => worded(item, read)) as T
  if (answer === null || typeof answer !== 'object') return answer
  return Object.fromEntries(Object.entries(answer).map(([name, of]) => [name, put(name, of)])) as T
}

/** Fonts, feels, kinds of content and effects, rates: what does not change while the server runs. */
export const choicesQuery = queryOptions({
  queryKey: ['choices'],
  queryFn: async () => {
    const { feels, ...choices } = await data(api.GET('/api/choices'))
    return { ...worded(choices, ['title', 'label', 'meaning']), feels: worded(feels, ['name']) }
  },
  staleTime: Infinity,
})

/** Where files go, and of what kinds they can be. */
export const kindsQuery = queryOptions({
  queryKey: ['kinds'],
  queryFn: async () => worded(await data(api.GET('/api/kinds')), ['name', 'note']),
  staleTime: Infinity,
})
