import type { Keyed, Keyframe, KeyPlace, Layer, PhaseLengths } from './core.gen'

export type { Content, Edit, Effect, Graphic, IdleMotion, Keyframe, KeyPlace, Layer, PhaseLengths, PieceStagger } from './core.gen'

/** Lists of parts that have values of their own: addresses into them begin with the list and the part's id. */
const LISTS = ['effects', 'masks'] as const

type PartList = (typeof LISTS)[number]

const isList = (word: string | undefined): word is PartList => LISTS.includes(word as PartList)

/** A value as documents write it; which one, its kind tells. */
export type PlainValue = number | string | boolean | number[] | Record<string, unknown> | unknown[]

/** A value over time as documents write it. */
export type Channel = Keyed<PlainValue>

/** CSS easing text of the change after a keyframe, for one component or for the first. */
export const feelOf = (key: Keyframe, part = 0): string => (Array.isArray(key.feel) ? key.feel[part]! : (key.feel ?? 'linear'))

export const totalFrames = (phases: PhaseLengths) => phases.arrive + phases.hold + phases.leave

const keyed = (value: unknown): value is { keys: Keyframe[] } =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && Array.isArray((value as { keys?: unknown }).keys)

/** The keyframes of a value; none when it is constant or not mentioned. */
export const keysIn = (channel: unknown): Keyframe[] => (keyed(channel) ? channel.keys : [])

/** What a layer says of an address, such as position, fill or effects/e1/radius. */
export function valueAt(layer: Layer, address: string): Channel | undefined {
  const [first, part, name] = address.split('/')
  const holder = (isList(first) ? layer[first]?.find((p) => p.id === part) : first! in layer.content ? layer.content : layer) as
    Record<string, unknown> | undefined
  return holder?.[name ?? first!] as Channel | undefined
}

export const keysOf = (layer: Layer, address: string): Keyframe[] => keysIn(valueAt(layer, address))

/** The addresses of a layer that are keyed, in the order of its document. */
export function keyedAddresses(layer: Layer): string[] {
  const of = (holder: object, head = '') => Object.entries(holder).flatMap(([name, value]) => (keyed(value) ? [head + name] : []))
  return [...of(layer), ...of(layer.content), ...LISTS.flatMap((list) => (layer[list] ?? []).flatMap((p) => of(p, `${list}/${p.id}/`)))]
}

/** Places of all keyframes of a layer. */
export const keyPlaces = (layer: Layer): KeyPlace[] =>
  keyedAddresses(layer).flatMap((address) => keysOf(layer, address).map((k) => ({ layer: layer.id, address, at: k.at })))

/** What a layer's position is given in: its hook or carrier, or else its group. */
export const carrierOf = (layer: Layer): string | undefined => layer.hangsFrom ?? layer.group
