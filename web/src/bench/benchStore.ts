import { create } from 'zustand'
import { useShallow } from 'zustand/react/shallow'
import type { Graphic, KeyPlace, Layer } from '../live/document'
import { totalFrames } from '../live/document'
import { LiveConnection, type LayerReading } from '../live/connection'
import type { Edit } from '../live/edits'
import type { Patch, Refusal } from '../live/messages'
import { Program } from '../live/program'

export type Wall = 'checker' | 'black' | 'white' | 'grey' | 'colour' | 'footage'

/** What playback repeats. */
export type Loop = 'all' | 'phase' | 'range' | 'once'

export type Keying = 'playhead' | 'whole'

interface BenchState {
  graphic: Graphic | null
  program: Program | null
  /** Goes up whenever the program has changed, so that the stage paints again. */
  painted: number
  line: 'connecting' | 'open' | 'lost'
  saving: number
  canUndo: boolean
  canRedo: boolean
  label: string
  findings: string[][]
  refusal: Refusal | null
  frame: number
  playing: boolean
  loop: Loop
  speed: number
  /** First and last frame of the marked range. */
  range: [number, number] | null
  /** Frames that playback has left out to keep time. */
  skipped: number
  /** Frames that run by themselves while a ready-made motion is looked at; the playhead comes back afterwards. */
  rehearsal: { from: number; to: number } | null
  /** Where a change at the playhead goes: into a keyframe there, or into the channel as a whole. */
  keying: Keying
  /** Motion blur on the stage; the file has it either way. */
  showBlur: boolean
  note: string | null
  dragging: boolean
  selection: string[]
  keys: KeyPlace[]
  readings: Record<string, LayerReading>
  wall: Wall
  wallColour: string
  safeAreas: boolean
  zoom: number | 'fit'
  reached: number
  connection: LiveConnection | null
  open: (graphic: string, windowLength: number) => () => void
  edit: (edit: Edit) => Promise<boolean>
  preview: (edit: Edit | null) => void
  seek: (frame: number) => void
  select: (layers: string[], keys?: KeyPlace[]) => void
  set: (part: Partial<BenchState>) => void
}

/** All that the bench shows. The document and the program come from the server; nothing here knows a rule of the job. */
export const useBench = create<BenchState>((set, get) => ({
  graphic: null,
  program: null,
  painted: 0,
  line: 'connecting',
  saving: 0,
  canUndo: false,
  canRedo: false,
  label: '',
  findings: [],
  refusal: null,
  frame: 0,
  playing: false,
  loop: 'all',
  speed: 1,
  range: null,
  skipped: 0,
  rehearsal: null,
  keying: 'playhead',
  showBlur: true,
  note: null,
  dragging: false,
  selection: [],
  keys: [],
  readings: {},
  wall: 'checker',
  wallColour: '#5A6B4A',
  safeAreas: false,
  zoom: 'fit',
  reached: 0,
  connection: null,

  open: (id, windowLength) => {
    set({
      graphic: null,
      program: new Program(windowLength),
      line: 'connecting',
      frame: 0,
      selection: [],
      keys: [],
      readings: {},
      refusal: null,
      note: null,
      range: null,
      rehearsal: null,
      playing: false,
    })
    const connection = new LiveConnection(id, {
      onPatch: (patch) => {
        if (patch.number === 0) {
          patches.length = 0
          set((state) => patched(state, patch))
          return
        }
        const { program, graphic } = get()
        const head = patch.graphic ? (JSON.parse(patch.graphic) as Graphic) : graphic!
        program!.apply(patch, totalFrames(head.phases))
        pixelsChanged()
        patches.push(patch)
        afterFrame(() => showPatches(set))
      },
      onLine: (line) => set({ line }),
      onRefusal: (refusal) => set({ refusal }),
      onNote: (note) => set({ note }),
    })
    set({ connection })
    void connection.open()
    return () => {
      connection.close()
      set({ connection: null, playing: false })
    }
  },

  edit: async (edit) => {
    // Sent before anything is drawn anew: the answer takes as long as the drawing does.
    const answer = get().connection!.edit(inMode(edit, get().keying))
    set((s) => ({ saving: s.saving + 1, refusal: null, note: null }))
    try {
      const taken = await answer
      // Whoever waited for the edit finds the document as it is now.
      showPatches(set)
      if (!taken) get().connection?.preview(null)
      return taken
    } finally {
      set((s) => ({ saving: s.saving - 1 }))
    }
  },

  preview: (edit) => get().connection?.preview(edit && inMode(edit, get().keying)),

  seek: (frame) => {
    const { graphic } = get()
    if (graphic) set({ frame: Math.max(0, Math.min(totalFrames(graphic.phases) - 1, Math.round(frame))) })
  },

  select: (selection, keys = []) => set({ selection, keys }),

  set: (part) => set(part),
}))

/** Patches whose pixels are shown and whose document is not yet: React draws after the frame with the pixels, which so need not wait for it. */
const patches: Patch[] = []

const painters = new Set<() => void>()

/** Calls back at once when pixels may have changed, ahead of the store's own listeners. */
export function onPixels(paint: () => void): () => void {
  painters.add(paint)
  return () => painters.delete(paint)
}

export function pixelsChanged() {
  for (const paint of painters) paint()
}

function showPatches(set: (change: (state: BenchState) => BenchState) => void) {
  if (patches.length === 0) return
  set((state) => patches.splice(0).reduce((s, patch) => ({ ...s, ...patched(s, patch) }), state))
}

/** Runs once the next frame is on the screen; in a page that is not shown, soon. */
function afterFrame(act: () => void) {
  let done = false
  const once = () => {
    if (!done) act()
    done = true
  }
  requestAnimationFrame(() => setTimeout(once, 0))
  setTimeout(once, 100)
}

/** Changes of values go where the keying mode says. */
function inMode(edit: Edit, keying: Keying): Edit {
  if (keying === 'playhead') return edit
  if (edit.do === 'several') return { ...edit, edits: edit.edits.map((e) => inMode(e, keying)) }
  return edit.do === 'setValue' || edit.do === 'nudge' ? { ...edit, whole: true } : edit
}

/** Some parts of the store; the component renders again only when one of these has changed. */
export function usePick<K extends keyof BenchState>(...keys: K[]): Pick<BenchState, K> {
  return useBench(useShallow((state) => Object.fromEntries(keys.map((key) => [key, state[key]])) as Pick<BenchState, K>))
}

function patched(state: BenchState, patch: Patch): Partial<BenchState> {
  const fresh = patch.number === 0
  const program = fresh ? new Program(state.program!.windowLength) : state.program!
  const head = patch.graphic ? (JSON.parse(patch.graphic) as Graphic) : state.graphic!
  const layers = new Map<string, Layer>(fresh ? [] : state.graphic?.layers.map((l) => [l.id, l]))
  for (const [id, json] of Object.entries(patch.layers)) layers.set(id, JSON.parse(json) as Layer)
  const order = patch.order ?? state.graphic!.layers.map((l) => l.id)
  const graphic: Graphic = { ...head, layers: order.map((id) => layers.get(id)!) }
  const total = totalFrames(graphic.phases)
  if (fresh) program.apply(patch, total)
  const there = new Set(order)
  const before = fresh ? there : new Set(state.graphic?.layers.map((l) => l.id))
  const added = order.filter((id) => !before.has(id))
  return {
    graphic,
    program,
    painted: state.painted + 1,
    canUndo: patch.canUndo,
    canRedo: patch.canRedo,
    label: patch.label,
    findings: patch.findings ?? state.findings,
    frame: Math.min(state.frame, total - 1),
    selection: added.length > 0 && patch.revision >= 0 ? added : state.selection.filter((id) => there.has(id)),
    keys: state.keys.filter((k) => there.has(k.layer)),
    range: state.range && state.range[0] < total ? [state.range[0], Math.min(state.range[1], total - 1)] : null,
  }
}
