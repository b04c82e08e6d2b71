import type { Content, PathContent, PlacedGraphic, SoundContent, TypeContent } from './core.gen'
import type { Layer } from './document'
import { kinds, type KindFacts } from './kinds.gen'

/** What may be asked of a layer's content. */
export const factsOf = ({ content }: Layer): KindFacts => kinds[content.kind]

export const isGroup = (layer: Layer): boolean => factsOf(layer).isGroup

/** Contents with values of their own that the bench knows. */
export const isWords = (content: Content): content is TypeContent => kinds[content.kind].words
export const isHeard = (content: Content): content is SoundContent => kinds[content.kind].heard
export const isPlaced = (content: Content): content is PlacedGraphic => kinds[content.kind].places
export const isDotted = (content: Content): content is PathContent => kinds[content.kind].dotted !== null
