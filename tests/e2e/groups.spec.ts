import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Document {
  layers: {
    id: string
    name: string
    group?: string
    content: { kind: string }
    effects?: { kind: string; id: string }[]
    values: Record<string, unknown>
  }[]
}

let bench: BenchPage
let id: string

const plate = (of: string, name: string, x: number, fill: string) => ({
  id: of,
  name,
  position: [x, 200],
  content: { kind: 'plate', size: [200, 200], fill },
})

async function open(page: Page, layers: object[]) {
  id = await server.addDocument({
    hang: 2,
    name: 'Badge',
    kind: 'bug',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 20, hold: 50, leave: 20 },
    layers,
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  bench = new BenchPage(page)
  await bench.rests()
}

const read = () => server.document<Document>(id)
const rows = (page: Page) => page.getByRole('list', { name: 'Layers' })
const layer = (page: Page, name: string) => rows(page).getByRole('button', { name, exact: true })
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })

/** The colour of the resting stage at a point of the graphic, not premultiplied. */
const colourAt = (page: Page, x: number, y: number) =>
  page.evaluate(
    ([px, py]) => {
      const stage = document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
      const k = stage.width / 1280
      return [...stage.getContext('2d')!.getImageData(Math.round(px! * k), Math.round(py! * k), 1, 1).data]
    },
    [x, y],
  )

test('a group is made, faded as one picture, entered, put away and dissolved, by keyboard and pointer', async ({ staying: page }) => {
  await open(page, [plate('a', 'Badge', 300, '#FFFFFF'), plate('b', 'Logo', 350, '#FF0000'), plate('c', 'Rule', 900, '#00FF00')])
  await layer(page, 'Badge').click()
  await layer(page, 'Logo').click({ modifiers: ['Shift'] })
  await page.keyboard.press('Control+g')
  await expect(layer(page, 'Group')).toBeVisible()
  await bench.saved()
  const made = (await read()).layers
  const group = made.find((l) => l.content.kind === 'group')!
  expect(made.filter((l) => l.group === group.id).map((l) => l.id)).toEqual(['a', 'b'])

  // At half opacity the logo is red at half opacity, not the pink of two half pictures.
  await bench.type('Opacity, %', 50)
  await expect.poll(() => colourAt(page, 450, 300)).toEqual([255, 0, 0, 128])

  // Pressed once, the whole group is taken hold of and moved; pressed twice, what is in it.
  await page.keyboard.press('Escape')
  const inside = await bench.at(450, 300, 1280)
  await bench.drag(inside, await bench.at(460, 320, 1280))
  expect((await read()).layers.find((l) => l.id === group.id)!.values.position).toEqual([10, 20])
  await bench.pressTwice(...(await bench.at(460, 320, 1280)))
  await expect(page.getByTestId('entered')).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Details' }).getByRole('textbox', { name: 'Name' })).toHaveValue('Logo')
  await bench.drag(await bench.at(460, 320, 1280), await bench.at(470, 320, 1280))
  expect((await read()).layers.find((l) => l.id === 'b')!.values.position).toEqual([360, 200])
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('entered')).toBeHidden()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('entered')).toBeVisible()

  await page.getByRole('button', { name: 'Put away what is in Group' }).click()
  await expect(layer(page, 'Logo')).toBeHidden()
  await page.getByRole('button', { name: 'Show what is in Group' }).click()

  // Dragged onto the group's row, a layer goes into it; the details take it out again.
  const target = (await layer(page, 'Group').boundingBox())!
  const from = (await layer(page, 'Rule').boundingBox())!
  await page.mouse.move(from.x + 20, from.y + 8)
  await page.mouse.down()
  await page.mouse.move(target.x + 20, target.y + target.height - 1, { steps: 6 })
  await page.mouse.up()
  await bench.saved()
  expect((await read()).layers.find((l) => l.id === 'c')!.group).toBe(group.id)
  await layer(page, 'Rule').click()
  await page.getByLabel('In group', { exact: true }).selectOption('')
  await bench.saved()
  expect((await read()).layers.find((l) => l.id === 'c')!.group).toBeUndefined()

  await layer(page, 'Group').click()
  await page.keyboard.press('Control+Shift+g')
  await expect(layer(page, 'Group')).toBeHidden()
  await expect(page.getByRole('note')).toContainText('Group as a whole')
  const apart = (await read()).layers
  expect(apart.every((l) => l.group === undefined)).toBe(true)
  // Nothing has moved.
  expect(apart.find((l) => l.id === 'a')!.values.position).toEqual([310, 220])
})

test('effects are added, keyed, ordered, switched and taken away; shapes come from the core', async ({ staying: page }) => {
  await open(page, [plate('a', 'Badge', 300, '#FFFFFF')])
  await page.getByRole('group', { name: 'Add a layer' }).getByRole('button', { name: 'More' }).click()
  await page.getByRole('menuitem', { name: 'Ellipse' }).click()
  await expect(layer(page, 'Ellipse')).toBeVisible()
  await layer(page, 'Badge').click()
  await page.getByRole('button', { name: 'Add an effect' }).click()
  await page.getByRole('menuitem', { name: 'Drop shadow', exact: true }).click()
  const shadow = page.getByRole('group', { name: 'Drop shadow of Badge' })
  await expect(shadow).toBeVisible()
  await bench.type('Distance, px', 40)
  await bench.type('Direction, °', 90)
  await bench.type('Softness, px', 0)
  await expect.poll(() => colourAt(page, 400, 420)).toEqual([0, 0, 0, 128])
  await shadow.getByRole('button', { name: 'Key Softness here' }).click()
  await bench.saved()
  await expect(rows(page).getByText('Drop shadow: softness')).toBeVisible()
  await page.getByRole('button', { name: 'Add an effect' }).click()
  await page.getByRole('menuitem', { name: 'Blur', exact: true }).click()
  await page.getByRole('button', { name: 'Do Blur earlier' }).click()
  await bench.saved()
  expect((await read()).layers.find((l) => l.id === 'a')!.effects!.map((e) => e.kind)).toEqual(['blur', 'dropShadow'])
  await page.getByRole('group', { name: 'Blur of Badge' }).getByRole('checkbox', { name: 'On' }).click()
  await page.getByRole('button', { name: 'To all beside it' }).click()
  await bench.saved()
  expect((await read()).layers.find((l) => l.name === 'Ellipse')!.effects!.map((e) => e.kind)).toEqual(['blur', 'dropShadow'])
  await page.getByRole('button', { name: 'Take Blur away' }).click()
  await bench.saved()
  expect((await read()).layers.find((l) => l.id === 'a')!.effects!.map((e) => e.kind)).toEqual(['dropShadow'])
})

test('what is typed and stepped in a number field is kept, whatever arrives meanwhile', async ({ staying: page, browser }) => {
  await open(page, [plate('a', 'Badge', 300, '#FFFFFF')])
  await layer(page, 'Badge').click()
  const x = field(page, 'Position, px x')
  await x.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Shift+ArrowUp')
  await field(page, 'Position, px y').focus()
  await bench.saved()
  await expect(x).toHaveValue('313')
  expect((await read()).layers[0]!.values.position).toEqual([313, 200])

  // Another window changes the layer while a number is half typed.
  const other = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await other.goto(`${server.url}/bench/${id}?at=0`)
  await new BenchPage(other).rests()
  await x.focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('47')
  await layer(other, 'Badge').click()
  await other.keyboard.press('ArrowDown')
  await expect(field(page, 'Position, px y')).toHaveValue('201')
  await expect(x).toHaveValue('47')
  await page.keyboard.type('0')
  await page.keyboard.press('Enter')
  await bench.saved()
  expect((await read()).layers[0]!.values.position).toEqual([470, 201])

  // What the other window adds is not selected here.
  await other.getByRole('button', { name: 'Plate', exact: true }).first().click()
  await expect(layer(page, 'Plate')).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Details' }).getByRole('textbox', { name: 'Name' })).toHaveValue('Badge')
  await other.close()
})
