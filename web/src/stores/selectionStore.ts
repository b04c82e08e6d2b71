import { create } from 'zustand'
import type { Graphic, KeyPlace } from '../live/document'

interface Selection {
  selection: string[]
  keys: KeyPlace[]
  /** The group whose members the pointer takes hold of; null: whole groups and layers in none. */
  entered: string | null
  /** The type layer whose words are written on the stage. */
  writing: string | null
  /** Something was selected since the last edit was sent: what that adds does not take its place. */
  chosenSince: boolean
  select: (layers: string[], keys?: KeyPlace[]) => void
  selectKeys: (keys: KeyPlace[]) => void
  enter: (group: string | null) => void
  write: (layer: string | null) => void
  /** An edit of mine is on its way. */
  sent: () => void
  /** Layers have come or gone: what I added is selected, what is gone is not. */
  follow: (before: Graphic | null, graphic: Graphic, mine: boolean) => void
  reset: () => void
}

/** What is selected, on stage and timeline together. */
export const useSelection = create<Selection>((set) => ({
  selection: [],
  keys: [],
  entered: null,
  writing: null,
  chosenSince: false,
  select: (selection, keys = []) => set({ selection, keys, chosenSince: true }),
  selectKeys: (keys) => set({ keys }),
  sent: () => set({ chosenSince: false }),
  enter: (entered) => set({ entered }),
  write: (writing) => set({ writing }),
  follow: (before, graphic, mine) =>
    set((s) => {
      const there = new Set(graphic.layers.map((l) => l.id))
      const known = new Set(before?.layers.map((l) => l.id) ?? there)
      const added = [...there].filter((id) => !known.has(id))
      const kept = <T>(list: T[], id: (item: T) => string) =>
        list.every((i) => there.has(id(i))) ? list : list.filter((i) => there.has(id(i)))
      const takes = added.length > 0 && mine && !s.chosenSince
      return {
        // What another window adds is not mine to select, and what I selected meanwhile stays so.
        selection: takes ? outermost(graphic, added) : kept(s.selection, (id) => id),
        entered: s.entered && there.has(s.entered) ? s.entered : null,
        writing: s.writing && there.has(s.writing) ? s.writing : null,
        // Delete takes what is seen to be selected: the layer that has just come, not keyframes of another.
        keys: takes ? [] : kept(s.keys, (k) => k.layer),
      }
    }),
  reset: () => set({ selection: [], keys: [], entered: null, writing: null, chosenSince: false }),
}))

/** Of layers that are new, those whose group is not new, too. */
function outermost(graphic: Graphic, added: string[]): string[] {
  const group = new Map(graphic.layers.map((l) => [l.id, l.group]))
  return added.filter((id) => !added.includes(group.get(id) ?? ''))
}
