import { execFileSync } from 'node:child_process'
import { expect, test, visit } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

test('a person makes a lower third by hand, plays it, hands it off, and the file is right', async ({ staying: page }) => {
  await visit(page, server.url)
  await page.getByRole('button', { name: 'New graphic' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Hive report')
  await page.getByLabel('Size', { exact: true }).selectOption('1280x720')
  await page.getByLabel('Rate').selectOption('30000/1001')
  for (const [phase, frames] of [
    ['Arrive', 20],
    ['Hold', 30],
    ['Leave', 10],
  ] as const)
    await page.getByRole('textbox', { name: phase, exact: true }).fill(String(frames))
  await page.getByRole('button', { name: 'Make it' }).click()
  const bench = new BenchPage(page)
  await expect(page.getByText('No layers yet')).toBeVisible()

  // A plate, dragged to the lower left; the graphics safe area draws it and shows a line.
  await page.getByRole('button', { name: 'Plate' }).click()
  await expect(page.getByRole('button', { name: 'Resize bottom right' })).toBeVisible()
  await bench.rests()
  const middle = await bench.at(640, 360, 1280)
  await bench.drag(middle, await bench.at(64 + 180 + 2, 600, 1280), async () => {
    await expect(page.getByTestId('snap-line').first()).toBeAttached()
  })
  await expect(page.getByRole('textbox', { name: 'Position, px x' })).toHaveValue('64')
  const grip = (await page.getByRole('button', { name: 'Resize right', exact: true }).boundingBox())!
  await bench.drag([grip.x + 4, grip.y + 4], [grip.x + 4 + 60, grip.y + 4])
  const widthField = page.getByRole('textbox', { name: 'Size, px width' })
  // The field goes with the pointer, and stands when the edit is there.
  await expect.poll(async () => Number(await widthField.inputValue())).toBeGreaterThan(420)
  const width = Number(await widthField.inputValue())
  await bench.type('Corners, px top right', 16)

  // The plate is wiped on from the left: its mask is keyed at 0 and at 12.
  await bench.seek(12)
  await bench.key('Mask').click()
  await bench.seek(0)
  await bench.type('Mask, % of box right', 0)
  const beads = page.getByRole('button', { name: /Keyframe at \d+ of Mask/ })
  await expect(beads).toHaveCount(2)

  // The first bead gets a feel, the second is dragged later on the timeline.
  await page.getByRole('button', { name: 'Keyframe at 0 of Mask of Plate' }).click()
  await page.getByRole('button', { name: 'Even' }).click()
  await expect(page.getByRole('textbox', { name: 'Feel as CSS easing text' })).toHaveValue('linear')
  const ruler = (await page.getByTestId('ruler').boundingBox())!
  const frameWidth = (ruler.width - 28) / 60
  const second = (await page.getByRole('button', { name: 'Keyframe at 12 of Mask of Plate' }).boundingBox())!
  const from: [number, number] = [second.x + second.width / 2, second.y + second.height / 2]
  await bench.drag(from, [from[0] + 4 * frameWidth, from[1]])
  await expect(page.getByRole('button', { name: 'Keyframe at 16 of Mask of Plate' })).toBeVisible()

  // Words, faded away in Leave.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Type', exact: true }).click()
  await page.getByRole('textbox', { name: 'Words' }).fill('Tilda Marsh')
  await page.getByRole('textbox', { name: 'Words' }).blur()
  await page.getByLabel('Font', { exact: true }).selectOption('Roboto Slab')
  await bench.type('Position, px x', 90)
  await bench.type('Position, px y', 612)
  await bench.seek(50)
  await bench.key('Opacity').click()
  await page.keyboard.press('End')
  await bench.type('Opacity, %', 0)
  await expect(page.getByTestId('timecode')).toHaveText('00:00:01;29')

  // Hold is dragged longer; Leave moves with it.
  const end = (await page.getByRole('slider', { name: 'End of Hold' }).boundingBox())!
  await bench.drag([end.x + 4, end.y + 8], [end.x + 4 + 10 * frameWidth, end.y + 8])
  await expect(page.getByRole('slider', { name: 'End of Hold' })).toHaveAttribute('aria-valuenow', '40')
  await expect(page.getByRole('button', { name: /Keyframe at 60 of/ }).first()).toBeVisible()

  // Undo and redo, and a reload in between.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByRole('slider', { name: 'End of Hold' })).toHaveAttribute('aria-valuenow', '30')
  await page.reload()
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByRole('slider', { name: 'End of Hold' })).toHaveAttribute('aria-valuenow', '40')

  // It plays, and says the rate it reached. A button that has just been switched off keeps the keys until the browser has drawn once.
  await page.waitForFunction(() => document.activeElement === document.body)
  await page.keyboard.press('Space')
  await expect(page.getByTestId('reached')).toHaveText(/[\d.]+ of 29.97 fps/)
  await page.keyboard.press('Space')

  // Handed off, proved, downloaded and decoded here by another program.
  await page.getByRole('link', { name: 'Hand off' }).click()
  await page.getByRole('button', { name: 'Hand off', exact: true }).click()
  await expect(page.getByTestId('verdict')).toContainText('The file is what was meant: 70 frames', { timeout: 90_000 })
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download' }).click()
  const file = await (await download).path()
  expect((await download).suggestedFilename()).toBe('fernhollow-apiary_hive-report_v001.mov')
  const pixel = (frame: number, x: number, y: number) =>
    [
      ...execFileSync('ffmpeg', [
        '-v',
        'error',
        '-i',
        file,
        '-vf',
        `select=eq(n\\,${frame}),crop=2:2:${x}:${y},format=rgba`,
        '-frames:v',
        '1',
        '-f',
        'rawvideo',
        '-',
      ]),
    ].slice(0, 4)
  expect(pixel(0, 200, 600)[3]).toBe(0)
  expect(pixel(8, 70, 600)[3]).toBe(255)
  expect(pixel(8, 64 + Math.round(width * 0.9), 600)[3]).toBe(0)
  const [r, g, b] = pixel(30, 64 + Math.round(width * 0.9), 600) as [number, number, number]
  expect(Math.max(Math.abs(r - 0x4a), Math.abs(g - 0x2c), Math.abs(b - 0x12))).toBeLessThanOrEqual(3)
})
