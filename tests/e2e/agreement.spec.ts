import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { demoFolder, hang, sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Feels {
  feels: { name: string; css: string }[]
}

// Second implementation: the browser's own Web Animations, whose easing follows CSS Easing Functions Level 2.
test('feels are those of the browser, at a hundred points each', async ({ staying: page }) => {
  const named = (await server.json<Feels>('/api/choices')).feels.map((f) => f.css)
  const feels = [
    ...named,
    'ease',
    'cubic-bezier(0.7, -0.6, 0.3, 1.7)',
    'steps(5, jump-both)',
    'steps(4, jump-none)',
    'linear(0, 0.3 20% 40%, 1.2 80%, 1)',
  ]
  const id = await server.addDocument({
    hang: 1,
    name: 'Feels',
    kind: 'bug',
    width: 64,
    height: 64,
    rate: '25',
    phases: { arrive: 101, hold: 0, leave: 0 },
    layers: feels.map((feel, i) => ({
      kind: 'plate',
      id: `f${i}`,
      name: `F${i}`,
      channels: {
        turn: {
          keys: [
            { at: 0, value: 0, feel },
            { at: 100, value: 1, feel: 'linear' },
          ],
        },
      },
    })),
    assets: {},
  })
  await visit(page, server.url)
  const browser = await page.evaluate(
    (all) =>
      all.map((easing) => {
        const animation = document.body.animate([{ opacity: 0 }, { opacity: 1 }], { duration: 100_000, easing, fill: 'both' })
        animation.pause()
        return Array.from({ length: 101 }, (_, t) => {
          animation.currentTime = t * 1000
          return animation.effect!.getComputedTiming().progress!
        })
      }),
    feels,
  )
  for (let frame = 1; frame < 100; frame++) {
    const { layers } = await server.json<{ layers: { values: { turn: number[] } }[] }>(`/api/graphics/${id}/inspection/${frame}`)
    feels.forEach((feel, i) => expect(Math.abs(layers[i]!.values.turn[0]! - browser[i]![frame]!), `${feel} at ${frame}`).toBeLessThan(2e-5))
  }
})

/** How far the resting stage is from a picture that the shell painted. */
async function difference(page: Page, file: string): Promise<{ mean: number; within: number }> {
  const png = readFileSync(file).toString('base64')
  return page.evaluate(async (data) => {
    const image = new Image()
    image.src = `data:image/png;base64,${data}`
    await image.decode()
    const [w, h] = [image.width, image.height]
    const other = new OffscreenCanvas(w, h).getContext('2d')!
    other.drawImage(image, 0, 0)
    const stage = document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
    if (stage.width !== w || stage.height !== h) throw new Error(`The stage is ${stage.width} x ${stage.height}.`)
    const a = stage.getContext('2d')!.getImageData(0, 0, w, h).data
    const b = other.getImageData(0, 0, w, h).data
    let sum = 0
    let near = 0
    for (let i = 0; i < a.length; i += 4) {
      let worst = Math.abs(a[i + 3]! - b[i + 3]!)
      sum += worst
      // Compared as seen, that is premultiplied: colour under zero alpha differs by design.
      for (let c = 0; c < 3; c++) {
        const d = Math.abs(a[i + c]! * a[i + 3]! - b[i + c]! * b[i + 3]!) / 255
        worst = Math.max(worst, d)
        sum += d
      }
      if (worst <= 8) near++
    }
    return { mean: sum / a.length, within: near / (a.length / 4) }
  }, png)
}

test('the stage at rest is the picture that the painter of files paints', async ({ staying: page }) => {
  await visit(page, `${server.url}/bench/${await server.demoGraphic()}?at=0`)
  await agrees(page, join(demoFolder, 'lower-third.hang'), twenty(480))
})

// Every graphic of the demo: each has something of its own that both painters must do alike.
for (const name of ['title', 'logo-sting', 'follow-button', 'callout', 'stinger', 'corner-bug']) {
  test(`the demo's ${name} is the same on the stage and in the file`, async ({ staying: page }) => {
    test.setTimeout(180_000)
    const [shelf] = await server.json<{ graphics: { id: string; name: string; frames: number }[] }[]>('/api/packages')
    const graphic = shelf!.graphics.find((g) => g.name.toLowerCase().replaceAll(' ', '-') === name)!
    await visit(page, `${server.url}/bench/${graphic.id}?at=0`)
    await agrees(page, join(demoFolder, `${name}.hang`), twenty(graphic.frames))
  })
}

test('motion blur, blur, letters and paths are the same on the stage and in the file', async ({ staying: page }) => {
  const document = {
    hang: 1,
    name: 'Motion',
    kind: 'title',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 20, hold: 40, leave: 20 },
    motionBlur: { on: true, angle: 180 },
    layers: [
      {
        kind: 'hook',
        id: 'h',
        name: 'Hook',
        channels: {
          position: [640, 360],
          turn: {
            keys: [
              { at: 0, value: -40, feel: 'linear' },
              { at: 79, value: 60, feel: 'linear' },
            ],
          },
        },
      },
      {
        kind: 'plate',
        id: 'p',
        name: 'Plate',
        facing: 'along',
        hangsFrom: 'h',
        channels: {
          position: {
            keys: [
              { at: 0, value: [-500, -200], feel: 'cubic-bezier(0.2, 0.8, 0.3, 1)', tangentIn: [0, 0], tangentOut: [200, 300] },
              { at: 30, value: [200, 100], feel: 'linear', tangentIn: [-200, 100], tangentOut: [0, 0] },
            ],
          },
          size: [240, 120],
          corners: [30, 0, 30, 0],
          fill: '#C7851FCC',
        },
      },
      {
        kind: 'type',
        id: 't',
        name: 'Words',
        text: 'Smoke and honey',
        family: 'Inter',
        weight: 700,
        align: 'centre',
        stagger: { by: 'letter', every: 1, order: 'fromMiddle', seed: 1 },
        idles: [{ kind: 'sway', amplitude: 8, cycles: 2, phase: 0, over: 'hold', seed: 1 }],
        channels: {
          position: {
            keys: [
              { at: 0, value: [640, 700], feel: 'cubic-bezier(0.1, 0.3, 0.35, 1)' },
              { at: 12, value: [640, 380], feel: 'linear' },
            ],
          },
          blur: {
            keys: [
              { at: 0, value: 30, feel: 'linear' },
              { at: 12, value: 0, feel: 'linear' },
            ],
          },
          typeSize: 96,
          fill: '#2B1708',
        },
      },
    ],
    assets: {},
  }
  const id = await server.addDocument(document)
  const file = test.info().outputPath('motion.hang')
  writeFileSync(file, JSON.stringify(document))
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await agrees(page, file, [3, 7, 18, 45])
})

/** Twenty frames spread over a graphic's time. */
const twenty = (frames: number) => Array.from({ length: 20 }, (_, i) => Math.round(((i + 0.6) / 20.2) * frames))

async function agrees(page: Page, document: string, frames: number[]) {
  const bench = new BenchPage(page)
  await bench.rests(0)
  await page.getByLabel('Zoom').selectOption('1')
  await page.waitForLoadState('networkidle')
  hang('frame', document, '--at', ...frames.map(String), '-o', test.info().outputPath('still.png'))
  for (const frame of frames) {
    await bench.seek(frame)
    await bench.rests(frame)
    const { mean, within } = await difference(page, test.info().outputPath(`still-${frame}.png`))
    expect(mean, `mean difference at ${frame}`).toBeLessThanOrEqual(0.5)
    expect(within, `share of pixels within 8 at ${frame}`).toBeGreaterThanOrEqual(0.999)
  }
}

// Second implementation: the browser's own Intl.Segmenter (ICU), whose words follow UAX #29.
test('words are those of the browser', async ({ staying: page }) => {
  const text = "The keepers can't wait: 32.3 grams, well-fed bees — naïve café's «miel» e\u0301te\u0301 مرحبا بالعالم Добрый день 3,000 x_y"
  const id = await server.addDocument({
    hang: 1,
    name: 'Words',
    kind: 'title',
    width: 1920,
    height: 1080,
    rate: '25',
    phases: { arrive: 10, hold: 400, leave: 10 },
    layers: [{ kind: 'type', id: 't', name: 'Words', text, family: 'Inter', channels: { position: [40, 200], typeSize: 24 } }],
    assets: {},
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  const count = await page.evaluate(
    (t) => [...new Intl.Segmenter('en', { granularity: 'word' }).segment(t)].filter((w) => w.isWordLike).length,
    text,
  )
  expect(count).toBeGreaterThan(15)
  await expect(page.getByRole('note', { name: 'Readable for' })).toContainText(`${count} words need`)
})
