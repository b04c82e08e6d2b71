import { create } from 'zustand'
import { LiveConnection, type PersonHere } from '../live/connection'
import type { Edit, Graphic, Layer } from '../live/document'
import { totalFrames } from '../live/document'
import type { LayerInspection, LayerNote, Patch, ReadingTime, Refusal } from '../program/messages.gen'
import { Program } from '../program/program'
import { useSounds } from './soundStore'
import { afterFrame, pixelsChanged } from './pixels'
import { usePlayback } from './playbackStore'
import { asWhole, offerWhole } from './wholeMotion'
import { useSelection } from './selectionStore'
import { useView, type Keying } from './viewStore'
import { spoken } from '../words/spoken'
import { t } from '../words/words'

interface OpenDocument {
  graphic: Graphic | null
  program: Program | null
  /** Goes up whenever the program has changed, so that the stage paints again. */
  painted: number
  line: 'connecting' | 'open' | 'lost' | 'removed'
  /** How many others have the graphic open. */
  /** Others who have said who they are. */
  people: PersonHere[]
  others: number
  /** Changes that may not have been kept, because the line was lost. */
  unkept: Edit[]
  saving: number
  canUndo: boolean
  canRedo: boolean
  label: string
  findings: LayerNote[]
  /** Why something was not done. */
  refusal: Refusal | null
  /** What a person should know about what was done. */
  note: string | null
  /** The values of the selected layers at the playhead. */
  readings: Record<string, LayerInspection>
  /** Whether the words can be read; null until it has been found. */
  reading: ReadingTime | null
  /** What was painted when the last reading time was asked for, and how many answers are under way. */
  readingAsked: { painted: number; pending: number }
  /** What was painted when the reading time that is here was asked for: an older one offers nothing. */
  readingOf: number
  connection: LiveConnection | null
  open: (graphic: string, windowLength: number) => () => void
  edit: (edit: Edit) => Promise<boolean>
  undo: () => Promise<void>
  redo: () => Promise<void>
  preview: (edit: Edit | null) => void
  askReading: () => void
  keepReadings: (readings: LayerInspection[]) => void
  /** Does once more what may not have been kept. */
  again: () => Promise<void>
  forgetUnkept: () => void
  refuse: (refusal: Refusal | null) => void
  tell: (note: string | null) => void
}

const unread = {
  readings: {},
  reading: null,
  readingAsked: { painted: -1, pending: 0 },
  readingOf: -1,
}

/** The graphic that is open. Document and program come from the server; nothing here knows a rule of the job. */
export const useDocument = create<OpenDocument>((set, get) => ({
  graphic: null,
  program: null,
  painted: 0,
  line: 'connecting',
  others: 0,
  people: [],
  unkept: [],
  saving: 0,
  canUndo: false,
  canRedo: false,
  label: '',
  findings: [],
  refusal: null,
  note: null,
  ...unread,
  connection: null,

  open: (id, windowLength) => {
    set({
      graphic: null,
      program: new Program(windowLength),
      line: 'connecting',
      people: [],
      unkept: [],
      refusal: null,
      note: null,
      ...unread,
    })
    usePlayback.getState().reset()
    useSelection.getState().reset()
    useView.getState().reset()
    useSounds.getState().take(null)
    // Patches whose pixels are shown and whose document is not yet: React draws after the frame with the pixels, which so need not wait for it.
    const patches: Patch[] = []
    const show = () => {
      if (get().connection === connection) patches.splice(0).forEach(take)
    }
    const connection = new LiveConnection(id, {
      onPatch: (patch) => {
        if (patch.number === 0) {
          patches.length = 0
          take(patch)
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
      onSounding: (sounding) => useSounds.getState().take(sounding),
      onPeople: (people) => set({ people }),
      onRemoved: () => set({ line: 'removed' }),
      onUnkept: (edit) => set((s) => ({ unkept: [...s.unkept, edit] })),
    })
    showWaiting = show
    set({ connection })
    void connection.open()
    return () => {
      connection.close()
      patches.length = 0
      set({ connection: null })
      usePlayback.getState().stop()
    }
  },

  edit: async (edit) => {
    // Sent before anything is drawn anew: the answer takes as long as the drawing does.
    const { connection, line } = get()
    if (line === 'removed') {
      set({ refusal: { message: t('This graphic was removed.'), remedy: t('Bring it back on the rack, and open it again.') } })
      return false
    }
    const before = get().graphic
    useSelection.getState().sent()
    const sent = inMode(edit, useView.getState().keying)
    const answer = connection ? connection.edit(sent) : Promise.resolve(false)
    set((s) => ({ saving: s.saving + 1, refusal: null, note: null }))
    try {
      const taken = await answer
      // Whoever waited for the edit finds the document as it is now.
      showWaiting()
      if (!taken) get().connection?.preview(null)
      else offerWhole(sent, before, get().undo, get().edit)
      return taken
    } finally {
      set((s) => ({ saving: s.saving - 1 }))
    }
  },

  undo: async () => {
    useSelection.getState().sent()
    await get().connection?.undo()
  },

  redo: async () => {
    useSelection.getState().sent()
    await get().connection?.redo()
  },

  preview: (edit) => get().connection?.preview(edit && inMode(edit, useView.getState().keying)),

  askReading: () => {
    set((s) => ({ readingAsked: { painted: s.painted, pending: s.readingAsked.pending + 1 } }))
    get().connection?.askReading()
  },

  keepReadings: (readings) => set({ readings: Object.fromEntries(readings.map((r) => [r.id, r])) }),

  again: async () => {
    const { unkept, edit } = get()
    set({ unkept: [] })
    for (const one of unkept) await edit(one)
  },

  forgetUnkept: () => set({ unkept: [] }),
  refuse: (refusal) => set({ refusal }),
  tell: (note) => set({ note }),
}))

/** Shows at once what waits for the next frame. */
let showWaiting: () => void = () => undefined

/** Puts a patch into the document, and has playhead and selection follow. */
function take(patch: Patch) {
  const before = patch.number === 0 ? null : useDocument.getState().graphic
  useDocument.setState((state) => patched(state, patch))
  const graphic = useDocument.getState().graphic!
  usePlayback.getState().fit(totalFrames(graphic.phases))
  useSelection.getState().follow(before, graphic, patch.mine)
}

/** Changes of values go where the keying mode says. */
const inMode = (edit: Edit, keying: Keying): Edit => (keying === 'playhead' ? edit : asWhole(edit))

function patched(state: OpenDocument, patch: Patch): Partial<OpenDocument> {
  const fresh = patch.number === 0
  const program = fresh ? new Program(state.program!.windowLength) : state.program!
  const head = patch.graphic ? (JSON.parse(patch.graphic) as Graphic) : state.graphic!
  const layers = new Map<string, Layer>(fresh ? [] : state.graphic?.layers.map((l) => [l.id, l]))
  for (const [id, json] of Object.entries(patch.layers)) layers.set(id, JSON.parse(json) as Layer)
  const order = patch.order ?? state.graphic!.layers.map((l) => l.id)
  const graphic: Graphic = { ...head, layers: order.map((id) => layers.get(id)!) }
  if (fresh) program.apply(patch, totalFrames(graphic.phases))
  return {
    graphic,
    program,
    painted: state.painted + 1,
    canUndo: patch.canUndo,
    canRedo: patch.canRedo,
    label: spoken({ label: patch.label, say: patch.say }).label,
    others: patch.others,
    findings: patch.findings ? spoken(patch.findings) : state.findings,
  }
}
