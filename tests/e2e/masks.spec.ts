import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Documented {
  layers: { name: string; values: Record<string, unknown>; masks?: { id: string; kind: string; points?: { keys?: unknown[] } }[] }[]
}

const document = (name: string, layers: object[]) => ({
  hang: 2,
  name,
  kind: 'title',
  width: 1280,
  height: 720,
  rate: '25',
  phases: { arrive: 10, hold: 60, leave: 10 },
  layers,
  assets: {},
})

async function open(page: Page, name: string, layers: object[]) {
  const id = await server.addDocument(document(name, layers))
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  return { bench, id }
}

/** How opaque the stage is at a place of the graphic, 0..255. */
const alpha = (page: Page, x: number, y: number) =>
  page.evaluate(
    ([px, py]) => {
      const stage = window.document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
      const k = stage.width / 1280
      return stage.getContext('2d')!.getImageData(Math.round(px! * k), Math.round(py! * k), 1, 1).data[3]!
    },
    [x, y],
  )

const plate = { id: 'w', name: 'Words', position: [200, 200], content: { kind: 'plate', size: [800, 300], fill: '#FFFFFF' } }

test('words pass behind something: a path that masks them is keyed from frame to frame', async ({ staying: page }) => {
  const { bench, id } = await open(page, 'Behind', [plate])
  await page.mouse.click(...(await bench.at(600, 350, 1280)))
  await page.getByRole('combobox', { name: 'Add a mask' }).selectOption('Path')
  await bench.saved()
  // As large as the layer: nothing is cut yet. Then its right edge is pulled in by both corners.
  await expect.poll(() => alpha(page, 990, 350)).toBe(255)
  const path = page.getByRole('group', { name: 'Points of the mask' })
  const pull = async (n: number, x: number, y: number) => {
    const box = (await path.getByRole('button', { name: `Point ${n}`, exact: true }).boundingBox())!
    await bench.drag([box.x + box.width / 2, box.y + box.height / 2], await bench.at(x, y, 1280))
  }
  await pull(2, 600, 200)
  await pull(3, 600, 500)
  await expect.poll(() => alpha(page, 700, 350)).toBe(0)
  await expect.poll(() => alpha(page, 500, 350)).toBe(255)
  await bench.key('Points').click()
  await bench.saved()
  await bench.seek(20)
  await pull(2, 400, 200)
  await pull(3, 400, 500)
  await expect(page.getByTestId('onion')).toBeAttached()
  await expect.poll(() => alpha(page, 500, 350)).toBe(0)
  await bench.seek(10)
  // On the way the edge stands between 400 and 600, eased.
  await expect.poll(() => alpha(page, 430, 350)).toBe(255)
  await expect.poll(() => alpha(page, 520, 350)).toBe(0)
  // A press on the line adds a point, a double press on it makes it round, Delete takes it away.
  await bench.seek(20)
  const placeOf = async (n: number) => (await path.getByRole('button', { name: `Point ${n}`, exact: true }).boundingBox())!
  const [third, fourth] = [await placeOf(3), await placeOf(4)]
  await page.mouse.click((third.x + fourth.x) / 2 + 5, third.y + 5)
  await bench.saved()
  await expect(path.getByRole('button', { name: 'Point 5', exact: true })).toBeVisible()
  const added = (await path.getByRole('button', { name: 'Point 4', exact: true }).boundingBox())!
  await bench.pressTwice(added.x + 5, added.y + 5)
  await expect(path.getByRole('button', { name: 'Handle after point 4' })).toBeVisible()
  await path.getByRole('button', { name: 'Point 4', exact: true }).press('Delete')
  await bench.saved()
  await expect(path.getByRole('button', { name: 'Point 5', exact: true })).toBeHidden()
  const saved = await server.document<Documented>(id)
  expect(saved.layers[0]!.masks![0]!.points!.keys).toHaveLength(2)
})

test('a rectangle and an ellipse go together as masks, moved on the stage', async ({ staying: page }) => {
  const { bench } = await open(page, 'Together', [plate])
  await page.mouse.click(...(await bench.at(600, 350, 1280)))
  await page.getByRole('combobox', { name: 'Add a mask' }).selectOption('Rectangle')
  await bench.saved()
  await page.getByRole('combobox', { name: 'Add a mask' }).selectOption('Ellipse')
  await bench.saved()
  const ellipse = page.getByRole('group', { name: 'Ellipse of Words' })
  await ellipse.getByRole('combobox', { name: 'Goes together' }).selectOption('Subtract')
  await bench.saved()
  await expect.poll(() => alpha(page, 600, 350)).toBe(0)
  await expect.poll(() => alpha(page, 210, 210)).toBe(255)
  const grip = (await page.getByRole('button', { name: 'Move mask 2' }).boundingBox())!
  await bench.drag([grip.x + 6, grip.y + 6], await bench.at(1000, 350, 1280))
  await expect.poll(() => alpha(page, 590, 350)).toBe(255)
  await expect.poll(() => alpha(page, 900, 350)).toBe(0)
})

test('a path is drawn on the stage, point by point', async ({ staying: page }) => {
  const { bench, id } = await open(page, 'Drawn', [])
  await page.getByRole('group', { name: 'Add a layer' }).getByRole('button', { name: 'More' }).click()
  await page.getByRole('menuitem', { name: 'Path' }).click()
  await expect(page.getByTestId('drawing')).toBeVisible()
  const press = async (x: number, y: number) => page.mouse.click(...(await bench.at(x, y, 1280)))
  await press(300, 200)
  await press(700, 200)
  await press(700, 500)
  await press(300, 500)
  await press(300, 200)
  await bench.saved()
  await expect(page.getByTestId('drawing')).toBeHidden()
  await expect.poll(() => alpha(page, 500, 350)).toBe(255)
  await expect.poll(() => alpha(page, 720, 350)).toBe(0)
  const saved = await server.document<Documented>(id)
  expect(saved.layers[0]!.values).toMatchObject({ kind: 'path', position: [300, 200] })
  // Its top right corner is pulled out.
  const corner = (await page.getByRole('button', { name: 'Point 2', exact: true }).boundingBox())!
  await bench.drag([corner.x + 5, corner.y + 5], await bench.at(900, 100, 1280))
  await expect.poll(() => alpha(page, 780, 220)).toBe(255)
})
