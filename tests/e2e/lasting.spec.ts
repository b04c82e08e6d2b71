import { expect, test } from './staying'
import { BenchPage } from './benchPage'
import { HangServer } from './server'

const server = new HangServer(5303)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('every acknowledged edit survives a server killed in the midst of editing', async ({ page }) => {
  await page.goto(`${server.url}/bench/${await server.demoGraphic()}?at=0`)
  const bench = new BenchPage(page)
  await bench.rests()
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  const x = page.getByRole('textbox', { name: 'Position, px x' })
  await expect(x).toHaveValue('336')
  for (let i = 0; i < 25; i++) await page.keyboard.press('ArrowRight')
  await bench.saved()
  await expect(x).toHaveValue('361')
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight')
  await server.kill()
  await expect(page.getByRole('status').first()).toHaveText(/Server lost/)
  await server.start()
  await expect(page.getByRole('status').first()).toHaveText('Saved', { timeout: 30_000 })
  await page.reload()
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  await expect.poll(async () => Number(await x.inputValue())).toBeGreaterThanOrEqual(361)
  expect(Number(await x.inputValue())).toBeLessThanOrEqual(371)

  // Undo goes back past the restart.
  const undo = page.getByRole('button', { name: /^Undo/ })
  while (Number(await x.inputValue()) > 360) {
    const before = await x.inputValue()
    await undo.click()
    await expect(x).not.toHaveValue(before)
  }
})

test('a handoff survives a server killed in the midst of rendering', async ({ page }) => {
  await page.goto(`${server.url}/handoff/${await server.demoGraphic()}`)
  await page.getByRole('button', { name: 'Hand off', exact: true }).click()
  await expect(page.getByRole('progressbar', { name: 'Rendering' })).toHaveAttribute('aria-valuenow', /^([2-9]\d|\d{3})$/)
  await server.kill()
  await server.start()
  await page.reload()
  await expect(page.getByTestId('verdict')).toContainText('The file is what was meant: 480 frames', { timeout: 110_000 })
})

test('two browsers on one graphic see each other', async ({ page, browser }) => {
  const id = await server.demoGraphic()
  const other = await browser.newPage()
  for (const p of [page, other]) {
    await p.goto(`${server.url}/bench/${id}?at=0`)
    await new BenchPage(p).rests()
  }
  await page.getByRole('button', { name: 'Hide Badge' }).click()
  await expect(other.getByRole('button', { name: 'Show Badge' })).toBeVisible()
  await other.getByRole('button', { name: 'Show Badge' }).click()
  await expect(page.getByRole('button', { name: 'Hide Badge' })).toBeVisible()
  await other.close()
})
