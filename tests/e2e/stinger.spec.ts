import { execFileSync } from 'node:child_process'
import { expect, test, visit } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const TOTAL = 60

test('a person makes the stinger with the pointer only, and the file shows its motion', async ({ staying: page }) => {
  test.setTimeout(240_000)
  // A graphic of 60 frames at 30 a second; everything that follows is done with the pointer.
  const id = await server.addDocument({
    hang: 1,
    name: 'Field gate',
    kind: 'stinger',
    width: 1280,
    height: 720,
    rate: '30',
    phases: { arrive: 13, hold: 34, leave: 13 },
    layers: [],
    assets: {},
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  const bench = new BenchPage(page)
  await expect(page.getByText('No layers yet')).toBeVisible()
  await page.getByLabel('Zoom').selectOption('0.25')
  await page.getByRole('button', { name: 'Plate' }).click()
  await expect(page.getByRole('button', { name: 'Resize bottom right' })).toBeVisible()
  await bench.rests()

  const ruler = (await page.getByTestId('ruler').boundingBox())!
  const perFrame = (ruler.width - 28) / TOTAL
  const goTo = async (frame: number) => {
    await page.mouse.click(ruler.x + 14 + frame * perFrame, ruler.y + 32)
    await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', String(frame))
    await bench.rests(frame)
  }
  const middleOf = async (grip: string): Promise<[number, number]> => {
    const box = (await page.getByRole('button', { name: `Resize ${grip}`, exact: true }).boundingBox())!
    return [box.x + box.width / 2, box.y + box.height / 2]
  }
  const to = (x: number, y: number) => bench.at(x, y, 1280)

  // Larger than the frame, so that it still covers while it crawls: its corners are dragged out beyond the frame.
  await goTo(12)
  await bench.drag(await middleOf('top left'), await to(-200, -60))
  await bench.drag(await middleOf('bottom right'), await to(1400, 780))

  // Covering at 12, a little further right at 46, off left at 0, off right at 58.
  await page.getByRole('button', { name: 'Key Position here', exact: true }).click()
  await bench.saved()
  await goTo(46)
  await bench.drag(await to(640, 360), await to(700, 360))
  await goTo(0)
  await bench.drag(await to(1180, 360), await to(-280, 360))
  await goTo(58)
  await bench.drag(await to(60, 360), await to(1560, 360))
  for (const frame of [0, 12, 46, 58])
    await expect(page.getByRole('button', { name: `Keyframe at ${frame} of Position of Plate` })).toBeVisible()

  // The change onto the frame is shaped in place: a long handle makes it fast at once and slow at its end.
  await page.getByRole('button', { name: 'Shape Position of Plate' }).click()
  const shape = page.getByRole('group', { name: 'Shape of Position of Plate' })
  await expect(shape).toBeVisible()
  const handle = async (name: string): Promise<[number, number]> => {
    const grip = shape.getByRole('button', { name, exact: true })
    await grip.hover()
    const box = (await grip.boundingBox())!
    return [box.x + box.width / 2, box.y + box.height / 2]
  }
  const [ax, ay] = await handle('Handle after frame 0')
  const [bx, by] = await handle('Handle before frame 12')
  await bench.drag([ax, ay], [ax - 0.3 * 12 * perFrame, ay - 70])
  await bench.drag([bx, by], [bx - 0.3 * 12 * perFrame, by])
  await page.getByRole('button', { name: 'Keyframe at 0 of Position of Plate' }).click()
  const feel = await page.getByRole('textbox', { name: 'Feel as CSS easing text' }).inputValue()
  const [x1, y1] = feel.match(/-?[\d.]+/g)!.map(Number) as [number, number]
  expect(y1 / Math.max(x1, 0.01)).toBeGreaterThan(2)

  // What the core says at every frame; the file is held against it.
  const lefts: number[] = []
  for (let f = 0; f < TOTAL; f++)
    lefts.push(
      ((await (await fetch(`${server.url}/api/graphics/${id}/inspection/${f}`)).json()) as { layers: { bounds: number[] }[] }).layers[0]!
        .bounds[0]!,
    )
  const width =
    ((await (await fetch(`${server.url}/api/graphics/${id}/inspection/0`)).json()) as { layers: { bounds: number[] }[] }).layers[0]!
      .bounds[2]! - lefts[0]!
  expect(lefts[0]! + width).toBeLessThanOrEqual(0)
  expect(lefts[58]).toBeGreaterThanOrEqual(1280)
  for (let f = 12; f <= 46; f++) {
    expect(lefts[f]).toBeLessThanOrEqual(0)
    expect(lefts[f]! + width).toBeGreaterThanOrEqual(1280)
  }
  expect(lefts[6]! - lefts[0]!).toBeGreaterThan(0.65 * (lefts[12]! - lefts[0]!))
  expect(lefts[46]! - lefts[12]!).toBeGreaterThan(30)
  expect(lefts[46]! - lefts[12]!).toBeLessThan(120)

  await page.getByRole('link', { name: 'Hand off' }).click()
  await page.getByRole('button', { name: 'Hand off', exact: true }).click()
  await expect(page.getByTestId('verdict')).toContainText(`The file is what was meant: ${TOTAL} frames`, { timeout: 120_000 })
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download' }).click()
  const file = await (await download).path()
  // The alpha of the middle row of every frame, by another program.
  const row = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', file, '-vf', 'alphaextract,crop=1280:2:0:360,format=gray', '-f', 'rawvideo', '-'],
    { maxBuffer: 1 << 26 },
  )
  expect(row.length).toBe(TOTAL * 2 * 1280)
  for (let f = 0; f < TOTAL; f++) {
    const alpha = row.subarray(f * 2 * 1280, f * 2 * 1280 + 1280)
    const first = alpha.findIndex((a) => a > 127)
    const covered = alpha.filter((a) => a > 127).length
    const from = Math.max(0, Math.min(1280, lefts[f]!))
    const until = Math.max(0, Math.min(1280, lefts[f]! + width))
    expect(Math.abs(covered - Math.max(0, until - from)), `frame ${f}`).toBeLessThanOrEqual(1.5)
    if (covered > 0) expect(Math.abs(first - from), `frame ${f}`).toBeLessThanOrEqual(1.5)
  }
})

test('the ruler of a stinger shows when it hides everything, and where to cut', async ({ staying: page }) => {
  const id = await server.demoGraphic('Stinger')
  await visit(page, `${server.url}/bench/${id}`)
  const report = (await (await fetch(`${server.url}/api/graphics/${id}/report`)).json()) as {
    cover: { from: number; to: number; cut: number }
  }
  await expect(
    page.getByRole('img', { name: `Hides everything from frame ${report.cover.from} to ${report.cover.to}; cut at ${report.cover.cut}` }),
  ).toBeAttached({ timeout: 60_000 })
  await expect(page.getByText(`Cut ${report.cover.cut}`)).toBeVisible()
})
