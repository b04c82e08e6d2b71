import { expect, test, visit, type Page } from './staying'
import { Actions } from './actions'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

// What people set out to do, each with the number of actions that it takes.

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Doc {
  layers: {
    id: string
    name: string
    hangsFrom?: string
    position?: unknown
    opacity?: unknown
    idles?: { kind: string; over?: string }[]
    content: Record<string, unknown>
  }[]
}

const idOf = (page: Page) => page.url().split('/').at(-1)!.split('?')[0]!
const documentOf = async (id: string) => (await (await fetch(`${server.url}/api/graphics/${id}/document`)).json()) as Doc

/** A blank graphic, made from the rack. */
async function blank(page: Page, actions: Actions): Promise<BenchPage> {
  await visit(page, server.url)
  await actions.press(page, 'button', 'New graphic')
  await actions.press(page, 'button', 'Make it')
  await expect(page.getByText('No layers yet')).toBeVisible()
  return new BenchPage(page)
}

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })

test('a lower third from nothing: two lines on a plate that fits them, brought on and off, handed off', async ({ staying: page }) => {
  const actions = new Actions()
  const bench = await blank(page, actions)
  await actions.press(page, 'button', 'Type', true)
  await actions.fill(field(page, 'Words'), 'Bea Thornwood')
  await actions.fill(field(page, 'Position, px x'), '180')
  await actions.fill(field(page, 'Position, px y'), '880')
  await actions.press(page, 'button', 'Type', true)
  await actions.fill(field(page, 'Words'), 'Keeper of the eastern hives')
  await actions.fill(field(page, 'Type size, px'), '40')
  await actions.fill(field(page, 'Position, px x'), '180')
  await actions.fill(field(page, 'Position, px y'), '950')
  await actions.press(page, 'button', 'Plate', true)
  await actions.fill(field(page, 'Position, px x'), '140')
  await actions.fill(field(page, 'Position, px y'), '800')
  await actions.fill(field(page, 'Size, px width'), '760')
  await actions.fill(field(page, 'Size, px height'), '190')
  await actions.once(async () => bench.stage.click({ button: 'right', position: { x: 300, y: 340 } }))
  await actions.press(page, 'menuitem', 'To the back')
  await actions.press(page, 'tab', 'Motion')
  await actions.press(page, 'button', /^Wipe →/)
  await actions.press(page, 'button', 'Departure')
  await actions.press(page, 'button', /^Fade/)
  for (const name of ['Type', 'Type 2']) {
    await actions.once(() => page.getByRole('list', { name: 'Layers' }).getByRole('button', { name, exact: true }).click())
    await actions.press(page, 'tab', 'Motion')
    await actions.press(page, 'button', 'Arrival')
    await actions.press(page, 'button', /^Rise/)
    await actions.press(page, 'button', 'Departure')
    await actions.press(page, 'button', /^Fade/)
  }
  await bench.saved()
  const id = idOf(page)
  await actions.press(page, 'link', 'Hand off')
  await actions.press(page, 'button', 'Hand off', true)
  await expect(page.getByRole('link', { name: /Save/ }).first()).toBeVisible({ timeout: 90_000 })
  actions.tell('lower third', 45)
  const { layers } = await documentOf(id)
  expect(layers.map((l) => l.content.kind)).toEqual(['plate', 'type', 'type'])
  expect(layers.every((l) => JSON.stringify(l).includes('"keys"'))).toBe(true)
})

test('a second colour and another logo', async ({ staying: page }) => {
  const actions = new Actions()
  await visit(page, `${server.url}/desk`)
  await actions.press(page, 'link', /^Lower third/)
  await actions.choose(page.getByLabel('Colourway'), 'Frost')
  await actions.once(() => page.getByLabel('Picture for Mark').setInputFiles('../../demo/fernhollow-mark.png'))
  await expect(page.getByRole('status', { name: 'Checks' })).toContainText('All clear')
  await actions.press(page, 'button', 'Take the file')
  await expect(page.getByRole('article').first()).toBeVisible()
  actions.tell('second colour and logo', 4)
})

test('a title whose letters spread', async ({ staying: page }) => {
  const actions = new Actions()
  const bench = await blank(page, actions)
  await actions.press(page, 'button', 'Type', true)
  await actions.fill(field(page, 'Words'), 'The winter cluster')
  await actions.press(page, 'tab', 'Motion')
  await actions.press(page, 'button', /^Spread/)
  await bench.saved()
  actions.tell('spreading title', 12)
  const [type] = (await documentOf(idOf(page))).layers
  expect(JSON.stringify(type!.content.tracking)).toContain('keys')
})

test('a banner on a carrier glides in as one', async ({ staying: page }) => {
  const actions = new Actions()
  const bench = await blank(page, actions)
  await actions.press(page, 'button', 'Hook', true)
  // At once, while the hook is still on its way: it is selected when it is there, and what is added then hangs from it.
  await actions.press(page, 'button', 'Plate', true)
  await actions.once(() => page.getByRole('list', { name: 'Layers' }).getByRole('button', { name: 'Hook', exact: true }).click())
  await actions.press(page, 'button', 'Type', true)
  await actions.fill(field(page, 'Words'), 'Open day')
  await actions.once(() => page.getByRole('list', { name: 'Layers' }).getByRole('button', { name: 'Hook', exact: true }).click())
  await actions.press(page, 'tab', 'Motion')
  await actions.press(page, 'button', /^Glide →/)
  await actions.press(page, 'button', 'Departure')
  await actions.press(page, 'button', /^Glide ←/)
  await bench.saved()
  actions.tell('banner on a carrier', 30)
  const { layers } = await documentOf(idOf(page))
  expect(layers.filter((l) => l.hangsFrom).length).toBe(2)
  const hook = layers.find((l) => l.content.kind === 'hook')!
  expect(JSON.stringify(hook.position)).toContain('keys')
})

test('a button that loops', async ({ staying: page }) => {
  const actions = new Actions()
  await visit(page, server.url)
  await actions.press(page, 'button', 'New graphic')
  await actions.press(page, 'radio', 'Follow button')
  await actions.press(page, 'button', 'Make it')
  const bench = new BenchPage(page)
  await bench.rests()
  await actions.once(async () => page.mouse.click(...(await bench.at(960, 540, 1920))))
  await actions.press(page, 'tab', 'Motion')
  await actions.press(page, 'button', 'Add an idle motion')
  await actions.press(page, 'menuitem', 'Pulse')
  await actions.choose(page.getByLabel('Where it runs').last(), 'Through the loop')
  await bench.saved()
  actions.tell('looping button', 15)
  expect((await documentOf(idOf(page))).layers.some((l) => l.idles?.some((i) => i.kind === 'pulse' && i.over === 'loop'))).toBe(true)
  // And a pointer presses it.
  await page.getByRole('button', { name: 'Press it here' }).click()
  await bench.saved()
  await expect(page.getByRole('list', { name: 'Layers' }).getByRole('button', { name: 'Pointer', exact: true })).toBeVisible()
})

test('a ring that draws itself with an arrow at its end', async ({ staying: page }) => {
  const actions = new Actions()
  const bench = await blank(page, actions)
  await actions.press(page, 'button', 'More', true)
  await actions.press(page, 'menuitem', 'Ellipse')
  await bench.rests()
  await actions.press(page, 'button', 'Show stroke')
  await actions.fill(field(page, 'Line width, px'), '12')
  await actions.choose(page.getByRole('combobox', { name: 'At its end' }), 'arrow')
  await actions.press(page, 'button', 'Key Line to here')
  await bench.seek(25)
  actions.count++
  await actions.fill(field(page, 'Line to, %'), '90')
  await bench.seek(0)
  actions.count++
  await actions.fill(field(page, 'Line to, %'), '0')
  await bench.saved()
  actions.tell('ring arrow', 12)
  const ring = (await documentOf(idOf(page))).layers[0]!
  expect(JSON.stringify(ring.content.drawnTo)).toContain('keys')
  expect(ring.content.endHead).toBe('arrow')
})
