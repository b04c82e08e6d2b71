import { beforeEach, expect, test } from 'vitest'
import type { Edit, Graphic } from '../live/document'
import { useDocument } from '../stores/documentStore'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { useView } from '../stores/viewStore'
import { align, order, selectAlike, selectAll, spread, type Step } from './arrange'

let sent: Edit[]

function open(layers: { id: string; group?: string; locked?: boolean; hidden?: boolean; kind?: string; fill?: string }[]) {
  sent = []
  const graphic = {
    layers: layers.map((l) => ({ ...l, name: l.id, content: { kind: l.kind ?? 'plate', fill: l.fill } })),
  } as unknown as Graphic
  useDocument.setState({
    graphic,
    edit: (edit) => {
      sent.push(edit)
      return Promise.resolve(true)
    },
  })
}

beforeEach(() => {
  useSelection.getState().reset()
  usePlayback.setState({ frame: 12 })
})

/** The stack after what was sent, as the core carries it out: taken out, and put in again at its place. */
function after(step: Step, selection: string[]): string {
  useSelection.getState().select(selection)
  order(step)
  const now = useDocument.getState().graphic!.layers.map((l) => l.id)
  for (const edit of sent.flatMap((e) => (e.do === 'several' ? e.edits : [e])) as { layer: string; to: number }[]) {
    now.splice(now.indexOf(edit.layer), 1)
    now.splice(edit.to, 0, edit.layer)
  }
  return now.join('')
}

const five = () => open(['a', 'b', 'c', 'd', 'e'].map((id) => ({ id })))

test.each([
  ['front', ['b'], 'acdeb'],
  ['behind', ['d'], 'dabce'],
  ['forward', ['b'], 'acbde'],
  ['back', ['d'], 'abdce'],
  ['front', ['b', 'd'], 'acebd'],
  ['behind', ['b', 'd'], 'bdace'],
  ['forward', ['b', 'c'], 'adbce'],
  ['back', ['c', 'd'], 'acdbe'],
  // At the end nothing goes farther, and those behind it keep their order.
  ['forward', ['e'], 'abcde'],
  ['forward', ['d', 'e'], 'abcde'],
  ['back', ['a', 'b'], 'abcde'],
] as const)('%s of %j', (step, selection, stack) => {
  five()
  expect(after(step, [...selection])).toBe(stack)
})

test('a step goes by the layers of the same group only', () => {
  const nested = () => open([{ id: 'a' }, { id: 'b', group: 'g' }, { id: 'c', group: 'g' }, { id: 'g', kind: 'group' }, { id: 'd' }])
  nested()
  expect(after('forward', ['a'])).toBe('bcgad')
  nested()
  expect(after('forward', ['b'])).toBe('acbgd')
})

test('where nothing moves, nothing is sent', () => {
  five()
  after('forward', ['e'])
  expect(sent).toEqual([])
})

test('aligning and spreading say the frame, and whether whole motions move', () => {
  five()
  useSelection.getState().select(['a', 'b'])
  useView.setState({ keying: 'whole' })
  align('left', 'safeArea')
  spread(true, 8)
  useView.setState({ keying: 'playhead' })
  spread(false)
  expect(sent).toEqual([
    { do: 'alignLayers', layers: ['a', 'b'], by: 'left', to: 'safeArea', at: 12, whole: true },
    { do: 'spreadLayers', layers: ['a', 'b'], down: true, gap: 8, at: 12, whole: true },
    { do: 'spreadLayers', layers: ['a', 'b'], down: false, at: 12, whole: false },
  ])
})

test('all is what can be taken hold of, in the group that was entered or outside of groups', () => {
  open([{ id: 'a' }, { id: 'b', locked: true }, { id: 'c', hidden: true }, { id: 'd', group: 'g' }, { id: 'g', kind: 'group' }])
  selectAll()
  expect(useSelection.getState().selection).toEqual(['a', 'g'])
  useSelection.getState().enter('g')
  selectAll()
  expect(useSelection.getState().selection).toEqual(['d'])
})

test('alike is of the kind or of the colour of the first', () => {
  open([
    { id: 'a', fill: '#FF0000' },
    { id: 'b', fill: '#00FF00' },
    { id: 'c', kind: 'ellipse', fill: '#FF0000' },
  ])
  useSelection.getState().select(['a'])
  selectAlike('kind')
  expect(useSelection.getState().selection).toEqual(['a', 'b'])
  useSelection.getState().select(['a'])
  selectAlike('colour')
  expect(useSelection.getState().selection).toEqual(['a', 'c'])
  useSelection.getState().select([])
  selectAlike('colour')
  expect(useSelection.getState().selection).toEqual([])
})
