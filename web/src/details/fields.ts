import type { Field } from '../live/core.gen'
import { useDocument } from '../stores/documentStore'

/** Which kinds of value a person can fill in. */
export const fillable = ['text', 'number', 'point', 'size', 'box', 'corners', 'colour', 'paint', 'choice', 'flag', 'picture', 'sound']

export const fieldsOf = (fields: Field[] | undefined, layer: string, address?: string): Field[] =>
  (fields ?? []).filter((f) => f.fills.some((t) => t.layer === layer && (address === undefined || t.address === address)))

/** Longest name of a field, as the core has it. */
const MOST_NAME = 60

/** A name that no field has yet; one that is too long is cut, and its number is not. */
export function freeName(fields: Field[] | undefined, wanted: string): string {
  const taken = new Set((fields ?? []).map((f) => f.name.toLowerCase()))
  for (let n = 1; ; n++) {
    const number = n === 1 ? '' : ` ${n}`
    const name = wanted.slice(0, MOST_NAME - number.length).trimEnd() + number
    if (!taken.has(name.toLowerCase())) return name
  }
}

/** Makes a value a field; one that is a field is none afterwards. */
export async function toggleField(layer: string, address: string, label: string, isMain: boolean) {
  const { graphic, edit } = useDocument.getState()
  const known = fieldsOf(graphic?.fields, layer, address)[0]
  if (known) {
    const fills = known.fills.filter((t) => t.layer !== layer || t.address !== address)
    return edit(
      fills.length > 0 ? { do: 'setField', field: { ...known, fills }, was: known.name } : { do: 'removeField', name: known.name },
    )
  }
  const name = graphic?.layers.find((l) => l.id === layer)?.name ?? label
  return edit({
    do: 'setField',
    field: { name: freeName(graphic?.fields, isMain ? name : `${name}: ${label.toLowerCase()}`), fills: [{ layer, address }] },
  })
}
