import { expect, test, visit, type Page } from './staying'
import { HangServer } from './server'
import { BenchPage } from './benchPage'

const server = new HangServer(5346)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const words = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })

for (const size of [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
]) {
  test(`an editor who never saw it takes a filled file, at ${size.width} x ${size.height}`, async ({ staying: page }) => {
    test.setTimeout(120_000)
    await page.setViewportSize(size)
    await visit(page, `${server.url}/desk`)
    await page.getByRole('link', { name: /^Lower third/ }).click()
    await words(page, 'Name').fill('Bea Thornwood')
    await expect(page.getByRole('status', { name: 'Checks' })).toContainText('All clear')
    // Nothing hangs out of the page, and its picture is seen.
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
    await expect(page.getByRole('img', { name: 'Picture' })).toHaveAttribute('data-painted', /\d/)
    // The Hold is dragged by its end.
    const end = page.getByRole('slider', { name: 'Length of Hold' })
    const box = (await end.boundingBox())!
    await page.mouse.move(box.x + box.width / 2, box.y + 8)
    await page.mouse.down()
    await page.mouse.move(box.x - 60, box.y + 8, { steps: 4 })
    await page.mouse.up()
    await expect.poll(async () => Number(await end.getAttribute('aria-valuenow'))).toBeLessThan(350)
    await page.getByLabel('Size').selectOption('640 × 360')
    await page.getByLabel('Where it goes').selectOption('Web page')
    await page.getByRole('button', { name: 'Take the file' }).click()
    const file = page.getByRole('article', { name: /^fernhollow-apiary_lower-third_bea-thornwood_v\d+\.webm$/ }).first()
    const save = file.getByRole('link', { name: 'Save the file' })
    await expect(save).toBeVisible({ timeout: 90_000 })
    const [download] = await Promise.all([page.waitForEvent('download'), save.click()])
    expect(download.suggestedFilename()).toContain('bea-thornwood')
  })
}

test('a link opens the piece with its values, and what is not taken says why at its field', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/desk/${id}?Name=Ida+Fernsby&.colourway=Frost&.hold=120&Gone=x`)
  await expect(words(page, 'Name')).toHaveValue('Ida Fernsby')
  await expect(page.getByLabel('Colourway')).toHaveValue('Frost')
  await expect(words(page, 'Hold')).toHaveValue('120')
  await expect(page.getByRole('alert')).toContainText('Gone')
  await words(page, 'Name').fill('x'.repeat(41))
  const field = page.getByRole('group', { name: 'Name', exact: true })
  await expect(field.getByRole('alert')).toContainText('1 too many')
  await expect(page.getByRole('button', { name: 'Take the file' })).toBeDisabled()
  await words(page, 'Name').fill('x'.repeat(40))
  await expect(field.getByRole('alert')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Take the file' })).toBeEnabled()
  await expect(page).toHaveURL(/Name=x{40}/)
  // The graphic itself is as it was.
  expect(await (await fetch(`${server.url}/api/graphics/${id}/document`)).text()).not.toContain('xxxx')
  await page.getByRole('button', { name: 'Name as it was' }).click()
  await expect(words(page, 'Name')).toHaveValue('Maren Oakhollow')
  // Whoever leaves while the address is still to be written is not brought back; the next page is on its way and not painted yet.
  await words(page, 'Name').fill('Piet Ferngill')
  await page.evaluate(() => history.pushState(null, '', '/'))
  await page.waitForTimeout(800)
  expect(new URL(page.url()).pathname).toBe('/')
})

test('a designer makes fields of a colour and of whether a layer is there, and tries the words', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  const bench = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await page.getByRole('button', { name: 'Brown plate', exact: true }).click()
  await page.getByRole('button', { name: 'Let editors fill colour' }).click()
  await expect(page.getByRole('group', { name: 'Field Brown plate: colour' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Asked for as' }).fill('Plate')
  await page.getByRole('textbox', { name: 'Asked for as' }).press('Enter')
  await page.getByRole('button', { name: 'Badge', exact: true }).click()
  await page.getByRole('button', { name: 'Let editors show or hide it' }).click()
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Field Name' })).toContainText('nothing breaks')
  await bench.saved()
  await visit(page, `${server.url}/desk/${id}`)
  await page.getByRole('button', { name: 'Plate: leaf' }).click()
  await page.getByRole('checkbox').click()
  await expect(page).toHaveURL(/Plate=leaf/)
  await expect(page).toHaveURL(/Badge%3A\+shown=no/)
  await expect(page.getByRole('status', { name: 'Checks' })).toContainText('All clear')
})

test('an editor sees the piece over a clip of their own, and what cannot be shown is said', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/desk/${id}`)
  const own = page.getByLabel('Footage of your own', { exact: true })
  await own.setInputFiles('../../demo/meadow.webm')
  await expect(page.getByText('meadow.webm')).toBeVisible()
  const video = page.getByTestId('stage').locator('video')
  await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.src.startsWith('blob:') && v.readyState >= 2)).toBe(true)
  await own.setInputFiles('../../demo/fernhollow-mark.png')
  await expect(page.getByTestId('stage').locator('img')).toHaveCount(1)
  await own.setInputFiles({ name: 'clip.mov', mimeType: 'video/quicktime', buffer: Buffer.from('no clip') })
  await expect(page.getByText('This browser cannot show clip.mov.')).toBeVisible()
})
