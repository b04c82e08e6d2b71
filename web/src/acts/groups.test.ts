import { beforeEach, expect, test } from 'vitest'
import type { Edit, Graphic } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { dissolve, enter, follow, group, leave } from './groups'

let sent: Edit[]
let taken: boolean

beforeEach(() => {
  ;[sent, taken] = [[], true]
  const layers = [
    { id: 'a', group: 'sub' },
    { id: 'b', group: 'sub' },
    { id: 'sub', kind: 'group', group: 'g' },
    { id: 'g', kind: 'group' },
    { id: 'empty', kind: 'group' },
    { id: 'c' },
  ].map((l) => ({ ...l, name: l.id, content: { kind: l.kind ?? 'plate' } }))
  useDocument.setState({
    graphic: { layers } as unknown as Graphic,
    edit: (edit) => {
      sent.push(edit)
      return Promise.resolve(taken)
    },
  })
  usePlayback.setState({ frame: 9 })
  useSelection.getState().reset()
})

const state = () => {
  const { selection, entered } = useSelection.getState()
  return { selection, entered }
}

test('what is selected is grouped at the playhead; nothing is no group', async () => {
  await group()
  expect(sent).toEqual([])
  useSelection.getState().select(['c', 'g'])
  await group()
  expect(sent).toEqual([{ do: 'groupLayers', layers: ['c', 'g'], at: 9 }])
})

test('what was in a dissolved group is selected; what is no group is left out', async () => {
  await dissolve(['c'])
  expect(sent).toEqual([])
  await dissolve(['sub', 'c'])
  expect(sent).toEqual([{ do: 'dissolveGroups', layers: ['sub'], at: 9 }])
  expect(state().selection).toEqual(['a', 'b'])
})

test('a group that was not dissolved leaves the selection as it was', async () => {
  taken = false
  useSelection.getState().select(['sub'])
  await dissolve(['sub'])
  expect(state().selection).toEqual(['sub'])
})

test('entering a group selects its frontmost layer; an empty one is not entered', () => {
  enter('sub')
  expect(state()).toEqual({ selection: ['b'], entered: 'sub' })
  useSelection.getState().reset()
  enter('empty')
  expect(state()).toEqual({ selection: [], entered: null })
})

test('leaving goes out one by one, and says when there is nothing to leave', () => {
  enter('sub')
  expect(leave()).toBe(true)
  expect(state()).toEqual({ selection: ['sub'], entered: 'g' })
  expect(leave()).toBe(true)
  expect(state()).toEqual({ selection: ['g'], entered: null })
  expect(leave()).toBe(false)
})

test('a layer selected elsewhere is gone to', () => {
  follow('a')
  expect(state().entered).toBe('sub')
  follow('sub')
  expect(state().entered).toBe('g')
  follow('c')
  expect(state().entered).toBeNull()
  follow('gone')
  expect(state().entered).toBeNull()
})
