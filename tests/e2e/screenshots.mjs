// Takes the pictures in docs/screenshots/ from a fresh server with the demo: node tests/e2e/screenshots.mjs, with Hang running.
import { chromium } from '@playwright/test'
import { chromiumPath } from './chromium.mjs'

const url = process.env.HANG_URL ?? 'http://localhost:5280'
const folder = new URL('../../docs/screenshots/', import.meta.url).pathname
const browser = await chromium.launch({ executablePath: chromiumPath })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
const shot = (name) => page.screenshot({ path: `${folder}${name}.png` })
const [shelf] = await (await fetch(`${url}/api/packages`)).json()
const graphic = shelf.graphics[0].id

await page.goto(url)
await page.waitForLoadState('networkidle')
await page.waitForFunction(() => [...document.images].length > 5 && [...document.images].every((i) => i.complete && i.naturalWidth > 0))
await page.waitForTimeout(500)
await shot('rack')

await page.getByRole('button', { name: 'New graphic' }).click()
await page.getByRole('radio', { name: 'Callout' }).click()
await page.waitForLoadState('networkidle')
await page.waitForTimeout(800)
await shot('new-graphic')

const seek = async (frame) => {
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  const playhead = page.getByRole('textbox', { name: 'Playhead', exact: true })
  await playhead.fill(String(frame))
  await playhead.press('Enter')
}
await page.goto(`${url}/bench/${graphic}?at=0`)
await page.getByRole('button', { name: 'Brown plate', exact: true }).waitFor()
await page.waitForTimeout(1500)
await seek(46)
await page.getByRole('button', { name: 'Brown plate', exact: true }).click()
await page.getByRole('button', { name: 'Keyframe at 38 of Mask of Brown plate' }).click()
await page.getByRole('button', { name: 'Safe areas (EBU R 95)' }).click()
await page.waitForTimeout(800)
await shot('bench')

// Another graphic placed in the title, and the dialog that refits.
const title = shelf.graphics.find((g) => g.name === 'Title').id
await page.goto(`${url}/bench/${title}`)
await page.waitForTimeout(1500)
await page.getByRole('button', { name: 'More', exact: true }).click()
await page.getByRole('menuitem', { name: 'Placed graphic…' }).click()
await page.getByRole('dialog').getByRole('button', { name: /^Lower third/ }).click()
await page.waitForTimeout(2000)
await shot('placed')
await page.getByRole('button', { name: /^Undo/ }).click()
await page.waitForTimeout(800)
await page.keyboard.press('Escape')
await page.getByRole('button', { name: 'Refit…' }).click()
await page.waitForTimeout(600)
await shot('refit')
await page.goto(`${url}/bench/${graphic}?at=0`)
await page.waitForTimeout(1500)

// A change opened in place, with its handles.
await page.getByRole('button', { name: 'Safe areas (EBU R 95)' }).click()
await seek(30)
await page.getByRole('button', { name: 'Badge', exact: true }).click()
await page.getByRole('button', { name: 'Shape Position of Badge' }).click()
await page.getByRole('textbox', { name: 'Playhead', exact: true }).fill('12')
await page.getByRole('textbox', { name: 'Playhead', exact: true }).press('Enter')
const rows = await page.getByTestId('rows').boundingBox()
await page.mouse.move(rows.x + 252, rows.y + 60)
await page.keyboard.down('Control')
for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -160)
await page.keyboard.up('Control')
await page.mouse.move(600, 300)
await page.waitForTimeout(1200)
await shot('shaping')
await page.getByRole('button', { name: 'Close the shape of Position of Badge' }).click()
await page.getByRole('button', { name: 'Show all' }).click()

// A ready-made departure by letter, half-way; it is taken back.
await page.getByRole('button', { name: 'Name', exact: true }).click()
await page.getByRole('tab', { name: 'Motion' }).click()
await page.getByRole('button', { name: 'Departure', exact: true }).click()
await page.getByRole('combobox', { name: 'Type goes off' }).first().selectOption('letter')
await page.getByRole('group', { name: 'Departures' }).getByRole('button', { name: 'Rise', exact: true }).click()
await page.mouse.move(600, 300)
const playhead = page.getByRole('textbox', { name: 'Playhead', exact: true })
await playhead.fill('466')
await playhead.press('Enter')
await page.waitForTimeout(1500)
await shot('motion')
await page.getByRole('button', { name: /^Undo/ }).click()
await page.waitForTimeout(800)
await page.mouse.move(500, 300)
await page.getByRole('tab', { name: 'Values' }).click()
await page.getByRole('button', { name: 'Safe areas (EBU R 95)' }).click()

await page.getByRole('button', { name: 'Light or dark room' }).click()
await page.getByRole('button', { name: 'Safe areas (EBU R 95)' }).click()
await page.getByLabel('Wall', { exact: true }).selectOption('footage')
await seek(200)
await page.getByRole('button', { name: 'Name', exact: true }).click()
await page.waitForTimeout(1500)
await shot('bench-dark')
await page.getByRole('button', { name: 'Light or dark room' }).click()

await page.goto(`${url}/handoff/${graphic}`)
await page.waitForLoadState('networkidle')
await page.getByRole('button', { name: 'Forecast' }).click()
await page.getByText('error', { exact: true }).waitFor()
await page.waitForFunction(() => document.querySelectorAll('[role=group][aria-label=File] .chakra-spinner').length === 0, null, { timeout: 120_000 })
await page.getByRole('button', { name: 'Hand off', exact: true }).click()
await page.getByTestId('verdict').first().waitFor({ timeout: 180_000 })
await page.waitForLoadState('networkidle')
await shot('handoff')
await page.goto(`${url}/line`)
await page.getByRole('region', { name: 'Ended' }).waitFor()
await page.waitForLoadState('networkidle')
await page.waitForTimeout(500)
await shot('line')
// A sound with its outline, while the mark comes on.
const sting = shelf.graphics.find((g) => g.kind === 'logoSting').id
await page.goto(`${url}/bench/${sting}?at=0`)
await page.getByRole('button', { name: 'Chime', exact: true }).waitFor()
await page.waitForTimeout(1500)
await seek(150)
await page.getByRole('button', { name: 'Chime', exact: true }).click()
await page.getByRole('note', { name: 'Loudness' }).waitFor()
await page.waitForTimeout(800)
await shot('sound')
// A group with a shadow of its own, entered; on a copy, which is removed again.
const copy = await (await fetch(`${url}/api/graphics/${graphic}/duplicate`, { method: 'POST' })).json()
await page.goto(`${url}/bench/${copy}?at=0`)
const rows2 = page.getByRole('list', { name: 'Layers' })
await rows2.getByRole('button', { name: 'Badge', exact: true }).waitFor()
await seek(200)
await rows2.getByRole('button', { name: 'Badge', exact: true }).click()
await rows2.getByRole('button', { name: 'Apiary mark', exact: true }).click({ modifiers: ['Shift'] })
await page.keyboard.press('Control+g')
await page.getByRole('button', { name: 'Add an effect' }).click()
await page.getByRole('menuitem', { name: 'Drop shadow', exact: true }).click()
await page.getByRole('button', { name: 'Key Softness here' }).click()
await page.getByRole('complementary', { name: 'Details' }).evaluate((e) => e.parentElement.scrollTo(0, 420))
await page.waitForTimeout(1200)
await shot('group')
await fetch(`${url}/api/graphics/${copy}`, { method: 'DELETE' })
// A callout of shapes: a ring that draws itself, a leader with an elbow, a leaning plate with its words.
const eased = (from, to, a, b) => ({ keys: [{ at: a, value: from, feel: 'ease-in-out' }, { at: b, value: to, feel: 'linear' }] })
const callout = await (
  await fetch(`${url}/api/packages/${shelf.id}/documents`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      hang: 2,
      name: 'Queen callout',
      kind: 'callout',
      width: 1920,
      height: 1080,
      rate: '50',
      phases: { arrive: 60, hold: 120, leave: 40 },
      layers: [
        {
          id: 'ring',
          name: 'Ring',
          position: [420, 520],
          content: { kind: 'ellipse', size: [300, 300], fill: '#00000000', stroke: 16, strokeFill: '#F2A71B', strokeCap: 'round', drawnTo: eased(0, 0.75, 0, 50), drawnFrom: eased(0, 0.75, 180, 215) },
          effects: [{ kind: 'dropShadow', id: 'e1', distance: 6, softness: 5 }],
        },
        {
          id: 'leader',
          name: 'Leader',
          position: [690, 560],
          content: { kind: 'line', start: [0, 0], end: [420, -240], elbow: 0.45, width: 8, fill: '#FFF6E0', startHead: 'dot', headSize: 3, drawnTo: eased(0, 1, 20, 55) },
        },
        {
          id: 'plate',
          name: 'Plate',
          position: [1110, 260],
          content: { kind: 'plate', size: [560, 120], corners: [0, 36, 0, 36], cornerCut: 'cut', lean: [30, 30], fill: '#4A2C12', stroke: 5, strokeFill: '#F2A71B', strokePlace: 'inside' },
          mask: eased([0, 0, 0, 1], [0, 0, 1, 1], 40, 58),
        },
        {
          id: 'words',
          name: 'Words',
          position: [1390, 342],
          content: { kind: 'type', text: 'Queen of hive nine', family: 'Inter', weight: 700, align: 'centre', typeSize: 52, fill: '#FFF6E0' },
          opacity: eased(0, 1, 50, 60),
        },
      ],
      assets: {},
    }),
  })
).json()
await page.goto(`${url}/bench/${callout}?at=0`)
await page.getByRole('button', { name: 'Ring', exact: true }).click()
await seek(70)
await page.getByRole('button', { name: 'Ring', exact: true }).click()
await page.getByRole('complementary', { name: 'Details' }).evaluate((e) => e.parentElement.scrollTo(0, 440))
await page.waitForTimeout(1200)
await shot('shapes')
await fetch(`${url}/api/graphics/${callout}`, { method: 'DELETE' })

// Colours: a button's plate in another colourway, its fill a gradient with handles on the stage.
const button = await (await fetch(`${url}/api/graphics/${shelf.graphics.find((g) => g.name === 'Follow button').id}/duplicate`, { method: 'POST' })).json()
await page.goto(`${url}/bench/${button}`)
const layers = page.getByRole('list', { name: 'Layers' })
await layers.getByRole('button', { name: 'Plate', exact: true }).click()
await seek(60)
await page.getByRole('combobox', { name: 'Colourway', exact: true }).selectOption('Heather')
await layers.getByRole('button', { name: 'Plate', exact: true }).click()
await page.getByRole('tab', { name: 'Values' }).click()
await page.getByRole('group', { name: 'Colour: kind' }).getByRole('button', { name: 'Runs along a line' }).click()
await page.getByRole('complementary', { name: 'Details' }).evaluate((e) => e.parentElement.scrollTo(0, 250))
await page.waitForTimeout(2000)
await shot('colours')
await fetch(`${url}/api/graphics/${button}`, { method: 'DELETE' })
// Under a lamp: the stinger's mark over its panels, several layers arranged.
const stinger = shelf.graphics.find((g) => g.name === 'Stinger').id
await page.goto(`${url}/bench/${stinger}`)
await layers.getByRole('button', { name: 'Apiary mark', exact: true }).waitFor()
await seek(22)
await layers.getByRole('button', { name: 'Gold panel', exact: true }).click()
await layers.getByRole('button', { name: 'Front panel', exact: true }).click({ modifiers: ['Shift'] })
await page.waitForTimeout(1500)
await shot('several')

// A badge: words along a circle, a hole cut out of a disc, an arrow that tapers; rulers, a guide and a grid over it.
const badge = await (
  await fetch(`${url}/api/packages/${shelf.id}/documents`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      hang: 2,
      name: 'Harvest badge',
      kind: 'bug',
      width: 1920,
      height: 1080,
      rate: '50',
      phases: { arrive: 40, hold: 120, leave: 40 },
      guides: { upright: [960], level: [540] },
      layers: [
        { id: 'disc', name: 'Disc', hidden: true, position: [560, 140], content: { kind: 'ellipse', size: [800, 800], fill: '#4A2C12' } },
        { id: 'comb', name: 'Comb', hidden: true, position: [790, 370], content: { kind: 'star', size: [340, 340], points: 6, depth: 0 } },
        { id: 'cut', name: 'Disc without comb', content: { kind: 'combination', of: ['disc', 'comb'], how: 'cut', fill: '#4A2C12', stroke: 10, strokeFill: '#F2A71B' }, effects: [{ id: 'e1', kind: 'grain', amount: 0.08 }] },
        { id: 'way', name: 'Way of the words', hidden: true, position: [660, 240], content: { kind: 'ellipse', size: [600, 600] } },
        { id: 'above', name: 'Upper words', position: [960, 240], content: { kind: 'type', text: 'HEATHER HARVEST', family: 'Manrope', weight: 800, align: 'centre', typeSize: 74, tracking: 80, fill: '#FFF6E0', along: ['way'] } },
        { id: 'below', name: 'Lower words', position: [960, 840], content: { kind: 'type', text: 'FERNHOLLOW APIARY', family: 'Manrope', weight: 600, align: 'centre', typeSize: 52, tracking: 120, fill: '#F2A71B', along: ['way'], alongStart: 0.5, alongBackwards: true } },
        { id: 'arrow', name: 'Arrow', position: [880, 460], content: { kind: 'ellipse', size: [160, 160], fill: '#00000000', stroke: 18, strokeFill: '#F2A71B', endHead: 'arrow', headSize: 3, taper: [1, 0], drawnTo: 0.8 } },
      ],
      assets: {},
    }),
  })
).json()
await page.goto(`${url}/bench/${badge}?at=0`)
await page.getByRole('button', { name: 'Upper words', exact: true }).waitFor()
await seek(100)
await page.getByRole('button', { name: /^Rulers and guides/ }).click()
await page.getByRole('combobox', { name: 'Grid' }).selectOption('120')
await page.getByRole('button', { name: 'Upper words', exact: true }).click()
await page.getByText('On a path', { exact: true }).scrollIntoViewIfNeeded()
await page.mouse.move(500, 560)
await page.waitForTimeout(1500)
await shot('badge')
await fetch(`${url}/api/graphics/${badge}`, { method: 'DELETE' })

// An editor's desk, filled; and a table of rows.
await page.goto(`${url}/desk/${graphic}?Name=Wilhelmina+Fernsby&Second+line=Honey+judge&.colourway=Heather`)
await page.getByRole('status', { name: 'Checks' }).getByText('All clear').waitFor()
await page.waitForTimeout(1500)
await shot('desk')
await page.goto(`${url}/roster/${graphic}`)
const people = ['Maren Oakhollow,Keeper of the eastern hives', 'Ida Fernsby,Queen breeder', 'Oskar Marsh,Honey judge', 'Lene Ferngill,Apprentice', 'Bea Thornwood,Camera', 'Bea Thornwood,Camera', 'Piet Lindqvist the Younger of Upper Wetherby,Sound']
await page.getByLabel('Table', { exact: true }).setInputFiles({ name: 'keepers.csv', mimeType: 'text/csv', buffer: Buffer.from(`Name,Second line,Colourway\n${people.map((p, i) => `${p},${['', 'Frost', 'Heather', ''][Math.min(i, 3)]}`).join('\n')}\n`) })
await page.getByText('It is the same as row 5.').waitFor()
await page.waitForTimeout(1500)
await shot('roster')
// Accounts are there only where Hang asks everybody to sign in: another server, started with HANG_SignIn=true, and the code that it printed.
const { HANG_CLOSED: closed, HANG_CODE: code } = process.env
if (closed && code) {
  await page.goto(closed)
  await page.getByLabel('Code', { exact: true }).fill(code)
  await page.getByLabel('Your name').fill('Maren Oakhollow')
  await page.getByLabel(/^A password/).fill('four heather tins rattle')
  await page.getByRole('button', { name: 'Come in' }).click()
  await page.getByRole('button', { name: /^You are/ }).click()
  await page.getByRole('link', { name: 'Accounts' }).click()
  await page.getByRole('button', { name: 'Make a code' }).click()
  await page.getByTestId('secret').waitFor()
  await shot('accounts')
}

await browser.close()
