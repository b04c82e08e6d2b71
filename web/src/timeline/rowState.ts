import { create } from 'zustand'

/** How a layer's row on the timeline is shown. */
interface RowState {
  /** Whether its values are shown; null: when it is the only one selected. */
  opened: boolean | null
  /** Whether all its values are shown, or only those in use. */
  all: boolean
  /** The address whose shape is shown large. */
  shaped: string | null
  /** Of a group: whether its members' rows are put away. */
  collapsed: boolean
}

const fresh: RowState = { opened: null, all: false, shaped: null, collapsed: false }

interface Rows {
  rows: Record<string, RowState>
  change: (layer: string, part: Partial<RowState>) => void
  /** The layer whose name is being typed in its row. */
  renaming: string | null
  rename: (layer: string | null) => void
}

/** Rows come and go with scrolling; how they are shown stays. */
export const useRows = create<Rows>((set) => ({
  rows: {},
  renaming: null,
  rename: (renaming) => set({ renaming }),
  change: (layer, part) => set((s) => ({ rows: { ...s.rows, [layer]: { ...(s.rows[layer] ?? fresh), ...part } } })),
}))

export const useRow = (layer: string): RowState => useRows((s) => s.rows[layer] ?? fresh)
