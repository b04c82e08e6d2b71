import { expect, test, visit, type Locator, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

let bench: BenchPage
const TOTAL = 80

const keyed = (...keys: [number, number][]) => ({ keys: keys.map(([at, value]) => ({ at, value, feel: 'linear' })) })
const plate = (id: string, name: string, x: number, channels: object) => ({
  kind: 'plate',
  id,
  name,
  channels: { position: [x, 300], size: [200, 100], fill: '#AA3311', ...channels },
})

async function open(page: Page, layers: object[], more: object = {}) {
  const id = await server.addDocument({
    hang: 1,
    name: 'Keys',
    kind: 'callout',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 20, hold: 40, leave: 20 },
    layers,
    assets: {},
    ...more,
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  bench = new BenchPage(page)
  await bench.rests()
  return id
}

interface Document {
  rate: string
  phases: { arrive: number; hold: number; leave: number }
  layers: {
    id: string
    name: string
    in?: number
    out?: number
    hangsFrom?: string
    values: Record<string, { keys: { at: number; value: number | number[] }[] }>
  }[]
}

const read = (id: string) => server.document<Document>(id)
const times = async (id: string, layer: string, address: string) =>
  ((await read(id)).layers.find((l) => l.id === layer)!.values[address]?.keys ?? []).map((k) => k.at)

const middle = async (locator: Locator): Promise<[number, number]> => {
  await locator.hover()
  const box = (await locator.boundingBox())!
  return [box.x + box.width / 2, box.y + box.height / 2]
}
const bead = (page: Page, at: number, of: string) => page.getByRole('button', { name: `Keyframe at ${at} of ${of}`, exact: true })
const perFrame = async (page: Page) => ((await page.getByTestId('ruler').boundingBox())!.width - 28) / TOTAL
const toFrame = async (page: Page, frame: number) => {
  const ruler = (await page.getByTestId('ruler').boundingBox())!
  await page.mouse.click(ruler.x + 14 + frame * ((ruler.width - 28) / TOTAL), ruler.y + 32)
  await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', String(frame))
}
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })
const layer = (page: Page, name: string) => page.getByRole('list', { name: 'Layers' }).getByRole('button', { name, exact: true })

test('keyframes are boxed, moved with snapping, spread, reversed, aligned, nudged and timed by typing', async ({ staying: page }) => {
  const id = await open(page, [
    plate('a', 'Comb', 100, { opacity: keyed([0, 0], [13, 1]), turn: keyed([4, 0], [10, 20]) }),
    plate('b', 'Gate', 500, { opacity: keyed([2, 0], [16, 1], [70, 0]) }),
  ])
  const px = await perFrame(page)
  const rows = (await page.getByTestId('rows').boundingBox())!
  const x = (frame: number) => rows.x + 236 + 14 + frame * px

  // A box over both layers, from below up to the left, takes every bead but the last.
  await bench.drag([x(30), rows.y + 53], [x(-0.7), rows.y + 1])
  await expect(page.getByText('6 keyframes', { exact: true }).first()).toBeVisible()

  // Dragged by one of them they all move; the bead at 16 is drawn to the border of Arrive at 20.
  const from = await middle(bead(page, 16, 'Gate'))
  await bench.drag(from, [from[0] + 3.7 * px, from[1]])
  expect(await times(id, 'a', 'opacity')).toEqual([4, 17])
  expect(await times(id, 'a', 'turn')).toEqual([8, 14])
  expect(await times(id, 'b', 'opacity')).toEqual([6, 20, 70])

  // The bracket's later end is dragged out: shares stay, what is not selected stays.
  const end = await middle(page.getByRole('slider', { name: 'Later end of the selected keyframes' }))
  await bench.drag(end, [end[0] + 16 * px, end[1]], async () => void (await page.keyboard.down('Control')))
  await page.keyboard.up('Control')
  const spread = await times(id, 'b', 'opacity')
  expect(spread[1]).toBe(36)
  expect(spread[2]).toBe(70)
  expect(await times(id, 'a', 'opacity')).toEqual([4, 30])

  await page.getByRole('button', { name: 'Reverse', exact: true }).click()
  await bench.saved()
  expect(await times(id, 'a', 'opacity')).toEqual([10, 36])
  const opacity = (await read(id)).layers[0]!.values.opacity!.keys.map((k) => k.value)
  expect(opacity).toEqual([1, 0])

  // Nudged by one and by ten, and typed.
  await page.getByTestId('timecode').click()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await bench.saved()
  await expect.poll(() => times(id, 'a', 'opacity')).toEqual([21, 47])
  const at = field(page, 'Time of the selected keyframes')
  await at.fill('0.2s')
  await at.press('Enter')
  await bench.saved()
  await expect.poll(async () => Math.min(...(await times(id, 'a', 'opacity')), ...(await times(id, 'b', 'opacity')))).toBe(5)
  await at.fill('soon')
  await at.press('Enter')
  await expect(page.getByRole('alert')).toContainText('"soon" is no time')
  await page.getByRole('button', { name: 'Understood' }).click()

  await toFrame(page, 40)
  await page.getByRole('button', { name: 'To playhead' }).click()
  await bench.saved()
  await expect.poll(async () => Math.min(...(await times(id, 'a', 'opacity')), ...(await times(id, 'a', 'turn')))).toBe(40)
  await expect.poll(async () => Math.min(...(await times(id, 'b', 'opacity')))).toBe(40)
  for (let i = 0; i < 7; i++) await page.keyboard.press('Control+z')
  await expect.poll(() => times(id, 'b', 'opacity')).toEqual([2, 16, 70])
})

test('keyframes are copied to other layers and other graphics, and duplicated with Alt', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const first = await open(page, [plate('a', 'Comb', 100, { opacity: keyed([5, 0], [15, 1]) }), plate('b', 'Gate', 500, {})])
  await layer(page, 'Comb').click()
  await bead(page, 5, 'Comb').click()
  await page.keyboard.down('Shift')
  await bead(page, 15, 'Comb').click()
  await page.keyboard.up('Shift')
  await page.keyboard.press('Control+c')
  await expect(page.getByRole('note').first()).toContainText('2 keyframes copied')
  await toFrame(page, 50)
  await layer(page, 'Gate').click()
  await page.keyboard.press('Control+v')
  await bench.saved()
  expect(await times(first, 'b', 'opacity')).toEqual([50, 60])

  // Alt leaves the originals where they are.
  const from = await middle(bead(page, 60, 'Gate'))
  await page.mouse.move(...from)
  await page.keyboard.down('Alt')
  await page.mouse.down()
  await page.mouse.move(from[0] + 12 * (await perFrame(page)), from[1], { steps: 6 })
  await page.mouse.up()
  await page.keyboard.up('Alt')
  await bench.saved()
  expect(await times(first, 'b', 'opacity')).toEqual([50, 60, 62, 72])

  const second = await open(page, [
    { kind: 'type', id: 't', name: 'Words', text: 'Bees', family: 'Inter', channels: { position: [100, 300] } },
  ])
  await layer(page, 'Words').click()
  await toFrame(page, 8)
  await page.keyboard.press('Control+v')
  await bench.saved()
  expect(await times(second, 't', 'opacity')).toEqual([8, 18])
})

test('which way of keying is on is seen, and a change goes where it says', async ({ staying: page }) => {
  const id = await open(page, [
    plate('a', 'Comb', 100, {
      position: {
        keys: [
          { at: 0, value: [0, 300], feel: 'linear' },
          { at: 40, value: [400, 300], feel: 'linear' },
        ],
      },
    }),
  ])
  await layer(page, 'Comb').click()
  await toFrame(page, 20)
  await expect(page.getByRole('button', { name: 'Key at playhead' })).toHaveAttribute('aria-pressed', 'true')
  await bench.type('Position, px y', 350)
  expect((await read(id)).layers[0]!.values.position!.keys.map((k) => k.value)).toEqual([
    [0, 300],
    [200, 350],
    [400, 300],
  ])
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Move whole' }).click()
  await bench.rests(20)
  await bench.drag(await bench.at(300, 350, 1280), await bench.at(340, 410, 1280))
  expect((await read(id)).layers[0]!.values.position!.keys.map((k) => k.value)).toEqual([
    [40, 360],
    [440, 360],
  ])
})

test('keyframes that are there already are staggered over their layers', async ({ staying: page }) => {
  const id = await open(
    page,
    ['Comb', 'Gate', 'Hive'].map((name, i) => plate(`l${i}`, name, 100 + 300 * i, { opacity: keyed([5, 0], [15, 1], [60, 0]) })),
  )
  await bead(page, 5, 'Comb').click()
  await page.keyboard.down('Shift')
  for (const [at, of] of [
    [15, 'Comb'],
    [5, 'Gate'],
    [15, 'Gate'],
    [5, 'Hive'],
    [15, 'Hive'],
  ] as const)
    await bead(page, at, of).click()
  await page.keyboard.up('Shift')
  await field(page, 'Stagger, frames').fill('4')
  await field(page, 'Stagger, frames').press('Enter')
  await page.getByLabel('Stagger order').selectOption('bottomUp')
  await page.getByRole('button', { name: 'Stagger', exact: true }).click()
  await bench.saved()
  await expect.poll(() => times(id, 'l2', 'opacity')).toEqual([13, 23, 60])
  expect([await times(id, 'l0', 'opacity'), await times(id, 'l1', 'opacity')]).toEqual([
    [5, 15, 60],
    [9, 19, 60],
  ])
})

test('layers are trimmed, slid with their keyframes and split', async ({ staying: page }) => {
  const id = await open(page, [
    plate('a', 'Comb', 100, { opacity: keyed([10, 0], [20, 1]) }),
    plate('b', 'Gate', 500, { opacity: keyed([12, 0], [30, 1]) }),
  ])
  const px = await perFrame(page)
  const grip = await middle(page.getByRole('slider', { name: 'In point of Comb' }))
  await page.keyboard.down('Control')
  await bench.drag(grip, [grip[0] + 5 * px, grip[1]])
  await page.keyboard.up('Control')
  expect((await read(id)).layers[0]!.in).toBe(5)
  await layer(page, 'Comb').click()
  await page.keyboard.down('Shift')
  await layer(page, 'Gate').click()
  await page.keyboard.up('Shift')
  const bar = (await page.getByRole('listitem', { name: 'Comb' }).getByTestId('span').boundingBox())!
  await page.keyboard.down('Control')
  await bench.drag([bar.x + 60 * px, bar.y + 2], [bar.x + 66 * px, bar.y + 2])
  await page.keyboard.up('Control')
  expect(await times(id, 'a', 'opacity')).toEqual([16, 26])
  expect(await times(id, 'b', 'opacity')).toEqual([18, 36])
  expect((await read(id)).layers.map((l) => l.in)).toEqual([11, 6])
  await layer(page, 'Comb').click()
  await toFrame(page, 40)
  await page.keyboard.press('x')
  await expect(layer(page, 'Comb 2')).toBeVisible()
  await bench.saved()
  expect((await read(id)).layers.map((l) => [l.name, l.in, l.out])).toEqual([
    ['Comb', 11, 39],
    ['Comb 2', 40, undefined],
    ['Gate', 6, undefined],
  ])
})

test('ranges are marked and looped, times are typed, and every value opens on demand', async ({ staying: page }) => {
  await open(page, [plate('a', 'Comb', 100, { opacity: keyed([10, 0], [20, 1]) })])
  const playhead = field(page, 'Playhead')
  for (const [text, frame] of [
    ['0:01:05', 30],
    ['+10', 40],
    ['1/5s', 5],
    ['-2', 3],
  ] as const) {
    await playhead.fill(text)
    await playhead.press('Enter')
    await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', String(frame))
  }
  await toFrame(page, 20)
  await page.keyboard.press('i')
  await toFrame(page, 28)
  await page.keyboard.press('o')
  await expect(page.getByTestId('range')).toHaveAttribute('title', 'Range 20 to 28')
  await page.getByLabel('Speed').selectOption('2')
  await page.getByLabel('Speed').blur()
  await page.keyboard.press('Space')
  for (let i = 0; i < 12; i++) {
    await page.waitForTimeout(60)
    const frame = Number(await page.getByTestId('frame').getAttribute('data-frame'))
    expect(frame).toBeGreaterThanOrEqual(20)
    expect(frame).toBeLessThanOrEqual(28)
  }
  await expect(page.getByTestId('reached')).toHaveText(/of 50 fps/)
  await page.keyboard.press('Space')

  await layer(page, 'Comb').click()
  const row = page.getByRole('listitem', { name: 'Comb' })
  await expect(row.getByText('Opacity')).toBeVisible()
  await expect(row.getByText('Corners')).toBeHidden()
  await row.getByRole('button', { name: 'All values' }).click()
  await expect(row.getByText('Corners')).toBeVisible()
  await row.getByRole('button', { name: 'Only values in use' }).click()
  await expect(row.getByText('Corners')).toBeHidden()
})

test('the timeline is zoomed about the pointer, and beads are dragged as finely as they are seen', async ({ staying: page }) => {
  const id = await open(page, [plate('a', 'Comb', 100, { opacity: keyed([10, 0], [20, 1]) })])
  const ten = await middle(bead(page, 10, 'Comb'))
  await page.keyboard.down('Control')
  for (let i = 0; i < 3; i++) await page.mouse.wheel(0, -200)
  await page.keyboard.up('Control')
  await expect(page.getByTestId('timeline-zoom')).toHaveText(/[2-9]\d\d %/)
  const [x] = await middle(bead(page, 10, 'Comb'))
  expect(Math.abs(x - ten[0])).toBeLessThan(1.5)
  const [far] = await middle(bead(page, 20, 'Comb'))
  const wide = (far - x) / 10
  expect(wide).toBeGreaterThan(1.9 * (await perFrame(page)))
  await page.keyboard.down('Control')
  await bench.drag([far, ten[1]], [far + 3 * wide, ten[1]])
  await page.keyboard.up('Control')
  expect(await times(id, 'a', 'opacity')).toEqual([10, 23])
  await page.keyboard.press('End')
  await expect(page.getByRole('slider', { name: 'End of Leave' })).toBeInViewport()
  await page.getByRole('button', { name: 'Show all' }).click()
  await expect(page.getByTestId('timeline-zoom')).toHaveText('Whole time')
})

test('a changed rate keeps seconds and says which keyframes moved', async ({ staying: page }) => {
  const id = await open(page, [plate('a', 'Comb', 100, { opacity: keyed([5, 0], [7, 1]) })])
  await page.getByLabel('Rate').selectOption('30')
  await expect(page.getByRole('note').filter({ hasText: 'moved to the nearest frame' })).toContainText(
    '1 of 2 keyframes moved to the nearest frame: Opacity of Comb at 7 is now at 8',
  )
  expect(await times(id, 'a', 'opacity')).toEqual([6, 8])
  expect((await read(id)).phases).toEqual({ arrive: 24, hold: 48, leave: 24 })
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(() => times(id, 'a', 'opacity')).toEqual([5, 7])
})

test('the change of one part is shaped alone, and own feels are kept in the package', async ({ staying: page }) => {
  const id = await open(page, [
    plate('a', 'Comb', 100, {
      position: {
        keys: [
          { at: 0, value: [0, 100], feel: 'linear' },
          { at: 40, value: [400, 500], feel: 'linear' },
        ],
      },
    }),
  ])
  await layer(page, 'Comb').click()
  await page.getByRole('button', { name: 'Shape Position of Comb' }).click()
  const shape = page.getByRole('group', { name: 'Shape of Position of Comb' })
  await shape.getByRole('button', { name: 'y', exact: true }).click()
  const [hx, hy] = await middle(shape.getByRole('button', { name: 'Handle after frame 0', exact: true }))
  await bench.drag([hx, hy], [hx + 80, hy + 30])
  const feel = ((await read(id)).layers[0]!.values.position!.keys[0] as unknown as { feel: string[] }).feel
  expect(feel[0]).toBe('linear')
  expect(feel[1]).toMatch(/^cubic-bezier/)

  await bead(page, 0, 'Position of Comb').click()
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect(field(page, 'Feel as CSS easing text')).toHaveValue(/^linear\(0 0%/)
  await field(page, 'Name for this feel').fill('Comb spring')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  const own = page.getByRole('group', { name: 'Feels of the package' })
  await expect(own.getByRole('button', { name: 'Comb spring', exact: true })).toBeVisible()

  // Another graphic of the same package has it.
  const other = await open(page, [plate('a', 'Gate', 100, { opacity: keyed([0, 0], [20, 1]) })])
  await layer(page, 'Gate').click()
  await bead(page, 0, 'Gate').click()
  await own.getByRole('button', { name: 'Comb spring', exact: true }).click()
  await bench.saved()
  expect(((await read(other)).layers[0]!.values.opacity!.keys[0] as unknown as { feel: string }).feel).toMatch(/^linear\(0 0%/)
  await own.getByRole('button', { name: 'Forget the feel Comb spring' }).click()
  await expect(own).toBeHidden()
})
