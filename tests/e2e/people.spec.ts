import { expect, test } from './staying'
import { HangServer } from './server'
import { BenchPage } from './benchPage'

const server = new HangServer(5350)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('two people see each other, what the other has selected, and who made which revision', async ({ browser }) => {
  const id = await server.demoGraphic()
  const pages = await Promise.all(
    ['Ida', 'Bea'].map(async (name) => {
      const page = await (await browser.newContext()).newPage()
      await page.goto(`${server.url}/bench/${id}`)
      await new BenchPage(page).rests()
      await page.getByRole('button', { name: 'Say who you are, so that others know' }).click()
      await page.getByLabel('Your name').fill(name)
      await page.getByRole('button', { name: 'Done' }).click()
      return page
    }),
  )
  const [ida, bea] = [pages[0]!, pages[1]!]
  await expect(ida.getByRole('img', { name: 'Bea is here' })).toBeVisible()
  await expect(bea.getByRole('img', { name: 'Ida is here' })).toBeVisible()
  await ida.mouse.click(...(await new BenchPage(ida).at(900, 920, 1920)))
  // Her name stands at the frame of what she has selected.
  await expect(bea.locator('svg text', { hasText: 'Ida' })).toBeVisible()
  const graphic = (await (await fetch(`${server.url}/api/people`)).json()) as { name: string }[]
  expect(graphic.map((p) => p.name).sort()).toEqual(['Bea', 'Ida'])
  await ida.keyboard.press('ArrowRight')
  await ida.keyboard.press('Alt+ArrowUp')
  await ida.getByRole('textbox', { name: 'Name', exact: true }).first().fill('Ground')
  await ida.keyboard.press('Enter')
  await new BenchPage(ida).saved()
  await bea.getByRole('button', { name: 'Revisions: what it was before' }).click()
  const first = bea.getByRole('listitem').first()
  await expect(first).toContainText('Ida,')
  // An older one beside what is shown, and what differs.
  await bea.getByRole('listitem').nth(1).getByRole('button', { name: 'Compare' }).click()
  await expect(bea.getByRole('img', { name: 'What differs' })).toBeVisible()
  await bea.close()
  await expect(ida.getByRole('img', { name: 'Bea is here' })).toHaveCount(0)
})

test('a package is compared with a file that was saved before', async ({ page }) => {
  const id = await server.demoGraphic('Corner bug')
  const [shelf] = (await (await fetch(`${server.url}/api/packages`)).json()) as { id: string; name: string }[]
  const file = Buffer.from(await (await fetch(`${server.url}/api/packages/${shelf!.id}/pack`)).arrayBuffer())
  await page.goto(`${server.url}/bench/${id}`)
  const bench = new BenchPage(page)
  await bench.rests()
  await page.mouse.click(...(await bench.at(1760, 100, 1920)))
  await page.keyboard.press('Delete')
  await bench.saved()
  await page.goto(server.url)
  await page.getByRole('button', { name: `Compare ${shelf!.name} with a saved file` }).click()
  await page.getByLabel('Package file').last().setInputFiles({ name: 'before.hangpack', mimeType: 'application/zip', buffer: file })
  const list = page.getByRole('list', { name: 'Graphics' })
  await expect(list.getByRole('listitem').first()).toContainText('Corner bug · Changed')
  await expect(list.getByRole('listitem').first()).toContainText('gone')
  await expect(list.getByRole('img', { name: /What differs, \d+\.\d %/ })).toBeVisible()
  await expect(list.getByText('· The same')).toHaveCount(9)
})

test('a new graphic takes the format of footage that is given, and can begin like one of its package', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: 'New graphic' }).first().click()
  await page.getByLabel('Footage', { exact: true }).setInputFiles('../../demo/meadow.webm')
  await expect(page.getByRole('status').filter({ hasText: '640 × 360' })).toContainText('30 fps, 240 frames')
  await expect(page.getByLabel('Width, px')).toHaveValue('640')
  await expect(page.getByLabel('Rate')).toHaveValue('30')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText('640 × 360 · 30 fps')).toBeVisible()
})

test('a new graphic takes its size off the pictures of a sequence, also of a kind that browsers do not show', async ({ page }) => {
  // Uncompressed 24-bit TIFF (TIFF 6.0), 48 x 20, written here tag by tag.
  const tiff = (width: number, height: number) => {
    const tags: [number, number, number][] = [
      [256, 4, width],
      [257, 4, height],
      [258, 3, 8],
      [259, 3, 1],
      [262, 3, 1],
      [273, 4, 8],
      [277, 3, 1],
      [278, 4, height],
      [279, 4, width * height],
    ]
    const at = 8 + width * height
    const file = Buffer.alloc(at + 2 + tags.length * 12 + 4)
    file.write('II*\0', 0, 'latin1')
    file.writeUInt32LE(at, 4)
    file.writeUInt16LE(tags.length, at)
    tags.forEach(([tag, type, value], i) => {
      const p = at + 2 + i * 12
      file.writeUInt16LE(tag, p)
      file.writeUInt16LE(type, p + 2)
      file.writeUInt32LE(1, p + 4)
      file.writeUInt32LE(value, p + 8)
    })
    return file
  }
  await page.goto(server.url)
  await page.getByRole('button', { name: 'New graphic' }).first().click()
  const frames = [0, 1, 2].map((n) => ({ name: `swarm.000${n}.tif`, mimeType: 'image/tiff', buffer: tiff(48, 20) }))
  await page.getByLabel('Footage', { exact: true }).setInputFiles(frames)
  await expect(page.getByRole('status').filter({ hasText: '48 × 20' })).toContainText('3 pictures; their rate is not in them')
  await expect(page.getByLabel('Width, px')).toHaveValue('48')
})

test('a graphic is found again by its tags', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: 'Tags of Callout' }).click()
  const tags = page.getByRole('textbox', { name: 'Tags of Callout, with commas between' })
  await expect(tags).toBeFocused()
  await tags.fill('explainer, hive tour')
  await tags.press('Enter')
  await expect(page.getByText('hive tour', { exact: true })).toBeVisible()
  await page.getByRole('textbox', { name: 'Find graphics' }).fill('hive tour')
  await expect(page.getByRole('link', { name: 'Open Callout' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open Lower third' })).toHaveCount(0)
})
