import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Documented {
  layers: { id: string; values: Record<string, unknown> }[]
}

const document = {
  hang: 2,
  name: 'Name plate',
  kind: 'lowerThird',
  width: 1280,
  height: 720,
  rate: '25',
  phases: { arrive: 10, hold: 60, leave: 10 },
  layers: [
    {
      id: 'p',
      name: 'Plate',
      position: [80, 480],
      content: { kind: 'plate', size: [200, 120], fill: '#17324A' },
    },
    {
      id: 't',
      name: 'Name',
      position: [120, 560],
      content: { kind: 'type', text: 'Ada', typeSize: 60, fill: '#FFFFFF' },
    },
  ],
  assets: {},
}

/** How far to the right the plate reaches, in pixels of the graphic. */
const reach = (page: Page) =>
  page.evaluate(() => {
    const stage = window.document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
    const k = stage.width / 1280
    const row = stage.getContext('2d')!.getImageData(0, Math.round(490 * k), stage.width, 1).data
    let last = -1
    for (let x = 0; x < stage.width; x++) if (row[4 * x + 3]! > 128) last = x
    return (last + 1) / k
  })

test('a plate fits its wording, which is written where it stands', async ({ staying: page }) => {
  const id = await server.addDocument(document)
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  const text = async () => (await server.document<Documented>(id)).layers.find((l) => l.id === 't')!.values.text
  await expect.poll(() => reach(page)).toBeCloseTo(280, -1)
  await page.mouse.click(...(await bench.at(90, 490, 1280)))
  await page.getByRole('button', { name: 'Show fits its wording' }).click()
  await page.getByRole('group', { name: 'As large as' }).getByRole('checkbox', { name: 'Name' }).check()
  await bench.saved()
  await expect.poll(() => reach(page)).toBeLessThan(270)
  const short = await reach(page)

  // Two quick presses on the words, and they are written on the stage; all of them are chosen.
  const [x, y] = await bench.at(150, 545, 1280)
  await bench.pressTwice(x, y)
  await expect(page.getByTestId('writing')).toBeVisible()
  await page.keyboard.type('Ada Ferndale of the Orchard')
  await expect.poll(() => reach(page)).toBeGreaterThan(short + 300)
  await page.keyboard.press('Home')
  await page.keyboard.type('Dr ')
  // The caret stands behind what was typed, before the A.
  await expect.poll(async () => Math.round((await page.getByTestId('caret').getAttribute('x1').then(Number)) / 10)).toBeGreaterThan(5)
  await page.keyboard.press('Escape')
  await bench.saved()
  expect(await text()).toBe('Dr Ada Ferndale of the Orchard')
  await expect(page.getByTestId('writing')).toBeHidden()
  const long = await reach(page)

  // A press into the words sets the caret there.
  await bench.pressTwice(x, y)
  await page.waitForFunction(() => window.document.querySelector('[data-testid=caret]'))
  await page.mouse.click(...(await bench.at(122, 545, 1280)))
  await page.keyboard.type('To ')
  await page.mouse.click(...(await bench.at(640, 100, 1280)))
  await bench.saved()
  await expect.poll(text).toBe('To Dr Ada Ferndale of the Orchard')
  await expect.poll(() => reach(page)).toBeGreaterThan(long + 30)
})

test('type gets an outline, capitals and a width to fit into', async ({ staying: page }) => {
  const id = await server.addDocument({ ...document, name: 'Outlined' })
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  await page.mouse.click(...(await bench.at(150, 545, 1280)))
  await page.getByRole('button', { name: 'Show stroke' }).click()
  await bench.type('Line width, px', 4)
  await page.getByRole('button', { name: 'Show setting' }).click()
  await page.getByRole('combobox', { name: 'Letters' }).selectOption('Upper')
  await bench.saved()
  await page.getByRole('combobox', { name: 'Fit', exact: true }).selectOption('Stretch')
  await bench.saved()
  await page.getByRole('checkbox', { name: 'Slashed zero' }).check()
  await bench.saved()
  const values = (await server.document<Documented>(id)).layers.find((l) => l.id === 't')!.values
  expect(values).toMatchObject({
    stroke: 4,
    case: 'upper',
    fit: 'stretch',
    features: 'zero',
  })
  const { layers } = await server.json<{
    layers: { id: string; bounds: number[] }[]
  }>(`/api/graphics/${id}/inspection/30`)
  const bounds = layers.find((l) => l.id === 't')!.bounds
  expect(bounds[2]! - bounds[0]!).toBeCloseTo(600, 0)
})

test('a font is added from a file, and one that is none is refused with words', async ({ staying: page }) => {
  const id = await server.addDocument({ ...document, name: 'Own font' })
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  await page.getByRole('button', { name: 'Name', exact: true }).first().click()
  const file = page.getByLabel('Font file')
  await file.setInputFiles({ name: 'notes.ttf', mimeType: 'font/ttf', buffer: Buffer.from('these are notes and no font') })
  await expect(page.getByRole('alert')).toContainText('notes.ttf is no font that Hang can read')
  // A shipped font under another name stands in for one of the studio's own.
  const font = readFileSync(join(import.meta.dirname, '../../fonts/quicksand/Quicksand-Regular.ttf'))
  for (const encoding of ['latin1', 'utf16le'] as const) {
    const [from, to] = ['Quicksand', 'Meadowand'].map((n) =>
      encoding === 'latin1' ? Buffer.from(n, encoding) : Buffer.from(n, encoding).swap16(),
    )
    for (let at = 0; (at = font.indexOf(from!, at)) >= 0;) to!.copy(font, at)
  }
  await file.setInputFiles({ name: 'meadow.ttf', mimeType: 'font/ttf', buffer: font })
  await bench.saved()
  await expect(page.getByRole('combobox', { name: 'Font' })).toHaveValue('Meadowand')
  await page.reload()
  await bench.rests()
  await page.getByRole('button', { name: 'Name', exact: true }).first().click()
  await expect(page.getByRole('combobox', { name: 'Font' }).locator('option', { hasText: 'Meadowand (own)' })).toHaveCount(1)
})
