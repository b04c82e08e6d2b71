import type { Edit } from './core.gen'

/** Some edits as one, so that one undo takes them back. */
export const several = (edits: Edit[]): Edit => (edits.length === 1 ? edits[0]! : { do: 'several', edits })
