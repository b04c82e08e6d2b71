import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { expect, test, visit } from './staying'
import { BenchPage } from './benchPage'
import { demoFolder, HangServer } from './server'

const server = new HangServer(5304)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('packages and graphics are made, renamed, duplicated, removed and brought back', async ({ staying: page }) => {
  await visit(page, server.url)
  await page.getByRole('button', { name: 'Rename Fernhollow Apiary' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Fernhollow weekly')
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  const shelf = page.getByRole('region', { name: 'Fernhollow weekly', exact: true })
  await shelf.getByRole('button', { name: 'Duplicate Lower third' }).click()
  await expect(shelf.getByRole('link', { name: 'Open Lower third 2' })).toBeVisible()
  await shelf.getByRole('button', { name: 'Remove Lower third 2' }).click()
  await expect(shelf.getByRole('link', { name: 'Open Lower third 2' })).toBeHidden()
  await page.getByRole('button', { name: 'Show removed (1)' }).click()
  await shelf.getByRole('button', { name: 'Bring back' }).click()
  await expect(shelf.getByRole('button', { name: 'Remove Lower third 2' })).toBeVisible()
  await page.getByRole('button', { name: 'New package' }).click()
  await expect(page.getByRole('region', { name: 'New package' })).toBeVisible()
})

test('what is wrong is said, and nothing is lost', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  await visit(page, `${server.url}/bench/${id}?at=0`)
  await new BenchPage(page).rests()
  await page.getByLabel('Picture file').setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') })
  await expect(page.getByRole('alert')).toContainText('logo.png is no PNG, JPEG or WebP picture. Save it as one of these')
  await page.getByRole('button', { name: 'Understood' }).click()

  // A layer that hangs from itself through another.
  await page.getByRole('button', { name: 'Badge', exact: true }).click()
  await page.getByLabel('Hangs from').selectOption({ label: 'Apiary mark' })
  await expect(page.getByRole('alert')).toContainText('It follows itself')

  // A character that no font has is named on its layer.
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  await page.getByRole('textbox', { name: 'Words' }).fill('Maren 𓆤')
  await page.getByRole('textbox', { name: 'Words' }).blur()
  await expect(page.getByRole('note').filter({ hasText: 'U+131A4' })).toBeVisible()

  await visit(page, `${server.url}/handoff/${id}`)
  await page.getByRole('radio', { name: 'Any kind' }).click()
  await page.getByRole('checkbox', { name: 'MOV, ProRes 4444' }).click()
  await page.getByRole('checkbox', { name: 'MP4, H.264' }).click()
  await page.getByRole('button', { name: 'Hand off', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('the format has no alpha. Choose a solid or key colour as backing, or take MOV')
})

test('layers are reordered, locked and hidden, and pictures are added', async ({ staying: page }) => {
  await visit(page, `${server.url}/bench/${await server.demoGraphic()}?at=0`)
  const bench = new BenchPage(page)
  await bench.rests()
  const names = () =>
    page
      .getByRole('list', { name: 'Layers' })
      .getByRole('listitem')
      .evaluateAll((rows) => rows.map((r) => r.getAttribute('aria-label')))
  expect((await names())[0]).toBe('Second line')
  await page
    .getByRole('button', { name: 'Gold plate', exact: true })
    .dragTo(page.getByRole('list', { name: 'Layers' }).getByRole('button', { name: 'Name', exact: true }))
  await expect.poll(async () => (await names()).indexOf('Gold plate')).toBe(1)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(async () => (await names()).indexOf('Gold plate')).toBe(5)

  // A locked layer is not taken hold of: the press goes through to what lies behind it.
  await page.getByTestId('ruler').click({ position: { x: 500, y: 30 } })
  await page.getByRole('button', { name: 'Lock Brown plate' }).click()
  await expect(page.getByRole('button', { name: 'Unlock Brown plate' })).toBeVisible()
  await page.mouse.click(...(await bench.at(1100, 900, 1920)))
  await expect(page.getByRole('complementary', { name: 'Details' }).getByRole('textbox', { name: 'Name' })).toHaveValue('Gold plate')

  await page.getByLabel('Picture file').setInputFiles(join(demoFolder, 'fernhollow-mark.png'))
  await expect(page.getByRole('button', { name: 'fernhollow-mark', exact: true })).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Size, px width' })).toHaveValue('512')
  const turn = (await page.getByRole('button', { name: 'Turn', exact: true }).boundingBox())!
  const middle = await bench.at(960, 540, 1920)
  await bench.drag([turn.x + turn.width / 2, turn.y + turn.height / 2], [middle[0] + 120, middle[1]])
  await expect(page.getByRole('textbox', { name: 'Turn, °' })).toHaveValue(/^(8[89]|9[01])/)
})

test('the screens can be used with a keyboard and a screen reader', async ({ staying: page }) => {
  // High enough that no field is cut by the edge of what scrolls: its size is judged, not how far somebody has scrolled.
  await page.setViewportSize({ width: 1280, height: 1500 })
  const id = await server.demoGraphic()
  for (const path of ['/', `/bench/${id}`, `/handoff/${id}`]) {
    await visit(page, server.url + path)
    await page.waitForLoadState('networkidle')
    if (path.startsWith('/bench')) {
      await new BenchPage(page).rests()
      await page.getByRole('button', { name: 'Second line', exact: true }).click()
      await expect(page.getByRole('textbox', { name: 'Words' })).toBeVisible()
    }
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()
    expect(violations.map((v) => `${path} ${v.id}: ${v.nodes.map((n) => n.html).join('\n')}`)).toEqual([])
  }
})
