import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Documented {
  layers: { id: string; name: string; hidden?: boolean; values: Record<string, unknown> }[]
}

const plate = (id: string, x: number, y: number, w: number, fill = '#CC2211') => ({
  id,
  name: `Plate ${id}`,
  position: [x, y],
  content: { kind: 'plate', size: [w, 100], fill },
})

async function open(page: Page, name: string) {
  const id = await server.addDocument({
    hang: 2,
    name,
    kind: 'title',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 10, hold: 30, leave: 10 },
    layers: [plate('a', 100, 100, 200), plate('b', 500, 220, 100, '#1144CC'), plate('c', 900, 400, 300)],
    assets: {},
  })
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await bench.rests()
  const layer = async (l: string) => (await server.document<Documented>(id)).layers.find((x) => x.id === l)!
  return { bench, id, layer }
}

test('several layers are aligned, spread, made as wide, and their values set together', async ({ staying: page }) => {
  const { bench, layer } = await open(page, 'Arranged')
  await page.getByRole('button', { name: 'Plate a', exact: true }).click()
  for (const name of ['Plate b', 'Plate c']) await page.getByRole('button', { name, exact: true }).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Align: top edges' }).click()
  await bench.saved()
  expect((await layer('c')).values.position).toEqual([900, 100])
  await page.getByRole('button', { name: 'Even gaps, across' }).click()
  await bench.saved()
  expect((await layer('b')).values.position).toEqual([550, 100])
  await page.getByRole('button', { name: 'Make as wide as the widest' }).click()
  await bench.saved()
  expect((await layer('b')).values.size).toEqual([300, 100])
  await page.getByRole('combobox', { name: 'Align to' }).selectOption('To the frame')
  await page.getByRole('button', { name: 'Align: bottom edges' }).click()
  await bench.saved()
  expect((await layer('a')).values.position).toEqual([100, 620])
  // Their colours differ, which is said; one choice sets all.
  const colour = page.getByRole('group', { name: 'Colour', exact: true })
  await expect(colour.getByText('mixed')).toBeVisible()
  await colour.getByRole('textbox', { name: 'Colour as text' }).fill('#00AA55')
  await colour.getByRole('textbox', { name: 'Colour as text' }).press('Enter')
  await bench.saved()
  for (const l of ['a', 'b', 'c']) expect((await layer(l)).values.fill).toBe('#00AA55')
  await expect(colour.getByText('mixed')).toBeHidden()
})

test('the right button and the keyboard order, hide, rename and select', async ({ staying: page }) => {
  const { bench, id, layer } = await open(page, 'Ordered')
  const order = async () => (await server.document<Documented>(id)).layers.map((l) => l.id).join('')
  await page.mouse.click(...(await bench.at(200, 150, 1280)), { button: 'right' })
  await page.getByRole('menuitem', { name: 'To the front' }).click()
  await bench.saved()
  await expect.poll(order).toBe('bca')
  await page.mouse.click(...(await bench.at(200, 150, 1280)))
  await page.keyboard.press('PageDown')
  await bench.saved()
  await expect.poll(order).toBe('bac')
  await page.keyboard.press('F2')
  await page.getByRole('textbox', { name: 'Name of Plate a' }).fill('Ground')
  await page.keyboard.press('Enter')
  await bench.saved()
  expect((await layer('a')).name).toBe('Ground')
  await page.getByRole('button', { name: 'Plate c', exact: true }).dblclick()
  await page.getByRole('textbox', { name: 'Name of Plate c' }).fill('Sky')
  await page.keyboard.press('Enter')
  await bench.saved()
  expect((await layer('c')).name).toBe('Sky')
  await page.getByRole('button', { name: 'Ground', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Select all of this colour' }).click()
  await page.getByRole('button', { name: 'Ground', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Hide' }).click()
  await bench.saved()
  expect([(await layer('a')).hidden, (await layer('b')).hidden, (await layer('c')).hidden]).toEqual([true, undefined, true])
})

test('a new graphic begins as one of the demo, with other words', async ({ staying: page }) => {
  await visit(page, server.url)
  await page.getByRole('button', { name: 'New graphic' }).first().click()
  await page.getByRole('radio', { name: 'Callout' }).click()
  await expect(page.getByText('Can be changed: Label, Detail')).toBeVisible()
  await page.getByRole('textbox', { name: 'Name' }).fill('Queen cell')
  await page.getByRole('button', { name: 'Make it' }).click()
  const bench = new BenchPage(page)
  await bench.rests()
  await expect(page.getByRole('button', { name: 'Leader', exact: true })).toBeVisible()
  const [shelf] = await server.json<{ graphics: { name: string; id: string }[] }[]>('/api/packages')
  expect(shelf!.graphics.map((g) => g.name)).toContain('Queen cell')
})
