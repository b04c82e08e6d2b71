import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { api, data, type Schemas } from './client'

/** A family that type can be set in. */
export interface Family {
  name: string
  /** What it is like; of one that the package has, that it is its own. */
  character: string
  weights: readonly number[]
  features: readonly string[]
}

const keyOf = (graphic: string | undefined) => ['fonts', graphic]

/** The families that there are for the graphic that is open: those of its package, then those that ship. */
export function useFamilies(choices: Schemas['Choices']): Family[] {
  const { graphic } = useParams()
  const own = useQuery({
    queryKey: keyOf(graphic),
    enabled: graphic !== undefined,
    queryFn: () => data(api.GET('/api/graphics/{id}/fonts', { params: { path: { id: graphic! } } })),
  })
  const given = (own.data ?? []).map((f) => ({ ...f, character: f.carried ? 'own' : 'own; not in documents, as its maker wishes' }))
  return [...given, ...choices.fonts]
}

/** Looks again for what fonts the package has. */
export function useNewFonts() {
  const { graphic } = useParams()
  const queries = useQueryClient()
  return { graphic, again: () => queries.invalidateQueries({ queryKey: keyOf(graphic) }) }
}
