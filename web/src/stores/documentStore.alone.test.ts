import { beforeEach, expect, test, vi } from 'vitest'
import type { Edit } from '../live/document'
import { patch as made } from '../program/madePatches'
import type { Patch } from '../program/messages.gen'
import type { Listener } from '../live/connection'

/** A connection whose other end is the test. */
class FakeConnection {
  static last: FakeConnection
  readonly edits: Edit[] = []
  readonly previews: (Edit | null)[] = []
  answer = Promise.resolve(true)
  closed = false
  readings = 0
  constructor(
    readonly graphic: string,
    readonly listener: Listener,
  ) {
    FakeConnection.last = this
  }
  open = () => Promise.resolve()
  close = () => void (this.closed = true)
  edit = (edit: Edit) => {
    this.edits.push(edit)
    return this.answer
  }
  preview = (edit: Edit | null) => void this.previews.push(edit)
  askReading = () => void this.readings++
}
vi.mock('../live/connection', () => ({ LiveConnection: FakeConnection }))
vi.stubGlobal('requestAnimationFrame', (act: () => void) => setTimeout(act, 0))

const { useDocument } = await import('./documentStore')
const { usePlayback } = await import('./playbackStore')
const { useView } = await import('./viewStore')

const head = (name: string, hold = 50) => JSON.stringify({ name, phases: { arrive: 25, hold, leave: 25 }, layers: [] })
const patch = (number: number, part: Partial<Patch> = {}): Patch =>
  made({
    number,
    revision: number,
    mine: true,
    canUndo: number > 0,
    label: `Edit ${number}`,
    ...(number === 0 ? { graphic: head('Sting'), order: [], nodes: [] } : {}),
    ...part,
  })
const layerJson = (id: string) => JSON.stringify({ id, name: id, content: { kind: 'hook' } })
const nudge: Edit = { do: 'nudge', layers: ['a'], by: [1, 0], at: 0 }

beforeEach(() => {
  useView.getState().key('playhead')
  useDocument.getState().open('g', 240)
  FakeConnection.last.listener.onLine('open')
  FakeConnection.last.listener.onPatch(patch(0))
})

test('the first patch is the document, and the playhead learns how long it is', () => {
  expect(useDocument.getState()).toMatchObject({ line: 'open', label: 'Edit 0', canUndo: false })
  expect(useDocument.getState().graphic!.name).toBe('Sting')
  expect(usePlayback.getState().frames).toBe(100)
})

test('later patches are put in together once the frame with their pixels is shown', async () => {
  FakeConnection.last.listener.onPatch(patch(1, { layers: { a: layerJson('a') }, order: ['a'] }))
  FakeConnection.last.listener.onPatch(patch(2, { graphic: head('Sting', 10) }))
  expect(useDocument.getState().label).toBe('Edit 0')
  await vi.waitFor(() => expect(useDocument.getState().label).toBe('Edit 2'))
  expect(useDocument.getState().graphic!.layers.map((l) => l.id)).toEqual(['a'])
  expect(usePlayback.getState().frames).toBe(60)
})

test('whoever waits for an edit finds the document as it is then', async () => {
  FakeConnection.last.answer = Promise.resolve().then(() => {
    FakeConnection.last.listener.onPatch(patch(1, { layers: { a: layerJson('a') }, order: ['a'] }))
    return true
  })
  expect(await useDocument.getState().edit(nudge)).toBe(true)
  expect(useDocument.getState().graphic!.layers).toHaveLength(1)
  expect(useDocument.getState().saving).toBe(0)
})

test('layers that a patch does not mention stay the same objects', async () => {
  FakeConnection.last.listener.onPatch(patch(1, { layers: { a: layerJson('a'), b: layerJson('b') }, order: ['a', 'b'] }))
  await vi.waitFor(() => expect(useDocument.getState().graphic!.layers).toHaveLength(2))
  const [a, b] = useDocument.getState().graphic!.layers
  FakeConnection.last.listener.onPatch(patch(2, { layers: { b: layerJson('b') } }))
  await vi.waitFor(() => expect(useDocument.getState().label).toBe('Edit 2'))
  expect(useDocument.getState().graphic!.layers[0]).toBe(a)
  expect(useDocument.getState().graphic!.layers[1]).not.toBe(b)
})

test('a refused edit ends its preview', async () => {
  FakeConnection.last.answer = Promise.resolve(false)
  expect(await useDocument.getState().edit(nudge)).toBe(false)
  expect(FakeConnection.last.previews).toEqual([null])
})

test('whole values are moved where the keying says so, within several, too', () => {
  useView.getState().key('whole')
  void useDocument.getState().edit({ do: 'several', edits: [nudge, { do: 'removeLayers', layers: ['a'], at: 0 }] })
  expect(FakeConnection.last.edits).toEqual([
    {
      do: 'several',
      edits: [
        { ...nudge, whole: true },
        { do: 'removeLayers', layers: ['a'], at: 0 },
      ],
    },
  ])
  useDocument.getState().preview(nudge)
  expect(FakeConnection.last.previews).toEqual([{ ...nudge, whole: true }])
})

test('a removed graphic takes no edits, and says so', async () => {
  FakeConnection.last.listener.onRemoved()
  expect(await useDocument.getState().edit(nudge)).toBe(false)
  expect(useDocument.getState().refusal?.message).toContain('removed')
  expect(FakeConnection.last.edits).toHaveLength(0)
})

test('what may not have been kept is told, and is done again when it is wished', async () => {
  FakeConnection.last.listener.onUnkept(nudge)
  expect(useDocument.getState().unkept).toEqual([nudge])
  await useDocument.getState().again()
  expect(FakeConnection.last.edits).toEqual([nudge])
  expect(useDocument.getState().unkept).toEqual([])
  FakeConnection.last.listener.onUnkept(nudge)
  useDocument.getState().forgetUnkept()
  expect(useDocument.getState().unkept).toEqual([])
})

test('a reading time that was asked for before a change offers nothing', async () => {
  const reading = { words: 3 } as never
  useDocument.getState().askReading()
  const asked = useDocument.getState().painted
  FakeConnection.last.listener.onPatch(patch(1))
  await vi.waitFor(() => expect(useDocument.getState().painted).toBeGreaterThan(asked))
  FakeConnection.last.listener.onReading(reading)
  expect(useDocument.getState()).toMatchObject({ reading, readingOf: asked })
  expect(useDocument.getState().readingOf).not.toBe(useDocument.getState().painted)
})

test('a graphic that was left changes nothing of the next', () => {
  const left = FakeConnection.last
  const leave = useDocument.getState().open('h', 240)
  expect(useDocument.getState().graphic).toBeNull()
  expect(FakeConnection.last).not.toBe(left)
  leave()
  expect(FakeConnection.last.closed).toBe(true)
  expect(useDocument.getState().connection).toBeNull()
})
