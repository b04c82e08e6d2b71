import type { Schemas } from '../api/client'
import type { Layer } from '../live/document'
import { said, t } from '../words/words'

/** A value of a layer, and where it is. */
export interface Placed {
  address: string
  info: Schemas['ValueInfo']
  /** The title of the effect or mask that has it. */
  effect?: string
}

/** The values that a layer itself and its content have, in the order in which they are shown. */
export function ownValues(layer: Layer, choices: Schemas['Choices']): Placed[] {
  const content = choices.contents.find((c) => c.name === layer.content.kind)
  const own = choices.layerValues.filter((v) => content?.ofLayer.includes(v.name))
  return [...(content?.values ?? []), ...own].map((info) => ({ address: info.name, info }))
}

/** The values of a layer's effects and masks. */
export function partValues(layer: Layer, choices: Schemas['Choices']): Placed[] {
  return (['effects', 'masks'] as const).flatMap((list) =>
    (layer[list] ?? []).flatMap((part) => {
      const kind = choices[list].find((k) => k.name === part.kind)
      const title = list === 'masks' ? t('{title} mask', { title: kind?.title }) : (kind?.title ?? '')
      return (kind?.values ?? []).map((info) => ({ address: `${list}/${part.id}/${info.name}`, info, effect: title }))
    }),
  )
}

/** Everything of a layer that can be keyed. */
export const keyableValues = (layer: Layer, choices: Schemas['Choices']): Placed[] =>
  [...ownValues(layer, choices), ...partValues(layer, choices)].filter((v) => v.info.keyable)

/** As people name it: "Opacity", "Blur: radius". */
export const labelOf = ({ info, effect }: Placed): string => (effect ? `${effect}: ${info.label.toLowerCase()}` : info.label)

/** The unit of the numbers as they are shown. */
export function unitOf({ unit, factor }: Schemas['ValueInfo']): string {
  if (factor !== 100) return said(unit)
  return unit.startsWith('of ') ? `% ${said(unit)}` : '%'
}

/** What stands before a number's field. */
export const signOf = (info: Schemas['ValueInfo'], part: number): string =>
  info.signs[part] ? said(info.signs[part]) : (info.components[part]?.[0]?.toUpperCase() ?? '')
