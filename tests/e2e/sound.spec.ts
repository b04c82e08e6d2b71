import { expect, test, type Page } from './staying'
import { execFileSync } from 'node:child_process'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const RATE = 48_000
const FRAMES = 100

/** Two seconds of mono PCM: a click at each of some samples. */
function clicks(...at: number[]): Buffer {
  const wave = Buffer.alloc(44 + 2 * 2 * RATE)
  wave.write('RIFF', 0)
  wave.writeUInt32LE(wave.length - 8, 4)
  wave.write('WAVEfmt ', 8)
  wave.writeUInt32LE(16, 16)
  wave.writeUInt16LE(1, 20)
  wave.writeUInt16LE(1, 22)
  wave.writeUInt32LE(RATE, 24)
  wave.writeUInt32LE(2 * RATE, 28)
  wave.writeUInt16LE(2, 32)
  wave.writeUInt16LE(16, 34)
  wave.write('data', 36)
  wave.writeUInt32LE(wave.length - 44, 40)
  for (const start of at)
    for (let i = 0; i < 400; i++) wave.writeInt16LE(Math.round(12_000 * Math.exp(-i / 90) * (i % 2 ? -1 : 1)), 44 + 2 * (start + i))
  return wave
}

interface Start {
  when: number
  offset: number
  duration: number
  highest: number
}

/** Notes what the page gives to the sound card, and when. */
async function listen(page: Page) {
  await page.addInitScript(() => {
    const notes: Start[] = []
    const start = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0, duration = 0) {
      const context = this.context as AudioContext
      const from = Math.round(offset * context.sampleRate)
      const heard = this.buffer!.getChannelData(0).subarray(from, from + Math.round(duration * context.sampleRate))
      notes.push({ when, offset, duration, highest: heard.reduce((a, b) => Math.max(a, Math.abs(b)), 0) })
      Object.assign(window, { heardBy: context })
      return start.call(this, when, offset, duration)
    }
    Object.assign(window, { heardNotes: notes })
  })
}

const heard = (page: Page) => page.evaluate(() => (window as unknown as { heardNotes: Start[] }).heardNotes)

async function open(page: Page) {
  const id = await server.addDocument({
    hang: 2,
    name: 'Beats',
    kind: 'callout',
    width: 640,
    height: 360,
    rate: '25',
    phases: { arrive: 20, hold: 60, leave: 20 },
    layers: [
      {
        id: 'p',
        name: 'Comb',
        opacity: {
          keys: [
            { at: 3, value: 0, feel: 'linear' },
            { at: 30, value: 1, feel: 'linear' },
            { at: 60, value: 0.5, feel: 'linear' },
          ],
        },
        content: { kind: 'plate', size: [200, 100], fill: '#AA3311' },
      },
    ],
    assets: {},
  })
  await page.goto(`${server.url}/bench/${id}?at=0`)
  const bench = new BenchPage(page)
  await bench.rests()
  await page.getByLabel('Sound file').setInputFiles({ name: 'taps.wav', mimeType: 'audio/wav', buffer: clicks(0, 24_960, 48_000) })
  await expect(page.getByRole('listitem', { name: 'taps' })).toBeVisible()
  return { id, bench }
}

const bead = (page: Page, at: number, of: string) => page.getByRole('button', { name: `Keyframe at ${at} of ${of}`, exact: true })
const ink = (page: Page) =>
  page.getByTestId('waveform').evaluate((c: HTMLCanvasElement) => {
    const data = c.getContext('2d')!.getImageData(0, 0, c.width, c.height).data
    let count = 0
    for (let i = 3; i < data.length; i += 4) if (data[i]! > 0) count++
    return count
  })

test('a sound is added, seen, trimmed and keyed, and beads go to its beats', async ({ page }) => {
  const { id, bench } = await open(page)
  await expect.poll(() => ink(page)).toBeGreaterThan(20)
  await expect(page.getByRole('note', { name: 'Loudness' })).toContainText('dBTP')

  // Closer in time the outline is finer.
  const every = async () => Number(await page.getByTestId('waveform').getAttribute('data-every'))
  const before = await every()
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: /Look closer in time/ }).click()
  await expect.poll(every).toBeLessThan(before)
  await page.getByRole('button', { name: 'Show all' }).click()

  // A bead that comes near a beat is drawn to it: the second click is heard in frame 13.
  const ruler = (await page.getByTestId('ruler').boundingBox())!
  const perFrame = (ruler.width - 28) / FRAMES
  await page.getByRole('button', { name: 'Comb', exact: true }).click()
  await bead(page, 3, 'Comb').hover()
  const box = (await bead(page, 3, 'Comb').boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 9.6 * perFrame, box.y + box.height / 2, { steps: 5 })
  await page.mouse.up()
  await bench.saved()
  const document = () =>
    server.json<{ layers: { id: string; in?: number; opacity: { keys: { at: number }[] }; content: { slip?: number; gain?: number } }[] }>(
      `/api/graphics/${id}/document`,
    )
  const opacity = async () => (await document()).layers.find((l) => l.id === 'p')!.opacity.keys.map((k) => k.at)
  expect(await opacity()).toEqual([13, 30, 60])
  // One press takes the others there.
  await bead(page, 30, 'Comb').click()
  await page.getByRole('button', { name: 'To the beat' }).click()
  await bench.saved()
  expect(await opacity()).toEqual([13, 25, 60])

  // The in point trims, and what is heard stays where it was.
  await page.getByRole('button', { name: 'taps', exact: true }).click()
  const grip = (await page.getByRole('slider', { name: 'In point of taps' }).boundingBox())!
  await page.mouse.move(grip.x + 3, grip.y + 4)
  await page.mouse.down()
  await page.keyboard.down('Control')
  await page.mouse.move(grip.x + 3 + 8 * perFrame, grip.y + 4, { steps: 5 })
  await page.mouse.up()
  await page.keyboard.up('Control')
  await bench.saved()
  const sound = (await document()).layers.find((l) => l.id !== 'p')!
  expect([sound.in, sound.content.slip]).toEqual([8, 0.32])

  // Gain is a value like any other; what is muted is not heard.
  await page.getByRole('textbox', { name: 'Gain, dB' }).fill('-6')
  await page.getByRole('textbox', { name: 'Gain, dB' }).press('Enter')
  await bench.saved()
  expect((await document()).layers.find((l) => l.id !== 'p')!.content.gain).toBe(-6)
  await page.getByRole('button', { name: 'Mute taps' }).click()
  await bench.saved()
  await expect.poll(() => ink(page)).toBe(0)

  // What is no sound is refused in words.
  await page.getByLabel('Sound file').setInputFiles({ name: 'words.wav', mimeType: 'audio/wav', buffer: Buffer.from('These are words.') })
  await expect(page.getByRole('alert')).toContainText('Use WAV, FLAC, MP3, OGG or M4A.')
})

test('playing is heard in step, and a step lets its frame be heard', async ({ page }) => {
  await listen(page)
  await open(page)
  await expect.poll(() => ink(page)).toBeGreaterThan(20)
  await page.locator('body').press('Space')
  await expect.poll(async () => (await heard(page)).filter((n) => n.duration > 0.2).length, { timeout: 20_000 }).toBeGreaterThan(1)
  // The picture follows the clock of the sound: the frame shown is the one that is heard.
  const apart = await page.evaluate(async () => {
    const { heardBy, heardNotes } = window as unknown as { heardBy: AudioContext; heardNotes: Start[] }
    const canvas = document.querySelectorAll<HTMLCanvasElement>('canvas[data-frame]')
    const anchor = heardNotes[0]!.when - heardNotes[0]!.offset
    const differences: number[] = []
    for (let i = 0; i < 40; i++) {
      await new Promise(requestAnimationFrame)
      const meant = ((((heardBy.currentTime - heardBy.outputLatency - anchor) * 25) % 100) + 100) % 100
      const shown = Math.max(...[...canvas].filter((c) => c.style.visibility !== 'hidden').map((c) => Number(c.dataset.frame)))
      const d = Math.abs(meant - (shown + 0.5))
      differences.push(Math.min(d, 100 - d))
    }
    return differences.sort((a, b) => a - b)
  })
  expect(apart[20]!).toBeLessThan(1.5)
  // Rounds follow each other without a gap: 100 frames at 25 a second are 4 s.
  await expect.poll(async () => (await heard(page)).length, { timeout: 15_000 }).toBeGreaterThan(2)
  const rounds = (await heard(page)).filter((n) => n.offset === 0)
  expect(rounds.length).toBeGreaterThan(0)
  for (let i = 1; i < rounds.length; i++) expect(rounds[i]!.when - rounds[i - 1]!.when).toBeCloseTo(4, 6)
  await page.locator('body').press('Space')
  await expect(page.getByRole('button', { name: 'Play (Space)' })).toBeVisible()

  // Frame 13 has a click, frame 20 has none.
  const playhead = page.getByRole('textbox', { name: 'Playhead', exact: true })
  const count = (await heard(page)).length
  await playhead.fill('13')
  await playhead.press('Enter')
  await expect.poll(async () => (await heard(page)).slice(count).at(-1)?.highest ?? 0).toBeGreaterThan(0.2)
  await playhead.fill('20')
  await playhead.press('Enter')
  await expect.poll(async () => (await heard(page)).at(-1)?.offset).toBeCloseTo(0.8, 6)
  expect((await heard(page)).at(-1)!.highest).toBe(0)
})

test('the file has the sound, and its card says so', async ({ page }) => {
  test.setTimeout(120_000)
  const { id } = await open(page)
  await page.goto(`${server.url}/handoff/${id}`)
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('dBTP')
  await page.getByRole('button', { name: 'Hand off', exact: true }).click()
  const card = page.getByRole('article').first()
  await expect(card.getByTestId('verdict')).toContainText('The file is what was meant', { timeout: 60_000 })
  await expect(card.getByTestId('card')).toContainText('stereo at 48 kHz, PCM of 24 bits')
  const [download] = await Promise.all([page.waitForEvent('download'), card.getByRole('link', { name: 'Download' }).click()])
  const probed = execFileSync(
    'ffprobe',
    ['-v', 'error', '-select_streams', 'a', '-show_entries', 'stream=codec_name,duration_ts', '-of', 'csv=p=0', await download.path()],
    { encoding: 'utf8' },
  )
  expect(probed.trim()).toBe('pcm_s24be,192000')
})
