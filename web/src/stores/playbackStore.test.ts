import { beforeEach, expect, test } from 'vitest'
import { usePlayback } from './playbackStore'

const now = usePlayback.getState

beforeEach(() => {
  now().reset()
  now().repeat('all')
  now().fit(100)
})

test('the playhead stays within the graphic, on whole frames', () => {
  for (const [to, at] of [
    [42, 42],
    [41.6, 42],
    [-3, 0],
    [100, 99],
    [1e9, 99],
  ] as const) {
    now().seek(to)
    expect(now().frame).toBe(at)
  }
})

test('a step stops what plays', () => {
  now().play()
  now().step(5)
  expect(now()).toMatchObject({ frame: 5, playing: false })
  now().step(-9)
  expect(now().frame).toBe(0)
})

test('the first end of a range that is set reaches to the graphic’s, and playback repeats it', () => {
  now().seek(30)
  now().mark('start')
  expect(now()).toMatchObject({ range: [30, 99], loop: 'range' })
  now().seek(60)
  now().mark('end')
  expect(now().range).toEqual([30, 60])
})

test('an end that would lie on the wrong side takes the other along', () => {
  now().seek(30)
  now().mark('end')
  now().seek(50)
  now().mark('start')
  expect(now().range).toEqual([50, 50])
  now().seek(10)
  now().mark('end')
  expect(now().range).toEqual([10, 10])
})

test('a range that is forgotten is repeated no longer; what else is repeated stays', () => {
  now().mark('start')
  now().forgetRange()
  expect(now()).toMatchObject({ range: null, loop: 'all' })
  now().repeat('phase')
  now().forgetRange()
  expect(now().loop).toBe('phase')
})

test('when the graphic gets shorter, playhead and range stay inside', () => {
  now().seek(80)
  now().mark('start')
  now().fit(90)
  expect(now()).toMatchObject({ frame: 80, range: [80, 89] })
  now().fit(50)
  expect(now()).toMatchObject({ frame: 49, range: null })
})
