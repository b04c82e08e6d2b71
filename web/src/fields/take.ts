import type { Schemas } from '../api/client'
import type { Take } from '../live/core.gen'

export type DeskView = Schemas['DeskView']
export type FieldFacts = Schemas['FieldFacts']

/** What an editor has made of a graphic so far. Only what differs from the graphic itself is in it. */
export type Filled = Take & { values: Record<string, string> }

export const blank: Filled = { values: {} }

/** Words in a link that are no names of fields begin so. */
const OWN = '.'

/** A take as the words of a link. */
export function toSearch(take: Filled): URLSearchParams {
  const search = new URLSearchParams()
  for (const [name, value] of Object.entries(take.values)) search.set(name.startsWith(OWN) ? OWN + name : name, value)
  if (take.colourway) search.set('.colourway', take.colourway)
  if (take.hold !== undefined) search.set('.hold', String(take.hold))
  if (take.name) search.set('.name', take.name)
  return search
}

/** The take that a link speaks of; fields that the graphic does not have are told. */
export function fromSearch(search: URLSearchParams, fields: { name: string }[]): { take: Filled; unknown: string[] } {
  const take: Filled = { values: {} }
  const unknown: string[] = []
  for (const [key, value] of search) {
    if (key === '.colourway') take.colourway = value
    else if (key === '.hold' && /^\d+$/.test(value)) take.hold = Number(value)
    else if (key === '.name') take.name = value
    else {
      const wanted = (key.startsWith(OWN + OWN) ? key.slice(1) : key).toLowerCase()
      const field = fields.find((f) => f.name.toLowerCase() === wanted)
      if (field) take.values[field.name] = value
      else unknown.push(key)
    }
  }
  return { take, unknown }
}

/** The take with a field filled; what the graphic says itself is not in it. */
export function filled(take: Filled, field: FieldFacts, value: string): Filled {
  const others = Object.entries(take.values).filter(([name]) => name !== field.name)
  return { ...take, values: Object.fromEntries(value === field.default ? others : [...others, [field.name, value]]) }
}

/** What a field is: what was filled in, or what the graphic says. */
export const valueOf = (take: Filled, field: FieldFacts) => take.values[field.name] ?? field.default

/** The take as it is sent: only with what it has. */
export function plain(take: Filled): Take {
  const used = new Set(Object.values(take.values))
  const pictures = Object.fromEntries(Object.entries(take.pictures ?? {}).filter(([hash]) => used.has(hash)))
  return { ...take, pictures: Object.keys(pictures).length > 0 ? pictures : undefined }
}

/** What a take is called while nobody has named it: its first words that were filled in. */
export function nameOf(take: Filled, fields: FieldFacts[]): string {
  if (take.name) return take.name
  const words = fields.find((f) => f.kind === 'text' && take.values[f.name]?.trim())
  return words ? take.values[words.name]!.replace(/\s+/g, ' ').trim().slice(0, 60) : ''
}

/** Fields under the names of their groups, in their order; those of no group first. */
export function grouped(fields: FieldFacts[]): [group: string, fields: FieldFacts[]][] {
  const groups = new Map<string, FieldFacts[]>([['', []]])
  for (const f of fields) groups.set(f.group ?? '', [...(groups.get(f.group ?? '') ?? []), f])
  return [...groups].filter(([, list]) => list.length > 0)
}
