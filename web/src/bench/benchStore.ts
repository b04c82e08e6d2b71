import { create } from 'zustand'
import { useShallow } from 'zustand/react/shallow'
import type { Edit, Graphic, KeyPlace, Layer } from '../live/document'
import { totalFrames } from '../live/document'
import { LiveConnection } from '../live/connection'
import type { LayerInspection, Patch, ReadingTime, Refusal } from '../live/messages.gen'
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
  line: 'connecting' | 'open' | 'lost' | 'removed'
  /** How many others have the graphic open. */
  others: number
  /** Changes that may not have been kept, because the line was lost. */
  unkept: Edit[]
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
  /** Where a change at the playhead goes: into a keyframe there, or into the value as a whole. */
  keying: Keying
  /** Motion blur on the stage; the file has it either way. */
  showBlur: boolean
  note: string | null
  dragging: boolean
  selection: string[]
  keys: KeyPlace[]
  /** The group whose members the pointer takes hold of; null: whole groups and layers in none. */
  entered: string | null
  readings: Record<string, LayerInspection>
  /** Whether the words can be read; null until it has been found. */
  reading: ReadingTime | null
  /** What was painted when the last reading time was asked for, and how many answers are under way. */
  readingAsked: { painted: number; pending: number }
  /** What was painted when the reading time that is here was asked for: an older one offers nothing. */
  readingOf: number
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
  askReading: () => void
  /** Does once more what may not have been kept. */
  again: () => Promise<void>
  set: (part: Partial<BenchState>) => void
}

/** All that the bench shows. The document and the program come from the server; nothing here knows a rule of the job. */
export const useBench = create<BenchState>((set, get) => ({
  graphic: null,
  program: null,
  painted: 0,
  line: 'connecting',
  others: 0,
  unkept: [],
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
  entered: null,
  readings: {},
  reading: null,
  readingAsked: { painted: -1, pending: 0 },
  readingOf: -1,
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
      entered: null,
      reading: null,
      readingAsked: { painted: -1, pending: 0 },
      readingOf: -1,
      unkept: [],
      refusal: null,
      note: null,
      range: null,
      rehearsal: null,
      playing: false,
    })
    // Patches whose pixels are shown and whose document is not yet: React draws after the frame with the pixels, which so need not wait for it.
    const patches: Patch[] = []
    const show = () => {
      if (patches.length > 0 && get().connection === connection)
        set((state) => patches.splice(0).reduce((s, patch) => ({ ...s, ...patched(s, patch) }), state))
    }
    const connection = new LiveConnection(id, {
      onPatch: (patch) => {
        if (patch.number === 0) {
          patches.length = 0
          set((state) => patched(state, patch))
          return
        }
        const { program } = get()
        program!.apply(patch, patch.graphic ? totalFrames((JSON.parse(patch.graphic) as Graphic).phases) : program!.frames)
        pixelsChanged()
        patches.push(patch)
        afterFrame(show)
      },
      onLine: (line) => set((s) => ({ line, readingAsked: { ...s.readingAsked, pending: 0 } })),
      onRefusal: (refusal) => set({ refusal }),
      onNote: (note) => set({ note }),
      onReading: (reading) =>
        set(({ readingAsked: { painted, pending }, readingOf }) => ({
          reading,
          readingAsked: { painted, pending: Math.max(0, pending - 1) },
          readingOf: pending <= 1 ? painted : readingOf,
        })),
      onRemoved: () => set({ line: 'removed' }),
      onUnkept: (edit) => set((s) => ({ unkept: [...s.unkept, edit] })),
    })
    showWaiting = show
    set({ connection })
    void connection.open()
    return () => {
      connection.close()
      patches.length = 0
      set({ connection: null, playing: false })
    }
  },

  edit: async (edit) => {
    // Sent before anything is drawn anew: the answer takes as long as the drawing does.
    const { connection, line } = get()
    if (line === 'removed') {
      set({ refusal: { message: 'This graphic was removed.', remedy: 'Bring it back on the rack, and open it again.' } })
      return false
    }
    const answer = connection ? connection.edit(inMode(edit, get().keying)) : Promise.resolve(false)
    set((s) => ({ saving: s.saving + 1, refusal: null, note: null }))
    try {
      const taken = await answer
      // Whoever waited for the edit finds the document as it is now.
      showWaiting()
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

  askReading: () => {
    set((s) => ({ readingAsked: { painted: s.painted, pending: s.readingAsked.pending + 1 } }))
    get().connection?.askReading()
  },

  again: async () => {
    const { unkept, edit } = get()
    set({ unkept: [] })
    for (const one of unkept) await edit(one)
  },

  set: (part) => set(part),
}))

/** Shows at once what waits for the next frame. */
let showWaiting: () => void = () => undefined

const painters = new Set<() => void>()

/** Calls back at once when pixels may have changed, ahead of the store's own listeners. */
export function onPixels(paint: () => void): () => void {
  painters.add(paint)
  return () => painters.delete(paint)
}

export function pixelsChanged() {
  for (const paint of painters) paint()
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
    others: patch.others,
    findings: patch.findings ?? state.findings,
    frame: Math.min(state.frame, total - 1),
    // What another window adds is not mine to select.
    selection: added.length > 0 && patch.mine ? outermost(graphic, added) : state.selection.filter((id) => there.has(id)),
    entered: state.entered && there.has(state.entered) ? state.entered : null,
    keys: state.keys.filter((k) => there.has(k.layer)),
    range: state.range && state.range[0] < total ? [state.range[0], Math.min(state.range[1], total - 1)] : null,
  }
}

/** Of layers that are new, those whose group is not new, too. */
function outermost(graphic: Graphic, added: string[]): string[] {
  const group = new Map(graphic.layers.map((l) => [l.id, l.group]))
  return added.filter((id) => !added.includes(group.get(id) ?? ''))
}
