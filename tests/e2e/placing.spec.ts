import { expect, test, visit } from './staying'
import { HangServer } from './server'
import { BenchPage } from './benchPage'

const server = new HangServer(5349)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

interface Doc {
  layers: { id: string; name: string; content: { kind: string; filled?: [string, string][]; fill?: string } }[]
  placed?: Record<string, Doc>
  fields?: { name: string }[]
}

const documentOf = async (id: string) => (await (await fetch(`${server.url}/api/graphics/${id}/document`)).json()) as Doc

test('a graphic is placed in another, filled there, changed where it was made, and taken apart', async ({ staying: page }) => {
  test.setTimeout(120_000)
  const bench = new BenchPage(page)
  const [title, lower] = [await server.demoGraphic('Title'), await server.demoGraphic()]
  await visit(page, `${server.url}/bench/${title}`)
  await bench.rests()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Placed graphic…' }).click()
  await page.getByRole('button', { name: /^Lower third/ }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  const name = page.getByRole('textbox', { name: 'Name', exact: true }).last()
  await expect(name).toHaveValue('Maren Oakhollow')
  await name.fill('Ida Fernsby')
  await name.press('Enter')
  await bench.saved()
  await expect.poll(async () => JSON.stringify((await documentOf(title)).layers.at(-1)!.content.filled)).toBe('[["Name","Ida Fernsby"]]')
  // Its phases are seen in the bar of its layer.
  await expect(page.getByRole('img', { name: /^Lower third arrives in \d+, holds \d+ and leaves in \d+ frames$/ })).toBeVisible()
  // Editors of the title may fill that field.
  await page.getByRole('button', { name: 'Let editors fill name', exact: true }).click()
  await expect.poll(async () => (await documentOf(title)).fields?.map((f) => f.name)).toContain('Lower third: name')

  // In place: opened, changed, and back.
  await page.getByRole('link', { name: 'Open it' }).click()
  await expect(page).toHaveURL(new RegExp(`/bench/${lower}`))
  await bench.rests()
  // The title is seen around it, behind the stage's own picture, until one does not want it.
  const behind = page.getByTestId('around-behind')
  await expect.poll(() => behind.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0)
  const [of, on] = [await behind.boundingBox(), await page.getByTestId('stage').boundingBox()]
  for (const edge of ['x', 'y', 'width', 'height'] as const) expect(of![edge]).toBeCloseTo(on![edge], 1)
  await page.getByRole('button', { name: 'The graphic that it is placed in is seen around it' }).click()
  await expect(behind).toHaveCount(0)
  const before = JSON.stringify((await documentOf(title)).placed)
  await page.getByRole('textbox', { name: 'Hold, frames', exact: true }).fill('40')
  await page.getByRole('textbox', { name: 'Hold, frames', exact: true }).press('Enter')
  await bench.saved()
  await expect.poll(async () => JSON.stringify((await documentOf(title)).placed)).not.toBe(before)
  await page.getByRole('link', { name: 'Back to the graphic that it is placed in' }).click()
  await expect(page).toHaveURL(new RegExp(`/bench/${title}`))
  await bench.rests()

  // It cannot be placed in what is placed in it.
  const refused = await fetch(`${server.url}/api/graphics/${lower}/placed`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ graphic: title, at: 0 }),
  })
  expect(refused.status).toBe(422)
  expect(await refused.text()).toContain('in itself')

  await page.getByRole('button', { name: 'Open Lower third', exact: true }).click()
  await page.mouse.click(...(await bench.at(500, 940, 1920)))
  await page.getByRole('button', { name: 'Take apart' }).click()
  await bench.saved()
  await expect.poll(async () => (await documentOf(title)).placed).toBeUndefined()
  expect(JSON.stringify((await documentOf(title)).layers)).toContain('Ida Fernsby')
})

test('a graphic is trimmed to the marked range, and what is left looks as before', async ({ staying: page }) => {
  const bench = new BenchPage(page)
  const id = await server.demoGraphic('Title')
  await visit(page, `${server.url}/bench/${id}`)
  await bench.rests()
  const total = async () =>
    Object.values(
      ((await (await fetch(`${server.url}/api/graphics/${id}/document`)).json()) as { phases: Record<string, number> }).phases,
    ).reduce((a, b) => a + b)
  await bench.seek(90)
  await bench.rests(90)
  const shown = () => page.getByRole('img', { name: 'Stage' }).evaluate((c: HTMLCanvasElement) => c.toDataURL())
  const before = await shown()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Range starts here (I)' }).click()
  await bench.seek(259)
  await page.getByRole('button', { name: 'Range ends here (O)' }).click()
  await page.getByRole('button', { name: 'Trim to the range' }).click()
  await bench.saved()
  expect(await total()).toBe(170)
  await bench.seek(0)
  await bench.rests(0)
  expect(await shown()).toBe(before)
})

test('a layer is tied to an edge, and a refit keeps it there', async ({ staying: page }) => {
  const bench = new BenchPage(page)
  const id = await server.demoGraphic('Title')
  await visit(page, `${server.url}/bench/${id}`)
  await bench.rests()
  const layers = page.getByRole('list', { name: 'Layers' })
  // Its position is a pair, not keyed, and it follows no other.
  const top = (await documentOf(id)).layers.find(
    (l) => !('hangsFrom' in l) && !('group' in l) && Array.isArray((l as { position?: unknown }).position),
  )!
  await layers.getByRole('button', { name: top.name, exact: true }).click()
  await page.getByLabel('Tied across to').selectOption('left')
  await bench.saved()
  const left = async () =>
    ((await documentOf(id)).layers.find((l) => l.id === top.id) as unknown as { position: [number, number] }).position[0]
  const before = await left()
  await fetch(`${server.url}/api/graphics/${id}/refit`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ width: 3840, height: 1080 }),
  })
  expect(await left()).toBe(before)
})

test('what is added while a hook is selected hangs from it: pictures, drawn paths, and what is dropped on the stage', async ({
  staying: page,
}) => {
  const bench = new BenchPage(page)
  const id = await server.demoGraphic('Credits')
  await visit(page, `${server.url}/bench/${id}`)
  await bench.rests()
  await page.getByRole('button', { name: 'Hook', exact: true }).click()
  await page.getByLabel('Picture file').setInputFiles('../../demo/fernhollow-mark.png')
  const hung = async () => (await documentOf(id)).layers.filter((l) => 'hangsFrom' in l).map((l) => l.content.kind)
  await expect.poll(hung).toEqual(['picture'])
  // Dropped where the pointer is, with its middle there.
  await page.getByRole('list', { name: 'Layers' }).getByRole('button', { name: 'Hook', exact: true }).click()
  const [x, y] = await bench.at(960, 270, 1920)
  const dropped = await page.evaluateHandle(async () => {
    const data = new DataTransfer()
    const canvas = new OffscreenCanvas(40, 20)
    canvas.getContext('2d')!.fillRect(0, 0, 40, 20)
    data.items.add(new File([await canvas.convertToBlob()], 'cell.png', { type: 'image/png' }))
    return data
  })
  await page.getByTestId('stage').dispatchEvent('drop', { dataTransfer: dropped, clientX: x, clientY: y })
  await expect.poll(hung).toEqual(['picture', 'picture'])
  const cell = (await documentOf(id)).layers.find((l) => l.name.startsWith('cell'))! as unknown as { position: [number, number] }
  // In the hook's coordinates, which is in the middle of the frame: (960, 270) less (960, 540) less half the picture.
  expect(cell.position.map((p) => Math.round(p / 4) * 4)).toEqual([-20, -280])
})

test('layers are wrapped up as a graphic of their own, which is on the rack', async ({ staying: page }) => {
  const bench = new BenchPage(page)
  const id = await server.demoGraphic('Callout')
  await visit(page, `${server.url}/bench/${id}`)
  await bench.rests()
  const count = (await documentOf(id)).layers.length
  await page.getByTestId('stage').click({ position: { x: 5, y: 5 } })
  await page.getByTestId('stage').click({ button: 'right', position: { x: 30, y: 30 } })
  await page.getByRole('menuitem', { name: 'Select all', exact: true }).click()
  await page.mouse.click(...(await bench.at(1350, 360, 1920)), { button: 'right' })
  await page.getByRole('menuitem', { name: 'Make a graphic of it…' }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('Pointer')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect.poll(async () => (await documentOf(id)).layers.map((l) => l.name)).toEqual(['Pointer'])
  expect(Object.values((await documentOf(id)).placed!)[0]!.layers).toHaveLength(count)
  await visit(page, server.url)
  await expect(page.getByText('Pointer', { exact: true })).toBeVisible()
})
