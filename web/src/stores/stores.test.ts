import { beforeEach, expect, test } from 'vitest'
import type { Graphic, Layer } from '../live/document'
import { usePlayback } from './playbackStore'
import { useSelection } from './selectionStore'
import { useView } from './viewStore'

const layer = (id: string, group?: string): Layer => ({ id, name: id, content: { kind: 'hook' }, ...(group ? { group } : {}) })
const graphic = (...layers: Layer[]) => ({ layers }) as Graphic

beforeEach(() => {
  usePlayback.getState().reset()
  usePlayback.getState().repeat('all')
  useSelection.getState().reset()
})

test('the playhead stays within the graphic, and steps stop playing', () => {
  const { fit, seek, step, play } = usePlayback.getState()
  fit(100)
  seek(250)
  expect(usePlayback.getState().frame).toBe(99)
  seek(-3)
  expect(usePlayback.getState().frame).toBe(0)
  seek(12.6)
  expect(usePlayback.getState().frame).toBe(13)
  play()
  step(-5)
  expect(usePlayback.getState()).toMatchObject({ frame: 8, playing: false })
})

test('a shorter graphic draws playhead and range in, and forgets a range that is gone', () => {
  const { fit, seek, mark } = usePlayback.getState()
  fit(200)
  seek(150)
  mark('start')
  seek(190)
  mark('end')
  expect(usePlayback.getState()).toMatchObject({ range: [150, 190], loop: 'range' })
  fit(180)
  expect(usePlayback.getState()).toMatchObject({ range: [150, 179], frame: 179 })
  fit(100)
  expect(usePlayback.getState()).toMatchObject({ range: null, frame: 99 })
})

test('an end of the range takes the other along when it would lie on the wrong side', () => {
  const { fit, seek, mark, forgetRange } = usePlayback.getState()
  fit(100)
  seek(60)
  mark('end')
  expect(usePlayback.getState().range).toEqual([0, 60])
  seek(80)
  mark('start')
  expect(usePlayback.getState().range).toEqual([80, 80])
  forgetRange()
  expect(usePlayback.getState()).toMatchObject({ range: null, loop: 'all' })
  // What was repeated otherwise stays as it was.
  usePlayback.getState().repeat('phase')
  forgetRange()
  expect(usePlayback.getState().loop).toBe('phase')
})

test('what I add is selected, what others add is not', () => {
  const { select, sent, follow } = useSelection.getState()
  select(['a'])
  follow(graphic(layer('a')), graphic(layer('a'), layer('b')), false)
  expect(useSelection.getState().selection).toEqual(['a'])
  sent()
  follow(graphic(layer('a'), layer('b')), graphic(layer('a'), layer('b'), layer('c')), true)
  expect(useSelection.getState().selection).toEqual(['c'])
})

test('what I select while an edit is on its way stays selected when it has come', () => {
  const { select, sent, follow } = useSelection.getState()
  sent()
  select(['hook'])
  follow(graphic(layer('hook')), graphic(layer('hook'), layer('plate')), true)
  expect(useSelection.getState().selection).toEqual(['hook'])
})

test('of a new group and its members the group is selected', () => {
  useSelection.getState().follow(graphic(layer('a')), graphic(layer('g'), layer('x', 'g'), layer('a')), true)
  expect(useSelection.getState().selection).toEqual(['g'])
})

test('what is gone is selected no more, nor its keyframes, and one is in it no more', () => {
  const { select, enter, follow } = useSelection.getState()
  select(
    ['a', 'b'],
    [
      { layer: 'a', address: 'opacity', at: 0 },
      { layer: 'b', address: 'opacity', at: 3 },
    ],
  )
  enter('b')
  follow(graphic(layer('a'), layer('b')), graphic(layer('a')), true)
  expect(useSelection.getState()).toMatchObject({ selection: ['a'], keys: [{ layer: 'a', address: 'opacity', at: 0 }], entered: null })
})

test('a whole document after the line was lost selects nothing anew, and lets go what is not there', () => {
  useSelection.getState().select(['a', 'gone'])
  useSelection.getState().follow(null, graphic(layer('a'), layer('new')), false)
  expect(useSelection.getState().selection).toEqual(['a'])
})

test('nothing is drawn anew where nothing has changed', () => {
  useSelection.getState().select(['a'])
  const before = useSelection.getState().selection
  useSelection.getState().follow(graphic(layer('a')), graphic(layer('a')), true)
  expect(useSelection.getState().selection).toBe(before)
})

test('what was meant for one graphic does not go along to the next; what a person likes does', () => {
  const [view, playback] = [useView.getState(), usePlayback.getState()]
  view.zoomTo(0.25)
  view.key('whole')
  view.draw(true)
  view.setGrid(20)
  playback.fit(60)
  playback.mark('end')
  playback.setSpeed(2)
  view.reset()
  playback.reset()
  expect(useView.getState()).toMatchObject({ zoom: 'fit', keying: 'playhead', drawing: false, grid: 20 })
  expect(usePlayback.getState()).toMatchObject({ range: null, loop: 'all', speed: 1 })
  view.setGrid(0)
})

test('the view is switched by name', () => {
  const { toggleBlur, toggleSafeAreas, key, zoomTo, setWall, setWallColour, drag } = useView.getState()
  toggleBlur()
  toggleSafeAreas()
  key('whole')
  zoomTo(2)
  setWall('colour')
  setWallColour('#123456')
  drag(true)
  expect(useView.getState()).toMatchObject({
    showBlur: false,
    safeAreas: true,
    keying: 'whole',
    zoom: 2,
    wall: 'colour',
    wallColour: '#123456',
    dragging: true,
  })
})
