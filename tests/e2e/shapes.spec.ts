import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

let bench: BenchPage
let id: string

async function open(page: Page) {
  id = await server.addDocument({
    hang: 2,
    name: 'Ring',
    kind: 'callout',
    width: 1280,
    height: 720,
    rate: '50',
    phases: { arrive: 50, hold: 0, leave: 50 },
    layers: [],
    assets: {},
  })
  bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
}

const addShape = async (page: Page, name: string) => {
  await page.getByRole('group', { name: 'Add a layer' }).getByRole('button', { name: 'More' }).click()
  await page.getByRole('menuitem', { name }).click()
  await expect(page.getByRole('button', { name, exact: true })).toBeVisible()
  await bench.saved()
}

/** What is covered on the stage, in pixels of the graphic, within a part of it. */
const covered = (page: Page, part: [number, number, number, number] = [0, 0, 1, 1]) =>
  page.evaluate(([l, t, r, b]) => {
    const stage = document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
    const [x, y] = [Math.round(l * stage.width), Math.round(t * stage.height)]
    const data = stage.getContext('2d')!.getImageData(x, y, Math.round(r * stage.width) - x, Math.round(b * stage.height) - y).data
    let sum = 0
    for (let i = 3; i < data.length; i += 4) sum += data[i]! / 255
    return sum * (1280 / stage.width) ** 2
  }, part)

test('a ring of 15 px draws itself and erases itself behind, eased at both ends', async ({ staying: page }) => {
  await open(page)
  await addShape(page, 'Ellipse')
  const size = page.getByRole('textbox', { name: 'Size, px width' })
  const across = Number(await size.inputValue())
  await page.getByRole('textbox', { name: 'Colour as text' }).first().fill('#00000000')
  await page.getByRole('textbox', { name: 'Colour as text' }).first().press('Enter')
  await bench.saved()
  await page.getByRole('button', { name: 'Show stroke' }).click()
  await bench.type('Line width, px', 15)
  const whole = Math.PI * across * 15
  await expect.poll(() => covered(page)).toBeLessThan(whole * 1.02)
  await expect.poll(() => covered(page)).toBeGreaterThan(whole * 0.98)

  // On in the first second, off in the second.
  await bench.type('Line to, %', 0)
  await bench.key('Line to').click()
  await bench.saved()
  await bench.seek(50)
  await bench.type('Line to, %', 100)
  await bench.key('Line from').click()
  await bench.saved()
  await bench.seek(99)
  await bench.type('Line from, %', 100)
  // Eased at both ends, as the CSS Easing Functions name it.
  await page.keyboard.press('Escape')
  await page.getByTestId('timecode').click()
  await page.keyboard.press('Control+a')
  const feel = page.getByRole('textbox', { name: 'Feel as CSS easing text' })
  await feel.fill('ease-in-out')
  await feel.press('Enter')
  await bench.saved()
  const share = async (frame: number) => {
    await bench.seek(frame)
    await bench.rests(frame)
    return (await covered(page)) / whole
  }
  expect(await share(0)).toBe(0)
  const quarter = await share(12)
  expect(quarter).toBeGreaterThan(0.02)
  expect(quarter).toBeLessThan(0.3)
  // From the top clockwise: nothing on the left yet.
  expect(await covered(page, [0, 0, 0.49, 1])).toBeLessThan(1)
  expect(await share(25)).toBeCloseTo(0.5, 1)
  expect(await share(50)).toBeGreaterThan(0.98)
  // What is left while it is erased is its end, on the left.
  const late = await share(85)
  expect(late).toBeGreaterThan(0.01)
  expect(late).toBeLessThan(0.3)
  expect(await covered(page, [0.51, 0, 1, 1])).toBeLessThan(1)
  expect(await share(99)).toBe(0)
})

test('a panel leans, is cut at its corners and takes a dashed line inside', async ({ staying: page }) => {
  await open(page)
  await page.getByRole('button', { name: 'Plate', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Plate', exact: true })).toHaveCount(2)
  await bench.saved()
  await bench.type('Size, px width', 400)
  await bench.type('Size, px height', 300)
  await expect.poll(() => covered(page)).toBeGreaterThan(119_000)
  await bench.type('Lean, px width', 120)
  await bench.type('Lean, px height', 120)
  // A parallelogram has the area of the rectangle.
  await expect.poll(() => covered(page)).toBeGreaterThan(119_000)
  expect(await covered(page)).toBeLessThan(121_000)
  await page.getByRole('combobox', { name: 'Corners are' }).selectOption('cut')
  await bench.saved()
  await bench.type('Corners, px top right', 60)
  await expect.poll(() => covered(page)).toBeLessThan(120_000 - 1_500)
  await page.getByRole('button', { name: 'Show stroke' }).click()
  await bench.type('Line width, px', 10)
  await page.getByRole('combobox', { name: 'Line lies' }).selectOption('inside')
  await bench.saved()
  const document = (await (await fetch(`${server.url}/api/graphics/${id}/document`)).json()) as {
    layers: { content: Record<string, unknown> }[]
  }
  expect(document.layers[0]!.content).toMatchObject({
    kind: 'plate',
    lean: [120, 120],
    cornerCut: 'cut',
    stroke: 10,
    strokePlace: 'inside',
  })
})

test('rings and stars are added, recoloured and lit from their edges', async ({ staying: page }) => {
  await open(page)
  await addShape(page, 'Ring')
  const across = Number(await page.getByRole('textbox', { name: 'Size, px width' }).inputValue())
  await bench.type('Sweep, °', 90)
  await bench.type('Hole, % of size', 50)
  const quarter = (Math.PI * (across / 2) ** 2 * 0.75) / 4
  await expect.poll(() => covered(page)).toBeLessThan(quarter * 1.02)
  await expect.poll(() => covered(page)).toBeGreaterThan(quarter * 0.98)
  await page.getByRole('button', { name: 'Add an effect' }).click()
  await page.getByRole('menuitem', { name: 'Invert', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Invert of Ring' })).toBeVisible()
  await page.getByRole('button', { name: 'Add an effect' }).click()
  await page.getByRole('menuitem', { name: 'Inner glow', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Inner glow of Ring' })).toBeVisible()
  await addShape(page, 'Star')
  await bench.type('Points', 6)
  await bench.type('Depth, % of edge', 0)
  // With its dents filled a star of six points is a hexagon, as large as the ring was.
  const hexagon = (6 / 2) * (across / 2) ** 2 * Math.sin((2 * Math.PI) / 6)
  await expect.poll(() => covered(page)).toBeGreaterThan(hexagon * 0.98)
})
