import { expect, test, visit } from './staying'
import { Actions } from './actions'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('a countdown from 10 to 0, a second each, is three actions', async ({ staying: page }) => {
  const actions = new Actions()
  await visit(page, server.url)
  await actions.press(page, 'button', 'New graphic')
  await actions.press(page, 'radio', 'Countdown')
  await actions.press(page, 'button', 'Make it')
  const bench = new BenchPage(page)
  await bench.rests()
  actions.tell('countdown', 3)
  const id = page.url().split('/').at(-1)!.split('?')[0]
  const document = (await (await fetch(`${server.url}/api/graphics/${id}/document`)).json()) as {
    layers: { content: { kind: string; from?: number; to?: number } }[]
  }
  // What nobody has said is as it is by itself: from 10 to 0, each for a second.
  expect(document.layers.some((l) => l.content.kind === 'counter')).toBe(true)
})

test('credits of 25 names are three actions on the desk, and last as long as they roll', async ({ staying: page }) => {
  const actions = new Actions()
  await visit(page, `${server.url}/desk`)
  await actions.press(page, 'link', /^Credits/)
  const names = Array.from({ length: 25 }, (_, i) => `Role ${i}\tName ${i}`).join('\n')
  const hold = page.getByRole('textbox', { name: 'Hold', exact: true })
  const before = Number(await hold.inputValue())
  actions.count++
  await page.getByRole('textbox', { name: 'Credits' }).fill(names)
  // 1080 px and 25 lines of 64 px at 3 px a frame.
  await expect(hold).toHaveValue(String(1 + Math.ceil((1080 + 25 * Math.round(46 * 1.4)) / 3)))
  expect(before).not.toBe(Number(await hold.inputValue()))
  await page.getByLabel('Where it goes').selectOption('Still')
  await actions.press(page, 'button', 'Take the file')
  await expect(page.getByRole('link', { name: 'Save the file' })).toBeVisible({ timeout: 60_000 })
  actions.tell('credits of 25 names', 4)
})

test('a counter, credits and a chart are added on the bench, and what runs sets the length', async ({ staying: page }) => {
  const id = await server.addDocument({
    hang: 4,
    name: 'Runs',
    kind: 'title',
    width: 640,
    height: 360,
    rate: '25',
    phases: { arrive: 0, hold: 50, leave: 0 },
    layers: [],
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  const bench = new BenchPage(page)
  await bench.rests()
  for (const title of ['Counter', 'Credits roll', 'Chart']) {
    await page.getByRole('group', { name: 'Add a layer' }).getByRole('button', { name: 'More' }).click()
    await page.getByRole('menuitem', { name: title }).click()
    await expect(page.getByRole('button', { name: title, exact: true })).toBeVisible()
  }
  await page.getByRole('button', { name: 'Counter', exact: true }).click()
  await page.getByRole('button', { name: 'As long as it runs' }).click()
  await expect(page.getByText('of 274')).toBeVisible()
})

test('a new graphic takes seconds for its lengths, and says why it does not take something else', async ({ staying: page }) => {
  await visit(page, server.url)
  await page.getByRole('button', { name: 'New graphic' }).click()
  const hold = page.getByRole('textbox', { name: 'Hold', exact: true })
  await hold.fill('8s')
  await hold.press('Enter')
  await expect(hold).toHaveValue('200')
  await hold.fill('long')
  await hold.press('Enter')
  await expect(page.getByRole('alert')).toContainText('is no time')
})
