// Printed from the core's kinds of content by ./hang generate. Do not edit.

import type { Content } from './core.gen'

/** What may be asked of a kind of content, so that nobody names one. */
export interface KindFacts {
  /** It is set in type. */
  words: boolean
  heard: boolean
  /** It shows another graphic. */
  places: boolean
  /** The value whose points are dragged on the stage. */
  dotted: string | null
  isGroup: boolean
  isLight: boolean
  /** Where it stands on the stage. */
  stands: 'box' | 'point' | 'nowhere'
  /** What is drawn in its strip of the timeline. */
  strip: 'plain' | 'wave' | 'phases'
  /** What becomes of that which is added while it is selected. */
  gathers: 'nobody' | 'hung' | 'members'
}

export const kinds: Record<Content['kind'], KindFacts> = {
  chart: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  combination: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  counter: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  ellipse: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  group: { words: false, heard: false, places: false, dotted: null, isGroup: true, isLight: false, stands: 'box', strip: 'plain', gathers: 'members' },
  hook: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'point', strip: 'plain', gathers: 'hung' },
  lamp: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: true, stands: 'point', strip: 'plain', gathers: 'nobody' },
  line: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  path: { words: false, heard: false, places: false, dotted: 'points', isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  picture: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  placed: { words: false, heard: false, places: true, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'phases', gathers: 'nobody' },
  plate: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  ring: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  roll: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  sound: { words: false, heard: true, places: false, dotted: null, isGroup: false, isLight: false, stands: 'nowhere', strip: 'wave', gathers: 'nobody' },
  star: { words: false, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
  type: { words: true, heard: false, places: false, dotted: null, isGroup: false, isLight: false, stands: 'box', strip: 'plain', gathers: 'nobody' },
}
