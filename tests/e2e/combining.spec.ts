import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Documented {
  guides?: { upright: number[]; level: number[] }
  layers: {
    id: string
    name: string
    hidden?: boolean
    locked?: boolean
    guide?: boolean
    content: { kind: string }
    values: Record<string, unknown>
  }[]
}

const shape = (kind: string, id: string, x: number, y: number, w: number, h: number, fill = '#CC2211') => ({
  id,
  name: `${kind === 'plate' ? 'Plate' : 'Disc'} ${id}`,
  position: [x, y],
  content: { kind, size: [w, h], fill },
})

async function open(page: Page, name: string, layers: object[]) {
  const id = await server.addDocument({
    hang: 2,
    name,
    kind: 'title',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 10, hold: 30, leave: 10 },
    layers,
    assets: {},
  })
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  return { bench, id, document: () => server.document<Documented>(id) }
}

/** The alpha of the stage at a place of the graphic. */
const alpha = (page: Page, x: number, y: number) =>
  page.evaluate(
    ([px, py]) => {
      const stage = window.document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
      const k = stage.width / 1280
      return stage.getContext('2d')!.getImageData(Math.round(px! * k), Math.round(py! * k), 1, 1).data[3]!
    },
    [x, y],
  )

const select = async (page: Page, ...names: string[]) => {
  await page.getByRole('button', { name: names[0]!, exact: true }).click()
  for (const name of names.slice(1)) await page.getByRole('button', { name, exact: true }).click({ modifiers: ['Shift'] })
}

test('a hole is cut out of a plate, goes on living, and is baked', async ({ staying: page }) => {
  const { bench, document } = await open(page, 'Cut', [shape('plate', 'a', 300, 200, 600, 300), shape('ellipse', 'b', 500, 250, 200, 200)])
  await select(page, 'Plate a', 'Disc b')
  await page.getByRole('button', { name: 'Cut: the backmost without the others' }).click()
  await bench.saved()
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Plate a and Disc b')
  await expect.poll(() => alpha(page, 600, 350)).toBe(0)
  await expect.poll(() => alpha(page, 350, 350)).toBe(255)
  // The hidden disc is moved by its numbers, and the hole goes with it.
  await select(page, 'Disc b')
  await bench.type('Position, px x', 650)
  await expect.poll(() => alpha(page, 600, 350)).toBe(255)
  await expect.poll(() => alpha(page, 750, 350)).toBe(0)
  await select(page, 'Plate a and Disc b')
  await page.getByRole('combobox', { name: 'How' }).selectOption({ label: 'Overlap' })
  await bench.saved()
  await expect.poll(() => alpha(page, 750, 350)).toBe(255)
  await expect.poll(() => alpha(page, 350, 350)).toBe(0)
  // Baked it is points of its own; what follows nothing any more is said first.
  await page.getByRole('button', { name: 'Make a path', exact: true }).click()
  const question = page.getByRole('dialog', { name: 'Make a path?' })
  await expect(question).toContainText('is without what it follows (made of)')
  await question.getByRole('button', { name: 'Make a path' }).click()
  await bench.saved()
  expect((await document()).layers.find((l) => l.name === 'Plate a and Disc b')!.content.kind).toBe('path')
  await expect.poll(() => alpha(page, 750, 350)).toBe(255)
})

test('words run along a circle, and are made a path', async ({ staying: page }) => {
  const words = {
    id: 't',
    name: 'Words',
    position: [640, 360],
    content: { kind: 'type', text: 'IIIII', family: 'Inter', weight: 900, align: 'centre', typeSize: 80, fill: '#FFFFFF' },
  }
  const { bench, document } = await open(page, 'Badge', [{ ...shape('ellipse', 'e', 440, 160, 400, 400), hidden: true }, words])
  await select(page, 'Words')
  await page.getByRole('button', { name: 'Show on a path' }).click()
  await page.getByRole('combobox', { name: 'Runs along' }).selectOption({ label: 'Disc e' })
  await bench.saved()
  // The middle letter stands on the top of the circle, upright; nothing is left in the middle.
  await expect.poll(() => alpha(page, 640, 158)).toBeGreaterThan(100)
  await expect.poll(() => alpha(page, 640, 340)).toBe(0)
  await bench.type('Starts at, % of length', 50)
  await page.getByRole('checkbox', { name: 'Backwards' }).check({ force: true })
  await bench.saved()
  await page.getByRole('combobox', { name: 'Stands' }).selectOption({ label: 'Inside' })
  await bench.saved()
  // At the bottom, inside, on the circle.
  await expect.poll(() => alpha(page, 640, 557)).toBeGreaterThan(100)
  await page.getByRole('button', { name: 'Make a path', exact: true }).click()
  await expect(page.getByRole('dialog')).toContainText('words that can be edited')
  await page.getByRole('dialog').getByRole('button', { name: 'Make a path' }).click()
  await bench.saved()
  expect((await document()).layers.find((l) => l.id === 't')!.content.kind).toBe('path')
  await expect.poll(() => alpha(page, 640, 557)).toBeGreaterThan(100)
})

test('guides are drawn out of the rulers, moved, typed and taken away; layers are drawn to them, to a grid and to even gaps', async ({
  page,
}) => {
  const { bench, document } = await open(page, 'Guided', [
    shape('plate', 'a', 100, 100, 100, 100),
    shape('plate', 'b', 400, 100, 100, 100),
    shape('plate', 'c', 760, 300, 100, 100),
  ])
  const position = async () => (await document()).layers.find((l) => l.id === 'c')!.values.position
  await page.getByRole('button', { name: /^Rulers and guides/ }).click()
  const ruler = (await page.getByTestId('ruler-upright').boundingBox())!
  const to = await bench.at(640, 500, 1280)
  await bench.drag([ruler.x + 5, to[1]], to)
  const at = (await document()).guides!.upright[0]!
  expect(Math.abs(at - 640)).toBeLessThan(3)
  await bench.type('Upright guide 1, px', 700)
  await page.getByRole('slider', { name: 'Upright guide' }).focus()
  await page.keyboard.press('ArrowRight')
  await bench.saved()
  expect((await document()).guides!.upright).toEqual([701])
  // Its left edge is let go two or three pixels beside the guide, and lies on it.
  await bench.drag(await bench.at(810, 350, 1280), await bench.at(753, 450, 1280), async () =>
    expect(page.getByTestId('snap-line')).not.toHaveCount(0),
  )
  expect(((await position()) as number[])[0]).toBe(701)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Delete upright guide 1' }).click()
  await bench.saved()
  expect((await document()).guides).toBeUndefined()
  // Beside two others 200 px apart it goes 200 px from the second.
  const c = (await position()) as number[]
  await bench.drag(await bench.at(c[0]! + 50, c[1]! + 50, 1280), await bench.at(752, 150, 1280), async () =>
    expect(page.getByTestId('even-gap')).toHaveCount(2),
  )
  expect(await position()).toEqual([700, 100])
  await page.getByRole('combobox', { name: 'Grid' }).selectOption('60')
  await expect(page.getByTestId('grid')).toBeVisible()
  await bench.drag(await bench.at(750, 150, 1280), await bench.at(1012, 529, 1280))
  expect(await position()).toEqual([960, 480])
})

test('width and height keep their ratio, contrast is a number, and what is only drawn after is in no file', async ({ page, request }) => {
  const { bench, id, document } = await open(page, 'Looked at', [
    shape('plate', 'a', 100, 100, 600, 300, '#FFFFFF'),
    {
      id: 't',
      name: 'Words',
      position: [200, 260],
      content: { kind: 'type', text: 'Name', family: 'Inter', weight: 700, typeSize: 80, fill: '#767676' },
    },
  ])
  const layer = async (l: string) => (await document()).layers.find((x) => x.id === l)!
  await select(page, 'Plate a')
  await page.getByRole('button', { name: 'Keep the ratio of width and height' }).first().click()
  await bench.type('Size, px width', 800)
  expect((await layer('a')).values.size).toEqual([800, 400])
  // All corners at once, and then one of its own.
  await page.getByRole('button', { name: 'Set all corners together' }).click()
  await bench.type('Corners, px top left', 24)
  expect((await layer('a')).values.corners).toEqual([24, 24, 24, 24])
  await page.getByRole('button', { name: 'All corners are set together' }).click()
  await bench.type('Corners, px top left', 0)
  expect((await layer('a')).values.corners).toEqual([0, 24, 24, 24])
  // WCAG's own example: #767676 on white is 4.54 : 1.
  await select(page, 'Words')
  await page.getByRole('button', { name: 'Colour', exact: true }).click()
  await expect(page.getByRole('note', { name: 'Contrast' })).toContainText('4.5 : 1')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Plate a', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Only to draw after' }).click()
  await bench.saved()
  expect(await layer('a')).toMatchObject({ guide: true, locked: true })
  // Dimmed on the stage, and not in the still.
  await expect.poll(() => alpha(page, 820, 450)).toBe(102)
  const [shelf] = await server.json<{ graphics: { id: string; still: string }[] }[]>('/api/packages')
  const still = await request.get(server.url + shelf!.graphics.find((g) => g.id === id)!.still)
  const seen = await page.evaluate(
    async (bytes) => {
      const image = await createImageBitmap(new Blob([new Uint8Array(bytes)]))
      const canvas = new OffscreenCanvas(image.width, image.height)
      const context = canvas.getContext('2d')!
      context.drawImage(image, 0, 0)
      return context.getImageData(Math.round((820 / 1280) * image.width), Math.round((450 / 720) * image.height), 1, 1).data[3]
    },
    [...(await still.body())],
  )
  expect(seen).toBe(0)
})
