import { expect, test, visit } from './staying'
import { execFileSync } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { HangServer } from './server'

const server = new HangServer(5347)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('five names from a list are five files, in a few presses', async ({ page, context }) => {
  test.setTimeout(120_000)
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const id = await server.demoGraphic()
  // A slow line: what the server tells meanwhile is newer than the list that is on its way.
  await page.route('**/api/handoffs?*', async (route) => {
    const answer = await route.fetch()
    await new Promise((later) => setTimeout(later, 1500))
    await route.fulfill({ response: answer })
  })
  // 1: the roster, from the rack.
  await visit(page, server.url)
  await page.getByRole('link', { name: /^Roster of Lower third/ }).click()
  await expect(page.getByRole('table', { name: 'Rows' })).toBeVisible()
  // 2: pasted from a sheet.
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      'Name\tSecond line\nBea Thornwood\tKeeper\nIda Fernsby\tQueen breeder\nOskar Marsh\t\nLene Oakhollow\tHoney judge\nPiet Ferngill\tApprentice\n',
    ),
  )
  await page.keyboard.press('Control+V')
  await expect(page.getByLabel('Name, row 5')).toHaveValue('Piet Ferngill')
  await expect(page.getByRole('img', { name: /^Row \d/ })).toHaveCount(5)
  await expect(page.getByText('All clear')).toHaveCount(5)
  // 3 and 4: where it goes, and off.
  await page.getByLabel('Where it goes').selectOption('Still')
  await page.getByRole('button', { name: 'Hand off all rows' }).click()
  await expect(page.getByText('File ready')).toHaveCount(5, { timeout: 60_000 })
  console.log('    actions: five versions from a list: 4 (at most 5)')
  // One row changes: it alone goes again.
  await page.getByLabel('Second line, row 3').fill('Beekeeper')
  await page.getByLabel('Second line, row 3').press('Enter')
  await expect(page.getByText('Changed since its file')).toHaveCount(1)
  await page.getByRole('button', { name: 'Hand off what changed' }).click()
  await expect(page.getByText('1 file in line; 4 are there as they are.')).toBeVisible()
  await expect(page.getByText('File ready')).toHaveCount(5, { timeout: 60_000 })
  const made = (await (await fetch(`${server.url}/api/handoffs?graphic=${id}`)).json()) as { fileName: string }[]
  expect(made.map((h) => h.fileName)).toContain('fernhollow-apiary_lower-third_oskar-marsh_v002.png')
  expect(made).toHaveLength(6)
})

test('a row without its glyphs stays behind while the others go, until somebody says as it is', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const id = (await (
    await fetch(`${server.url}/api/graphics/${await server.demoGraphic()}/duplicate`, { method: 'POST' })
  ).json()) as string
  const files = async () => (await server.json<{ fileName: string }[]>(`/api/handoffs?graphic=${id}`)).map((h) => h.fileName)
  await visit(page, `${server.url}/roster/${id}`)
  await expect(page.getByRole('table', { name: 'Rows' })).toBeVisible()
  await page.evaluate(() =>
    navigator.clipboard.writeText('Name\tSecond line\nBea Thornwood\tKeeper\nIda \u{1E922}\tQueen breeder\nOskar Marsh\tApprentice\n'),
  )
  await page.keyboard.press('Control+V')
  await expect(page.getByLabel('Name, row 3')).toHaveValue('Oskar Marsh')
  await page.getByLabel('Where it goes').selectOption('Still')
  await page.getByRole('button', { name: 'Hand off all rows' }).click()
  const stays = page.getByRole('alert').filter({ hasText: 'A row stayed behind:' })
  await expect(stays).toContainText('2 · Ida')
  await expect(stays).toContainText('U+1E922')
  expect(await files()).toHaveLength(2)
  if (process.env.LOOK) await page.screenshot({ path: '/tmp/look-roster.png' })
  await stays.getByRole('button', { name: 'Hand it off as it is' }).click()
  await expect(stays).toHaveCount(0)
  await expect.poll(async () => (await files()).length).toBe(3)
})

test('what is wrong with a row is said at it, a row is taken away and brought back, and another program fills one', async ({
  staying: page,
}) => {
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/roster/${id}`)
  await page.getByLabel('Table', { exact: true }).setInputFiles({
    name: 'k.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Name,Second line\nBea,Keeper\nBea,Keeper\nfar longer than a name may be for this piece of ours,x\n'),
  })
  await expect(page.getByText('It is the same as row 1.')).toBeVisible()
  await expect(page.getByText('too many')).toBeVisible()
  await page.getByRole('button', { name: 'Take row 3 away' }).click()
  await expect(page.getByLabel('Name, row 3')).toHaveCount(0)
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(page.getByLabel('Name, row 3')).toBeVisible()
  await expect(page.getByText('Saved')).toBeVisible()
  // The stand-in for a program that knows scores adds its three keepers, and what was typed stays.
  execFileSync('dotnet', [
    '../../src/Hang.Cli/bin/Release/net10.0/Hang.Cli.dll',
    'feed',
    id,
    '--to',
    server.url,
    '--rounds',
    '1',
    '--every',
    '0.05',
  ])
  await expect(page.getByLabel('Second line, row 6')).toHaveValue(/^\d+ votes$/, { timeout: 10_000 })
  await expect(page.getByLabel('Name, row 1')).toHaveValue('Bea')
})

test('a table and pictures given at once both arrive, and cells find pictures by their names', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/roster/${id}`)
  await page
    .getByLabel('Table', { exact: true })
    .setInputFiles({ name: 'k.csv', mimeType: 'text/csv', buffer: Buffer.from('Name,Mark\nBea,bea.png\nIda,gone.png\n') })
  await page
    .getByLabel('Pictures', { exact: true })
    .setInputFiles({ name: 'bea.png', mimeType: 'image/png', buffer: await readFile('../../demo/fernhollow-mark.png') })
  await expect(page.getByText('Pictures (1)')).toBeVisible()
  await expect(page.getByText('There is no picture "gone.png" here.')).toBeVisible()
  // An earlier test may have handed row 1 off.
  await expect(page.getByText(/All clear|Changed since its file/)).toHaveCount(1)
})

test('pictures that come after the table are painted in the rows that name them', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/roster/${id}`)
  await page
    .getByLabel('Table', { exact: true })
    .setInputFiles({ name: 'k.csv', mimeType: 'text/csv', buffer: Buffer.from('Name,Mark\nLene,lene.png\n') })
  await expect(page.getByText('There is no picture "lene.png" here.')).toBeVisible()
  await page
    .getByLabel('Pictures', { exact: true })
    .setInputFiles({ name: 'lene.png', mimeType: 'image/png', buffer: await readFile('../../demo/fernhollow-mark.png') })
  const picture = page.getByRole('img', { name: 'Row 1: Lene' })
  await expect(picture).toBeVisible()
  await expect.poll(() => picture.evaluate((i: HTMLImageElement) => i.complete && i.naturalWidth > 0)).toBe(true)
})

test('a thousand rows are pleasant: only those in sight are drawn', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  const rows = Array.from({ length: 1000 }, (_, i) => `Bea ${i},Keeper ${i}`).join('\n')
  await visit(page, `${server.url}/roster/${id}`)
  await page
    .getByLabel('Table', { exact: true })
    .setInputFiles({ name: 'k.csv', mimeType: 'text/csv', buffer: Buffer.from(`Name,Second line\n${rows}\n`) })
  await expect(page.getByRole('status', { name: 'Rows at a glance' })).toContainText('1,000 rows')
  await page.getByTestId('rows').evaluate((e) => (e.scrollTop = 74 * 900))
  await expect(page.getByRole('img', { name: 'Row 903: Bea 902' })).toBeVisible({ timeout: 20_000 })
  expect(await page.getByRole('row').count()).toBeLessThan(40)
  // A row whose picture has been fetched is painted in the second display frame after it was scrolled to.
  const from = (await page.getByRole('img', { name: 'Row 903: Bea 902' }).getAttribute('src'))!
  await expect
    .poll(() => page.evaluate((s) => performance.getEntriesByName(new URL(s, location.href).href).length, from))
    .toBeGreaterThan(0)
  await page.getByTestId('rows').evaluate((e) => (e.scrollTop = 0))
  await expect(page.getByRole('img', { name: 'Row 1: Bea 0' })).toBeVisible()
  const painted = await page.getByTestId('rows').evaluate(async (e) => {
    e.scrollTop = 74 * 900
    for (let frame = 0; frame < 2; frame++) await new Promise((r) => requestAnimationFrame(r))
    const row = e.querySelector('[role=row][aria-rowindex="904"]')
    const image = row?.querySelector('img')
    return image?.complete === true && image.naturalWidth > 0
  })
  expect(painted).toBe(true)
})

test('lists come from a table or from the rows of the roster, on the bench and on the desk', async ({ staying: page }) => {
  const credits = await server.demoGraphic('Credits')
  await visit(page, `${server.url}/bench/${credits}`)
  await page.getByRole('button', { name: 'Credits', exact: true }).first().click()
  const list = page.getByRole('textbox', { name: 'Credits', exact: true })
  await expect(list).toHaveValue(/Maren Oakhollow/)
  await page.getByRole('button', { name: 'Rows of the roster' }).click()
  await expect(page.getByRole('alert')).toContainText('The roster of this graphic has no rows.')
  await page.getByRole('button', { name: 'Understood' }).click()
  await page.getByLabel('Table for Credits').setInputFiles({
    name: 'crew.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Role,Name\nCamera,Bea Thornwood\n,Ida Fernsby\n\nSound,Piet Ferngill\n'),
  })
  await expect(list).toHaveValue('Camera\tBea Thornwood\n\tIda Fernsby\n\nSound\tPiet Ferngill')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(list).toHaveValue(/Maren Oakhollow/)
  // A chart on the desk, from the rows of its roster.
  const chart = await server.demoGraphic('Chart')
  await visit(page, `${server.url}/roster/${chart}`)
  await page
    .getByLabel('Table', { exact: true })
    .setInputFiles({ name: 'k.csv', mimeType: 'text/csv', buffer: Buffer.from('Flower,kg\nClover,"1,412"\nLinden,305\n') })
  await expect(page.getByRole('status').getByText('Saved')).toBeVisible()
  await expect(page.getByLabel('kg, row 2')).toHaveValue('305')
  await page.waitForTimeout(600)
  await visit(page, `${server.url}/desk/${chart}`)
  await page.getByRole('button', { name: 'Rows of the roster' }).click()
  await expect(page.getByRole('textbox', { name: 'Data' })).toHaveValue('Clover\t1,412\nLinden\t305')
  await expect(page.getByText('All clear')).toBeVisible()
})
