import { expect, test, visit, type Locator, type Page } from './staying'
import { BenchPage } from './benchPage'
import { sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

let bench: BenchPage

interface Key {
  at: number
  value: number | number[]
  feel: string
  tangentIn?: number[]
  tangentOut?: number[]
}
interface Document {
  phases: { arrive: number; hold: number; leave: number }
  motionBlur?: { on: boolean; angle: number }
  layers: {
    id: string
    hangsFrom?: string
    facing?: string
    idles?: { kind: string; cycles: number }[]
    values: Record<string, { keys: Key[] } | undefined>
  }[]
}

async function open(page: Page, layers: object[]) {
  const id = await server.addDocument({
    hang: 1,
    name: 'Motion',
    kind: 'title',
    width: 1280,
    height: 720,
    rate: '25',
    phases: { arrive: 20, hold: 50, leave: 20 },
    layers,
    assets: {},
  })
  await visit(page, `${server.url}/bench/${id}?at=0`)
  bench = new BenchPage(page)
  await bench.rests()
  return id
}

const plate = (id: string, name: string, x: number, channels: object = {}) => ({
  kind: 'plate',
  id,
  name,
  channels: { position: [x, 300], size: [200, 100], fill: '#AA3311', ...channels },
})
const words = (text: string) => ({
  kind: 'type',
  id: 't',
  name: 'Words',
  text,
  family: 'Inter',
  channels: { position: [60, 300], typeSize: 30, fill: '#2B1708' },
})
const read = (id: string) => server.document<Document>(id)
const keys = async (id: string, layer: string, address: string) =>
  (await read(id)).layers.find((l) => l.id === layer)!.values[address]?.keys ?? []
const layer = (page: Page, name: string) => page.getByRole('list', { name: 'Layers' }).getByRole('button', { name, exact: true })
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })
const middle = async (locator: Locator): Promise<[number, number]> => {
  const box = (await locator.boundingBox())!
  return [box.x + box.width / 2, box.y + box.height / 2]
}

test('an arrival is seen while the pointer rests on it, and a click writes keyframes; a departure mirrors it', async ({
  staying: page,
}) => {
  const id = await open(page, [plate('a', 'Comb', 100), plate('b', 'Gate', 500), plate('c', 'Hive', 900)])
  await layer(page, 'Hive').click()
  await page.keyboard.down('Shift')
  await layer(page, 'Comb').click()
  await layer(page, 'Gate').click()
  await page.keyboard.up('Shift')
  await page.getByRole('tab', { name: 'Motion' }).click()
  await field(page, 'Frames from layer to layer').fill('5')
  await field(page, 'Length, frames; 0 for the whole phase').fill('8')
  await page.getByLabel('Order of the layers').selectOption('selected')

  // Resting: the stage plays it, the timeline shows its beads, and nothing is kept.
  const arrivals = page.getByRole('group', { name: 'Arrivals' })
  await arrivals.getByRole('button', { name: 'Fade', exact: true }).hover()
  await expect(page.getByRole('button', { name: 'Keyframe at 5 of Comb' })).toBeVisible()
  const seen = new Set<string>()
  for (let i = 0; i < 12; i++) {
    seen.add((await page.getByTestId('frame').getAttribute('data-frame'))!)
    await page.waitForTimeout(50)
  }
  expect(seen.size).toBeGreaterThan(3)
  await page.mouse.move(500, 200)
  await expect(page.getByRole('button', { name: 'Keyframe at 5 of Comb' })).toBeHidden()
  await expect(page.getByTestId('frame')).toHaveAttribute('data-frame', '0')
  expect(await keys(id, 'a', 'opacity')).toEqual([])

  await arrivals.getByRole('button', { name: 'Fade', exact: true }).click()
  await bench.saved()
  const starts = async (which: number) => Promise.all(['c', 'a', 'b'].map(async (l) => (await keys(id, l, 'opacity'))[which]!.at))
  await expect.poll(() => starts(0)).toEqual([0, 5, 10])
  await page.getByRole('button', { name: 'Departure', exact: true }).click()
  await page.getByRole('group', { name: 'Departures' }).getByRole('button', { name: 'Glide ←' }).click()
  await page.mouse.move(500, 200)
  await bench.saved()
  await expect.poll(async () => (await keys(id, 'b', 'position')).map((k) => k.at)).toEqual([81, 89])
  expect((await keys(id, 'c', 'position')).map((k) => k.at)).toEqual([71, 79])
  expect(((await keys(id, 'b', 'position'))[1]!.value as number[])[0]).toBeLessThanOrEqual(-200)

  // Changed afterwards, the settings rewrite what was chosen last.
  await field(page, 'Length, frames; 0 for the whole phase').fill('12')
  await field(page, 'Length, frames; 0 for the whole phase').press('Enter')
  await bench.saved()
  await expect.poll(async () => (await keys(id, 'b', 'position')).map((k) => k.at)).toEqual([77, 89])

  // Another arrival replaces the first; the departure stays.
  await page.getByRole('button', { name: 'Arrival', exact: true }).click()
  await arrivals.getByRole('button', { name: 'Pop', exact: true }).click()
  await bench.saved()
  await expect.poll(async () => (await keys(id, 'a', 'scale')).length).toBe(2)
  expect((await keys(id, 'a', 'position')).length).toBe(2)
})

test('type comes on by letter, is judged for reading, and Hold is lengthened to what would do', async ({ staying: page }) => {
  const id = await open(page, [words('The keepers open the hives at first light and close them after the last bee')])
  await layer(page, 'Words').click()
  const note = page.getByRole('note', { name: 'Readable for' })
  await expect(note).toContainText('15 words need 5.0 s to 5.6 s (125 to 141 frames)')
  await expect(note).toContainText('too short')
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByLabel('Type moves').first().selectOption('word')
  await field(page, 'Frames from piece to piece').first().fill('1')
  await page.getByRole('group', { name: 'Arrivals' }).getByRole('button', { name: 'Rise', exact: true }).click()
  await page.mouse.move(500, 200)
  await bench.saved()
  expect((await read(id)).layers[0]!.values).toMatchObject({ pieces: 'word', every: 1 })
  // It goes off in a way of its own, and is gone at the end.
  await page.getByRole('button', { name: 'Departure', exact: true }).click()
  await page.getByLabel('Type goes off').first().selectOption('letter')
  await field(page, 'Frames from piece to piece that goes off').first().fill('3')
  await page.getByRole('group', { name: 'Departures' }).getByRole('button', { name: 'Fade', exact: true }).click()
  await page.mouse.move(500, 200)
  await bench.saved()
  expect((await read(id)).layers[0]!.values).toMatchObject({ pieces: 'word', every: 1, leaves: 'letter', leavesEvery: 3 })
  await page.getByRole('tab', { name: 'Values' }).click()
  const offer = page.getByRole('button', { name: /^Make Hold \d+$/ })
  await expect(offer).toBeVisible()
  await offer.click()
  await expect(note).toContainText('enough')
  await expect(offer).toBeHidden()

  // Idle motion in whole cycles; the length that gives each the same frames is offered.
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByRole('button', { name: 'Add an idle motion' }).click()
  await page.getByRole('menuitem', { name: 'Bob', exact: true }).click()
  await field(page, 'Cycles').fill('7')
  await field(page, 'Cycles').press('Enter')
  await bench.saved()
  await page.getByRole('button', { name: /^Make Hold \d+$/ }).click()
  await expect(page.getByText(/^\d+ frames a cycle$/)).toBeVisible()
  const { phases, layers } = await read(id)
  expect(layers[0]!.idles).toMatchObject([{ kind: 'bob', cycles: 7 }])
  expect(phases.hold % 7).toBe(0)
})

test('a path is rounded and bent on the stage, and the layer faces along it', async ({ staying: page }) => {
  const id = await open(page, [
    plate('a', 'Bee', 100, {
      position: {
        keys: [
          { at: 0, value: [100, 500], feel: 'linear' },
          { at: 20, value: [500, 100], feel: 'linear' },
          { at: 40, value: [900, 500], feel: 'linear' },
        ],
      },
    }),
  ])
  await layer(page, 'Bee').click()
  await bench.rests(0)
  const path = page.getByRole('group', { name: 'Path' })
  await expect(page.getByTestId('trail').locator('circle')).toHaveCount(41)
  await path.getByRole('button', { name: 'Path point at frame 20' }).dblclick()
  await bench.saved()
  const bent = (await keys(id, 'a', 'position'))[1]!
  expect(bent.tangentOut![0]).toBeGreaterThan(50)
  expect(bent.tangentOut![1]).toBeCloseTo(0, 3)

  const out = await middle(path.getByRole('button', { name: 'Tangent out of frame 20' }))
  await bench.drag(out, [out[0], out[1] + 40])
  const dragged = (await keys(id, 'a', 'position'))[1]!
  expect(dragged.tangentOut![1]).toBeGreaterThan(30)
  expect(dragged.tangentIn![1]).toBeLessThan(-10)

  // Evenly timed dots: on a linear change they lie evenly along the bent path.
  const dots = await page
    .getByTestId('trail')
    .locator('circle')
    .evaluateAll((all) => all.map((c) => [Number(c.getAttribute('cx')), Number(c.getAttribute('cy'))]))
  const steps = dots.slice(1, 21).map((d, i) => Math.hypot(d[0]! - dots[i]![0]!, d[1]! - dots[i]![1]!))
  expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(1.06)

  const point = await middle(path.getByRole('button', { name: 'Path point at frame 40' }))
  await bench.drag(point, [point[0] + 30, point[1] - 30])
  expect(((await keys(id, 'a', 'position'))[2]!.value as number[])[0]).toBeGreaterThan(930)
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByLabel('Turns with the path').selectOption('along')
  await bench.saved()
  const { layers } = (await (await fetch(`${server.url}/api/graphics/${id}/inspection/2`)).json()) as { layers: { world: number[] }[] }
  expect(layers[0]!.world[1]).toBeLessThan(-0.4)
})

test('layers keep their place when hung from a hook and taken off, and follow it in between', async ({ staying: page }) => {
  const id = await open(page, [plate('a', 'Comb', 100)])
  await page.getByRole('button', { name: 'Hook', exact: true }).click()
  await expect(page.getByTestId('hook')).toBeVisible()
  await bench.type('Turn, °', 30)
  const bounds = async () =>
    (
      (await (await fetch(`${server.url}/api/graphics/${id}/inspection/0`)).json()) as { layers: { bounds: number[] }[] }
    ).layers[0]!.bounds.map((n) => Math.round(n * 100) / 100)
  const before = await bounds()
  await layer(page, 'Comb').click()
  await page.getByLabel('Hangs from').selectOption({ label: 'Hook' })
  await bench.saved()
  expect(await bounds()).toEqual(before)

  // The hook is taken by its sign on the stage and dragged; the plate goes along.
  await page.keyboard.press('Escape')
  await bench.rests(0)
  await bench.drag(await bench.at(640, 360, 1280), await bench.at(700, 420, 1280))
  const moved = await bounds()
  expect(moved[0]! - before[0]!).toBeGreaterThan(30)
  await page.keyboard.press('Delete')
  await bench.saved()
  expect(await bounds()).toEqual(moved)
  expect((await read(id)).layers.map((l) => l.hangsFrom)).toEqual([undefined])
})

test('motion blur is switched for the graphic, for a layer, and on the stage', async ({ staying: page }) => {
  const id = await open(page, [
    plate('a', 'Comb', 100, {
      position: {
        keys: [
          { at: 0, value: [0, 300], feel: 'linear' },
          { at: 20, value: [1000, 300], feel: 'linear' },
        ],
      },
    }),
  ])
  await bench.seek(10)
  await bench.rests(10)
  /** Pixels of the middle row that are neither empty nor full. */
  const soft = () =>
    page.evaluate(() => {
      const stage = document.querySelector<HTMLCanvasElement>('canvas[role=img]')!
      const row = stage.getContext('2d')!.getImageData(0, Math.round((stage.height * 350) / 720), stage.width, 1).data
      let count = 0
      for (let i = 3; i < row.length; i += 4) if (row[i]! > 8 && row[i]! < 247) count++
      return count
    })
  expect(await soft()).toBeLessThan(4)
  await page.getByRole('checkbox', { name: 'Blur what moves' }).click()
  await bench.saved()
  await expect.poll(soft).toBeGreaterThan(15)
  await page.getByRole('button', { name: /^Motion blur is shown on the stage/ }).click()
  await expect.poll(soft).toBeLessThan(4)
  await page.getByRole('button', { name: /^Motion blur is not shown on the stage/ }).click()
  await expect.poll(soft).toBeGreaterThan(15)
  await bench.type('Shutter angle, degrees', 720)
  await expect.poll(soft).toBeGreaterThan(70)
  await layer(page, 'Comb').click()
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByLabel('Motion blur of the layer').selectOption('off')
  await expect.poll(soft).toBeLessThan(4)
  expect((await read(id)).motionBlur).toEqual({ on: true, angle: 720 })
})

test('two browsers on one graphic see each other, and each undoes its own', async ({ staying: page, browser }) => {
  const id = await open(page, [plate('a', 'Comb', 100), plate('b', 'Gate', 500)])
  const other = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await other.goto(`${server.url}/bench/${id}?at=0`)
  await layer(other, 'Gate').click()
  await layer(page, 'Comb').click()
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByRole('group', { name: 'Arrivals' }).getByRole('button', { name: 'Fade', exact: true }).click()
  await expect(other.getByRole('button', { name: 'Keyframe at 20 of Comb' })).toBeVisible()
  await other.keyboard.press('Delete')
  await expect(layer(page, 'Gate')).toBeHidden()
  await expect(page.getByRole('status').first()).toContainText('1 other here')
  // What the other window did last is not this one's to take back.
  await page.getByRole('button', { name: 'Undo: Delete Gate' }).click()
  await expect(page.getByRole('alert')).toContainText('The last change (Delete Gate) was made in another window.')
  await page.getByRole('button', { name: 'Understood' }).click()
  await other.getByRole('button', { name: 'Undo: Delete Gate' }).click()
  await expect(layer(page, 'Gate')).toBeVisible()
  await expect(layer(other, 'Gate')).toBeVisible()

  // What the other has deleted meanwhile cannot be changed: that is said, and nothing else is lost.
  await layer(page, 'Gate').click()
  await page.getByRole('tab', { name: 'Values' }).click()
  const x = field(page, 'Position, px x')
  await x.fill('640')
  await layer(other, 'Gate').click()
  await other.keyboard.press('Delete')
  await expect(layer(page, 'Gate')).toBeHidden()
  expect((await read(id)).layers.map((l) => l.id)).toEqual(['a'])
  expect((await keys(id, 'a', 'opacity')).length).toBe(2)
  await other.close()
})

test('several layers go off as one', async ({ staying: page }) => {
  const id = await open(page, [plate('a', 'Comb', 100), plate('b', 'Gate', 500), plate('c', 'Hive', 900)])
  await layer(page, 'Hive').click()
  await page.keyboard.down('Shift')
  await layer(page, 'Comb').click()
  await layer(page, 'Gate').click()
  await page.keyboard.up('Shift')
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByRole('button', { name: 'Departure', exact: true }).click()
  await page.getByLabel('All as one').check()
  await page.getByTitle('Glide from left. Rest here').click()
  const ends = async () => {
    const all = await Promise.all(['a', 'b', 'c'].map((l) => keys(id, l, 'position')))
    return all.map((k) => (k as { value: [number, number] }[]).at(-1)!.value[0] - (k as { value: [number, number] }[])[0]!.value[0])
  }
  await expect.poll(async () => (await keys(id, 'b', 'position')).length).toBe(2)
  const [a, b, c] = await ends()
  expect([b, c]).toEqual([a, a])
})
