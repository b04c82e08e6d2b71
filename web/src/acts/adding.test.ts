import { beforeEach, expect, test } from 'vitest'
import type { Edit, Graphic, Layer } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { addDropped, addInTurn, tieToSelected } from './adding'

const layer = (id: string, kind: string): Layer => ({ id, name: id, content: { kind } }) as unknown as Layer

const plate = { name: 'Plate', position: [10, 20], content: { kind: 'plate' } } as unknown as Omit<Layer, 'id'>

let sent: Edit[]

beforeEach(() => {
  sent = []
  const graphic = { width: 640, height: 360, layers: [layer('h', 'hook'), layer('g', 'group'), layer('p', 'plate')] } as unknown as Graphic
  useDocument.setState({
    graphic,
    refusal: null,
    edit: (edit) => {
      sent.push(edit)
      return Promise.resolve(true)
    },
  })
  usePlayback.setState({ frame: 30 })
  useSelection.getState().reset()
})

test('with nothing, a layer or several selected, a new layer stands by itself', async () => {
  for (const chosen of [[], ['p'], ['h', 'g']]) {
    useSelection.getState().select(chosen)
    expect(tieToSelected()).toBeNull()
    await addInTurn(() => plate)
  }
  expect(sent.map((e) => e.do)).toEqual(['addLayer', 'addLayer', 'addLayer'])
})

test('with a hook selected it hangs from that, and stays where it is at the playhead', async () => {
  useSelection.getState().select(['h'])
  await addInTurn(() => plate)
  expect(sent).toEqual([
    {
      do: 'several',
      edits: [
        { do: 'addLayer', layer: { id: 'n4', ...plate } },
        { do: 'changeLayer', layer: 'n4', hangsFrom: 'h', at: 30 },
      ],
    },
  ])
})

test('with a group selected it goes into that', async () => {
  useSelection.getState().select(['g'])
  await addInTurn(() => plate)
  expect(sent[0]).toMatchObject({ edits: [{ do: 'addLayer' }, { do: 'moveIntoGroup', layers: ['n4'], group: 'g', at: 30 }] })
})

test('what a layer shows is added before it, in one step that can be undone', async () => {
  await addInTurn(() => plate, [{ do: 'removeLayers', layers: ['p'], at: 0 }])
  expect(sent).toHaveLength(1)
  expect(sent[0]).toMatchObject({ do: 'several', edits: [{ do: 'removeLayers' }, { do: 'addLayer' }] })
})

test('the next layer waits for the one before it, and goes where that has led', async () => {
  let arrive: (taken: boolean) => void = () => undefined
  useDocument.setState({
    edit: (edit) => {
      sent.push(edit)
      return new Promise((resolve) => (arrive = resolve))
    },
  })
  const hook = addInTurn(() => ({ ...plate, name: 'Hook' }))
  const next = addInTurn(() => plate)
  await Promise.resolve()
  await Promise.resolve()
  expect(sent).toHaveLength(1)
  // The hook is there, and is selected since it was added.
  useSelection.getState().select(['h'])
  arrive(true)
  await hook
  await expect.poll(() => sent.length).toBe(2)
  expect(sent[1]).toMatchObject({ edits: [{}, { hangsFrom: 'h' }] })
  arrive(true)
  expect(await next).toBe(true)
})

test('a layer that fails does not stop the next', async () => {
  const failing = addInTurn(() => {
    throw new Error('no graphic')
  })
  const next = addInTurn(() => plate)
  await expect(failing).rejects.toThrow('no graphic')
  expect(await next).toBe(true)
})

test('what is neither picture nor sound nor clip is refused by its name', async () => {
  await addDropped([new File(['x'], 'notes.txt', { type: 'text/plain' })], [0, 0])
  expect(useDocument.getState().refusal?.message).toContain('notes.txt')
  expect(sent).toEqual([])
})
