import { expect, test, visit, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

let bench: BenchPage

async function open(page: Page) {
  const id = await server.addDocument({
    hang: 1,
    name: 'Work',
    kind: 'callout',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 20, hold: 40, leave: 20 },
    layers: [
      { kind: 'plate', id: 'l1', name: 'Left', channels: { position: [100, 300], size: [200, 100], fill: '#AA3311' } },
      {
        kind: 'plate',
        id: 'l2',
        name: 'Right',
        channels: {
          position: [800, 300],
          size: [200, 100],
          fill: '#1133AA',
          opacity: {
            keys: [
              { at: 0, value: 0, feel: 'linear' },
              { at: 20, value: 1, feel: 'steps(1)' },
              { at: 79, value: 0, feel: 'linear' },
            ],
          },
        },
      },
    ],
    assets: {},
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  bench = new BenchPage(page)
  await bench.rests()
  return id
}

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })
const layer = (page: Page, name: string) => page.getByRole('list', { name: 'Layers' }).getByRole('button', { name, exact: true })

test('several layers are selected, moved, nudged and duplicated together', async ({ staying: page }) => {
  await open(page)
  await page.keyboard.press('End')
  await page.keyboard.press('Home')
  await bench.seek(20)
  await page.mouse.click(...(await bench.at(200, 350, 1280)))
  await page.keyboard.down('Shift')
  await page.mouse.click(...(await bench.at(900, 350, 1280)))
  await page.keyboard.up('Shift')
  await expect(page.getByText('2 layers selected')).toBeVisible()
  await bench.drag(await bench.at(900, 350, 1280), await bench.at(900, 450, 1280))
  await page.keyboard.press('Shift+ArrowUp')
  await bench.saved()
  for (const name of ['Left', 'Right']) {
    await layer(page, name).click()
    await expect(field(page, 'Position, px y')).toHaveValue('390')
  }
  await page.keyboard.press('Control+d')
  await expect(layer(page, 'Right 2')).toBeVisible()
  await page.keyboard.press('Delete')
  await expect(layer(page, 'Right 2')).toBeHidden()
})

test('keyframes are added, moved, shaped and deleted on the timeline', async ({ staying: page }) => {
  await open(page)
  await layer(page, 'Right').click()
  const strip = page.getByRole('button', { name: 'Keyframe at 20 of Opacity of Right' }).locator('..')
  const box = (await strip.boundingBox())!
  const perFrame = (box.width - 28) / 80
  await page.mouse.dblclick(box.x + 14 + 50 * perFrame, box.y + box.height / 2)
  const added = page.getByRole('button', { name: 'Keyframe at 50 of Opacity of Right' })
  await expect(added).toBeVisible()
  await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', '50')
  // The change that it split was a hold, so it still shows the value of frame 20.
  await expect(field(page, 'Opacity, %')).toHaveValue('100')
  await added.click()
  await field(page, 'Feel as CSS easing text').fill('linear(0, 0.9 30%, 1)')
  await field(page, 'Feel as CSS easing text').press('Enter')
  await bench.saved()
  await page.getByRole('button', { name: 'Later keyframe' }).click()
  await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', '79')
  await bench.seek(59)
  // 9 of 29 frames after the keyframe: 0.9 + (0.31034 - 0.3) / 0.7 × 0.1 of the way from 100 to 0.
  await expect(field(page, 'Opacity, %')).toHaveValue('9.85')

  await field(page, 'Feel as CSS easing text').fill('bouncy')
  await field(page, 'Feel as CSS easing text').press('Enter')
  await expect(page.getByRole('alert')).toContainText('"bouncy" is not CSS easing text')
  await page.getByRole('button', { name: 'Understood' }).click()

  await added.click()
  await page.keyboard.press('Delete')
  await expect(added).toBeHidden()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(added).toBeVisible()
})

test('values are dragged by their label, typed with a comma, and refused with words', async ({ staying: page }) => {
  await open(page)
  await layer(page, 'Left').click()
  await expect(field(page, 'Position, px x')).toHaveValue('100')
  const label = (await page.getByTitle('Drag to change Position, px x').boundingBox())!
  await bench.drag([label.x + 5, label.y + 10], [label.x + 45, label.y + 10])
  await expect(field(page, 'Position, px x')).toHaveValue('120')
  await field(page, 'Turn, °').fill('12,5')
  await field(page, 'Turn, °').press('Enter')
  await expect(field(page, 'Turn, °')).toHaveValue('12.5')
  await field(page, 'Opacity, %').fill('300')
  await field(page, 'Opacity, %').press('Enter')
  await expect(field(page, 'Opacity, %')).toHaveValue('100')
  await field(page, 'Colour as text').fill('tomato')
  await field(page, 'Colour as text').press('Enter')
  await expect(page.getByRole('alert')).toContainText('A colour is text such as')
  await field(page, 'Size, px width').fill('a lot')
  await field(page, 'Size, px width').press('Enter')
  await expect(field(page, 'Size, px width')).toHaveValue('200')
})

test('a phase that would swallow a keyframe is refused by the layer that has it', async ({ staying: page }) => {
  await open(page)
  await page.keyboard.press('Escape')
  await field(page, 'Leave, frames').fill('10')
  await field(page, 'Leave, frames').press('Enter')
  await expect(page.getByRole('alert')).toContainText('Right: Leave cannot be 10 frames long, because a keyframe stands 19 frames into it')
  await expect(page.getByRole('slider', { name: 'End of Leave' })).toHaveAttribute('aria-valuenow', '20')
  await page.getByRole('slider', { name: 'End of Hold' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('slider', { name: 'End of Hold' })).toHaveAttribute('aria-valuenow', '41')
  await layer(page, 'Right').click()
  await expect(page.getByRole('button', { name: 'Keyframe at 80 of Opacity of Right' })).toBeVisible()
})

test('playback loops or stops at the end, and stepping stops it', async ({ staying: page }) => {
  await open(page)
  await page.getByLabel('What playing repeats').selectOption('once')
  await page.getByLabel('Speed').selectOption('2')
  await page.getByLabel('Speed').blur()
  await page.keyboard.press('Space')
  await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', '79', { timeout: 30_000 })
  await expect(page.getByRole('button', { name: 'Play (Space)' })).toBeVisible()
  await page.getByLabel('What playing repeats').selectOption('phase')
  await page.getByLabel('What playing repeats').blur()
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop (Space)' })).toBeVisible()
  await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', /^[67]\d$/)
  await page.keyboard.press(',')
  await expect(page.getByRole('button', { name: 'Play (Space)' })).toBeVisible()
  await page.keyboard.press('Home')
  await expect(page.getByTestId('timecode')).toHaveText('00:00:00:00')
})

test('walls are for looking at, the zoom is exact, and the room stays as it was left', async ({ page }) => {
  await open(page)
  await bench.seek(20)
  for (const wall of ['Black', 'White', 'Mid grey', 'Footage', 'A colour']) {
    await page.getByLabel('Wall', { exact: true }).selectOption({ label: wall })
    await expect(page.getByText('Preview only: the wall is never in the file')).toBeVisible()
    // The painted picture itself stays transparent where nothing is drawn.
    const alpha = await page.evaluate(
      () => document.querySelector<HTMLCanvasElement>('canvas[role=img]')!.getContext('2d')!.getImageData(2, 2, 1, 1).data[3],
    )
    expect(alpha).toBe(0)
  }
  await page.getByLabel('Zoom').selectOption('2')
  await expect.poll(async () => Math.round((await bench.stage.boundingBox())!.width)).toBe(2560)
  await page.getByRole('button', { name: 'Light or dark room' }).click()
  await page.reload()
  await expect(page.locator('html')).toHaveClass(/dark/)
  await bench.rests()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keyboard' })).toContainText('Play or stop')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Keyboard' })).toBeHidden()
})

test('on a slow line a typed pair loses no half, and keys go on to what they mean', async ({ page }) => {
  // Everything on the live line takes 150 ms there and 150 ms back.
  await page.routeWebSocket(/\/live/, (ws) => {
    const there = ws.connectToServer()
    ws.onMessage((message) => void setTimeout(() => there.send(message), 150))
    there.onMessage((message) => void setTimeout(() => ws.send(message), 150))
  })
  await open(page)
  await layer(page, 'Left').click()
  await field(page, 'Size, px width').fill('321')
  await page.keyboard.press('Tab')
  await page.keyboard.type('123')
  await page.keyboard.press('Enter')
  await bench.saved()
  await expect(field(page, 'Size, px width')).toHaveValue('321')
  await expect(field(page, 'Size, px height')).toHaveValue('123')
  // What was pressed last keeps no key of the transport and none of the document.
  await page.getByRole('button', { name: /^Undo/ }).click()
  await bench.saved()
  await page.keyboard.press('Control+z')
  await bench.saved()
  await expect(field(page, 'Size, px width')).toHaveValue('200')
  await expect(field(page, 'Size, px height')).toHaveValue('100')
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop (Space)' })).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Play (Space)' })).toBeVisible()
})
