import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { HangServer } from './server'

const server = new HangServer(5323)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const plate = (id: string, x: number, fill: string) => ({
  id,
  name: `Plate ${id}`,
  position: [x, 200],
  content: { kind: 'plate', size: [400, 200], fill },
})

const document = (name: string) => ({
  hang: 2,
  name,
  kind: 'lowerThird',
  width: 1280,
  height: 720,
  rate: '25',
  phases: { arrive: 10, hold: 30, leave: 10 },
  layers: [plate('a', 100, '#CC2211'), plate('b', 700, '#CC221180')],
  assets: {},
})

async function open(page: Page, name: string) {
  const id = await server.addDocument(document(name))
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  return bench
}

/** The straight colour and alpha of the stage at a place of the graphic. */
const pixel = (page: Page, x: number, y: number) =>
  page.evaluate(
    ([px, py]) => {
      const stage = window.document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
      const k = stage.width / 1280
      return [...stage.getContext('2d')!.getImageData(Math.round(px! * k), Math.round(py! * k), 1, 1).data]
    },
    [x, y],
  )

/** Within 4 of 255: what lets something through has lost some of its colour to rounding. */
const shows = (page: Page, x: number, y: number, colour: number[], most = 4) =>
  expect.poll(async () => Math.max(...(await pixel(page, x, y)).map((v, i) => Math.abs(v - colour[i]!)))).toBeLessThanOrEqual(most)

test('a plate gets a gradient, its ends are dragged on the stage, and it runs where they are', async ({ staying: page }) => {
  const bench = await open(page, 'Gradient')
  await page.mouse.click(...(await bench.at(300, 300, 1280)))
  await page.getByRole('group', { name: 'Colour: kind' }).getByRole('button', { name: 'Runs along a line' }).click()
  await bench.saved()
  // From red to nothing, left to right.
  await expect.poll(async () => (await pixel(page, 110, 300))[3]).toBeGreaterThan(245)
  await expect.poll(async () => (await pixel(page, 300, 300))[3]).toBeGreaterThan(120)
  await expect.poll(async () => (await pixel(page, 490, 300))[3]).toBeLessThan(10)
  const end = page.getByRole('button', { name: 'End of the gradient' })
  const box = (await end.boundingBox())!
  // The handle stands a little outside of the end itself, and snaps to the middle of the box.
  await bench.drag([box.x + box.width / 2, box.y + box.height / 2], await bench.at(302, 300, 1280))
  await expect.poll(async () => (await pixel(page, 320, 300))[3]).toBe(0)
  await expect.poll(async () => (await pixel(page, 200, 300))[3]).toBeGreaterThan(120)
  // Another stop in the middle, in another colour, and the whole a way round.
  const bar = page.getByRole('group', { name: 'Colour: stops' })
  const b = (await bar.boundingBox())!
  await page.mouse.click(b.x + b.width / 2, b.y + 8)
  await bench.saved()
  await page.getByRole('textbox', { name: 'Colour of stop 2 as text' }).fill('#0000FF')
  await page.getByRole('textbox', { name: 'Colour of stop 2 as text' }).press('Enter')
  await bench.saved()
  // At its peak, which may lie between two pixels of the stage.
  await shows(page, 200, 300, [0, 0, 255, 255], 8)
  await page.getByRole('button', { name: 'Goes round' }).click()
  await bench.saved()
  await shows(page, 300, 390, [0, 0, 255, 255])
  // It is keyed like any value.
  await bench.key('Colour').click()
  await bench.saved()
  await bench.seek(20)
  await page.getByRole('button', { name: 'One colour' }).click()
  await bench.saved()
  await shows(page, 300, 390, [204, 34, 17, 255])
})

test('a red set becomes a blue set in one step, in the whole package', async ({ staying: page }) => {
  const other = await server.addDocument(document('Second'))
  const bench = await open(page, 'First')
  await page.getByRole('button', { name: 'Roles from this graphic' }).click()
  await bench.saved()
  await expect(page.getByRole('group', { name: 'Role red' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Title of red' }).fill('house colour')
  await page.getByRole('textbox', { name: 'Title of red' }).press('Enter')
  await bench.saved()
  await expect(page.getByRole('group', { name: 'Role house-colour' })).toBeVisible()
  await page.getByRole('button', { name: 'Add a colourway' }).click()
  await bench.saved()
  await page.getByRole('button', { name: 'Colour of house-colour' }).click()
  for (const [channel, value, seen] of [
    ['red', '17', [17, 34, 17, 255]],
    ['green', '68', [17, 68, 17, 255]],
    ['blue', '204', [17, 68, 204, 255]],
  ] as const) {
    const field = page.getByRole('textbox', { name: channel, exact: true })
    await field.fill(value)
    await field.press('Enter')
    await shows(page, 300, 300, [...seen])
  }
  // Typed one after the other, as fast as fingers go.
  const channels = ['red', 'green', 'blue'].map((name) => page.getByRole('textbox', { name, exact: true }))
  for (const [i, value] of ['30', '60', '90'].entries()) await channels[i]!.fill(value)
  await channels[2]!.press('Enter')
  await shows(page, 300, 300, [30, 60, 90, 255])
  for (const [i, value] of ['17', '68', '204'].entries()) await channels[i]!.fill(value)
  await channels[2]!.press('Enter')
  await page.keyboard.press('Escape')
  await bench.saved()
  await shows(page, 300, 300, [17, 68, 204, 255])
  await expect.poll(async () => (await pixel(page, 900, 300))[3]).toBe(128)
  await page.getByRole('combobox', { name: 'Colourway', exact: true }).selectOption('Meadow')
  await bench.saved()
  await shows(page, 300, 300, [204, 34, 17, 255])
  // The other graphic of the package has the role and both colourways; its own colours are still literal.
  await visit(page, `${server.url}/bench/${other}?at=0`)
  await bench.rests()
  await page.mouse.click(...(await bench.at(300, 300, 1280)))
  await page.getByRole('button', { name: 'Colour', exact: true }).click()
  await page.getByRole('group', { name: 'Roles' }).getByRole('button', { name: 'house-colour' }).click()
  await bench.saved()
  await page.mouse.click(...(await bench.at(20, 20, 1280)))
  await page.getByRole('combobox', { name: 'Colourway', exact: true }).selectOption('Fourth')
  await bench.saved()
  await shows(page, 300, 300, [17, 68, 204, 255])
  await shows(page, 900, 300, [204, 34, 17, 128])
})

test('a logo on a flat ground is cut out and painted in a role', async ({ staying: page }) => {
  const bench = await open(page, 'Logo')
  const disc = await page.evaluate(() => {
    const canvas = window.document.createElement('canvas')
    canvas.width = canvas.height = 200
    const context = canvas.getContext('2d')!
    context.fillStyle = '#FFFFFF'
    context.fillRect(0, 0, 200, 200)
    context.fillStyle = '#00AA00'
    context.arc(100, 100, 80, 0, 7)
    context.fill()
    return canvas.toDataURL('image/png').split(',')[1]!
  })
  await page.getByLabel('Picture file').setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: Buffer.from(disc, 'base64') })
  await expect(page.getByRole('button', { name: 'logo', exact: true })).toBeVisible()
  await bench.saved()
  await shows(page, 550, 270, [255, 255, 255, 255])
  await page.getByRole('button', { name: 'Show recolour' }).click()
  await page.getByRole('checkbox', { name: 'Take the ground out' }).check()
  await bench.saved()
  await expect.poll(async () => (await pixel(page, 550, 270))[3]).toBe(0)
  await shows(page, 640, 360, [0, 170, 0, 255])
  const one = page.getByRole('group', { name: 'In one colour' }).getByRole('textbox')
  await one.fill('@accent #FF0000')
  await one.press('Enter')
  await bench.saved()
  // The package's accent counts, not the colour that was typed beside it.
  await shows(page, 640, 360, [242, 165, 30, 255])
  await expect.poll(async () => (await pixel(page, 550, 270))[3]).toBe(0)
})
