import { expect, test, visit } from './staying'
import { readFile } from 'node:fs/promises'
import { HangServer } from './server'

const server = new HangServer(5341)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('a person hands off by where it goes, looks at the file, and takes it', async ({ staying: page }) => {
  test.setTimeout(240_000)
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/handoff/${id}?from=60&to=71`)
  // What was found comes by itself, with its remedy.
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('The safest key colour is')
  await expect(page.getByRole('textbox', { name: 'From frame' })).toHaveValue('60')

  // Where it goes brings its kinds and its backing.
  await page.getByRole('radio', { name: 'Will be keyed' }).click()
  await expect(page.getByLabel('Backing', { exact: true })).toHaveValue('key')
  await page.getByRole('radio', { name: 'Web page' }).click()
  await expect(page.getByLabel('Backing', { exact: true })).toHaveValue('none')
  await page.getByRole('textbox', { name: 'Size in per cent' }).fill('20')
  await page.getByRole('textbox', { name: 'Size in per cent' }).blur()
  await page.getByRole('button', { name: 'Forecast' }).click()
  const table = page.getByRole('group', { name: 'File' })
  await expect(table).toContainText(/kB/)
  await expect(table.locator('.chakra-spinner')).toHaveCount(0, { timeout: 60_000 })

  // Several kinds go in one press.
  await page.getByRole('checkbox', { name: 'Animated PNG' }).click()
  await page.getByRole('button', { name: 'Alpha, timecode, colourways, names' }).click()
  await page.getByLabel(/^Names/).fill('{graphic}_{kind}_{version}')
  await page.getByLabel(/^Names/).blur()
  await page.getByRole('button', { name: 'Hand off 2 files' }).click()
  const animated = page.getByRole('article', { name: 'lower-third_apng_001.apng' })
  await expect(animated.getByTestId('verdict')).toContainText('The file is what was meant: 12 frames', { timeout: 60_000 })
  await expect(page.getByRole('article', { name: 'lower-third_webm_001.webm' }).getByTestId('verdict')).toContainText(
    'The file is what was meant',
    { timeout: 60_000 },
  )
  await expect(animated.getByTestId('card')).toContainText('384 × 216 · 60 fps · frames 60–71 · 00:00:01:00')

  // The file itself, frame by frame, and beside what was meant.
  await animated.getByRole('button', { name: 'Look at it' }).click()
  const viewer = animated.getByRole('group', { name: /^Look at/ })
  await expect(viewer.getByTestId('file-frame')).toContainText('0 · 00:00:00:00')
  await viewer.getByRole('button', { name: 'Last frame' }).click()
  await expect(viewer.getByTestId('file-frame')).toContainText('11 ·')
  await viewer.getByLabel('What it lies over').selectOption('#000000')
  const seen = () =>
    viewer.locator('canvas').evaluate((c: HTMLCanvasElement) =>
      c
        .getContext('2d')!
        .getImageData(0, 0, c.width, c.height)
        .data.reduce((sum, v) => sum + v, 0),
    )
  await expect.poll(seen).toBeGreaterThan(0)
  const file = await seen()
  await viewer.getByRole('button', { name: 'What was meant' }).click()
  // An exact kind: not a pixel differs.
  await expect.poll(seen).toBe(file)

  // It is taken, as it is called.
  const [download] = await Promise.all([page.waitForEvent('download'), animated.getByRole('link', { name: 'Download' }).click()])
  expect(download.suggestedFilename()).toBe('lower-third_apng_001.apng')
  expect((await readFile(await download.path())).subarray(1, 4).toString()).toBe('PNG')

  // How it was handed off is how the next one begins.
  await visit(page, `${server.url}/handoff/${id}`)
  await expect(page.getByRole('radio', { name: 'Web page' })).toBeChecked()
  await expect(page.getByRole('button', { name: 'Hand off 2 files' })).toBeVisible()
})

test('who renders is seen: what each worker is at, how fast, and what lies before them', async ({ staying: page }) => {
  const graphic = await server.demoGraphic('Stinger')
  await visit(page, `${server.url}/line`)
  const workers = page.getByRole('region', { name: 'Workers' })
  const before = workers.getByRole('status', { name: 'What lies before them' })
  await expect(workers.getByRole('listitem')).toHaveCount(1)
  await expect(before).toHaveText('Nothing waits.')
  const order = { kinds: ['prores', 'png'], backing: { kind: 'none' }, scales: [1], pattern: 'seen_{kind}_{version}', firstNumber: 1 }
  const asked = await fetch(`${server.url}/api/handoffs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ graphics: [graphic], order }),
  })
  expect(asked.ok, await asked.text()).toBe(true)
  await expect(before).toContainText(/^1 waiting · 1 under way · \d+ frames to render/)
  await expect(workers.getByRole('listitem')).toContainText(/Renders seen_prores.*\.mov: \d+ of \d+ frames/)
  await expect(workers.getByRole('listitem')).toContainText(/[1-9] frames\/s/)
  await expect(before).toContainText(/about .+ until all is done/)
  if (process.env.LOOK) await page.screenshot({ path: '/tmp/look-workers.png' })
  // What is given up is not waited for.
  for (const { id } of await server.json<{ id: string }[]>(`/api/handoffs?graphic=${graphic}`))
    await fetch(`${server.url}/api/handoffs/${id}/cancel`, { method: 'POST' })
  await expect(before).toHaveText('Nothing waits.')
  await expect(workers.getByRole('listitem')).toContainText('Waits')
})
