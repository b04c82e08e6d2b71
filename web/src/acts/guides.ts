import type { GuideLines } from '../live/core.gen'
import { useDocument } from '../stores/documentStore'

/** Which guides: x of upright ones, y of level ones. */
export type Axis = 'upright' | 'level'

const none: { upright: readonly number[]; level: readonly number[] } = { upright: [], level: [] }

export const guidesOf = (guides: GuideLines | undefined) => guides ?? none

/** Moves a guide, adds one (index null), or takes one away (at null). */
export function setGuide(axis: Axis, index: number | null, at: number | null) {
  const { graphic, edit } = useDocument.getState()
  const guides = guidesOf(graphic?.guides)
  const lines = [...guides[axis]]
  if (index === null) lines.push(at!)
  else if (at === null) lines.splice(index, 1)
  else lines[index] = at
  return edit({ do: 'setGuides', upright: [...guides.upright], level: [...guides.level], [axis]: lines })
}
