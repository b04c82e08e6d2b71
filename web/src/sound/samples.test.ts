import { expect, test, vi, afterEach } from 'vitest'
import { HeardSamples, SAMPLE_RATE, sampleOf } from './samples'

afterEach(() => vi.unstubAllGlobals())

test('a frame begins with the nearest sample: at 30000/1001 five frames have 8008 (SMPTE ST 272)', () => {
  expect([0, 1, 2, 3, 4, 5].map((f) => sampleOf(f, '30000/1001'))).toEqual([0, 1602, 3203, 4805, 6406, 8008])
  expect(sampleOf(25, '25')).toBe(SAMPLE_RATE)
  expect(sampleOf(1000, '24000/1001')).toBe(2_002_000)
})

const context = {
  createBuffer: (_: number, length: number) => {
    const channels = [new Float32Array(length), new Float32Array(length)]
    return { length, getChannelData: (i: number) => channels[i]! }
  },
} as unknown as BaseAudioContext

/** A server whose sound is 6 s long, each left sample its place and each right one the opposite. */
function serve(total = 6 * SAMPLE_RATE) {
  const asked: string[] = []
  vi.stubGlobal('fetch', (address: string) => {
    asked.push(address)
    const url = new URL(address, 'http://hang')
    const from = Number(url.searchParams.get('from'))
    const count = Math.max(0, Math.min(Number(url.searchParams.get('count')), total - from))
    const both = new Float32Array(count * 2)
    for (let i = 0; i < count; i++) [both[2 * i], both[2 * i + 1]] = [from + i, -(from + i)]
    return Promise.resolve(new Response(both.buffer))
  })
  return asked
}

test('a stretch begins at its sample and reaches as far as its piece does', async () => {
  serve()
  const piece = (await new HeardSamples(context).from('k', 3 * SAMPLE_RATE))!
  expect(piece).toMatchObject({ offset: 3 * SAMPLE_RATE, count: 2 * SAMPLE_RATE })
  expect(piece.buffer.getChannelData(0)[piece.offset]).toBe(3 * SAMPLE_RATE)
  expect(piece.buffer.getChannelData(1)[piece.offset]).toBe(-3 * SAMPLE_RATE)
})

test('the next piece goes on where the one before ends, and the last is as long as what is left', async () => {
  serve()
  const piece = (await new HeardSamples(context).from('k', 5 * SAMPLE_RATE))!
  expect(piece).toMatchObject({ offset: 0, count: SAMPLE_RATE })
  expect(piece.buffer.getChannelData(0)[0]).toBe(5 * SAMPLE_RATE)
})

test('a piece is fetched once, and beyond the end there is nothing', async () => {
  const asked = serve()
  const samples = new HeardSamples(context)
  await Promise.all([samples.from('k', 0), samples.from('k', 1000), samples.from('k', 4 * SAMPLE_RATE)])
  expect(asked).toHaveLength(1)
  expect(await samples.from('k', 60 * SAMPLE_RATE)).toBeNull()
  expect(await samples.from('k', 6 * SAMPLE_RATE + 5)).toBeNull()
})

test('what could not be fetched is asked for again', async () => {
  const samples = new HeardSamples(context)
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('the line is down')))
  expect(await samples.from('k', 0)).toBeNull()
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: 404 })))
  expect(await samples.from('k', 0)).toBeNull()
  serve()
  expect(await samples.from('k', 0)).not.toBeNull()
})
