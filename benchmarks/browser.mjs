// Measures in headless Chromium, for ./hang bench: node browser.mjs stage|edit|soft, against the Hang at HANG_URL, on a copy of its demo.
import { readFileSync } from 'node:fs'
import { chromium } from '../tests/e2e/node_modules/@playwright/test/index.mjs'
import { chromiumPath } from '../tests/e2e/chromium.mjs'

const url = process.env.HANG_URL
const which = process.argv[2]
const EDITS = process.env.HANG_BENCH_SMALLEST ? 20 : 100

const shelves = await (await fetch(`${url}/api/packages`)).json()
const graphic = which === 'soft' ? undefined : await madeFor(which)
const browser = await chromium.launch({ executablePath: chromiumPath })
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const measures = { stage: () => measured(page, graphic), edit: () => edit(page), soft: () => soft(page) }
  console.log(JSON.stringify(await measures[which]()))
} finally {
  await browser.close()
  if (graphic) await fetch(`${url}/api/graphics/${graphic}`, { method: 'DELETE' })
}

async function madeFor(measure) {
  const made = measure === 'stage' ? await plain() : await copied()
  if (!made.ok) throw new Error(`The graphic to measure could not be made: ${await made.text()}`)
  return made.json()
}

/** The title without effects: the bare drawing has none. */
function plain() {
  const shelf = shelves.find((s) => s.graphics.some((g) => g.frames === 480 && !g.removed))
  return fetch(`${url}/api/packages/${shelf.id}/documents`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: readFileSync(new URL('lower-third.hang', import.meta.url)),
  })
}

function copied() {
  const demo = shelves.flatMap((s) => s.graphics).find((g) => g.frames === 480 && !g.removed)
  return fetch(`${url}/api/graphics/${demo.id}/duplicate`, { method: 'POST' })
}

/** All graphics of the demo, one after the other; in its smallest form the stinger alone. */
async function soft(page) {
  const made = {}
  for (const g of shelves.flatMap((s) => s.graphics).filter((g) => !g.removed)) {
    if (!process.env.HANG_BENCH_SMALLEST || g.name === 'Stinger') made[g.name] = await measured(page, g.id, '&soft')
  }
  return made
}

async function measured(page, id, how = '') {
  await page.goto(`${url}/measure.html?graphic=${id}${how}${process.env.HANG_BENCH_SMALLEST ? '&smallest' : ''}`)
  await page.waitForFunction(() => document.title.startsWith('{') || document.title.startsWith('failed'), null, { timeout: 300_000 })
  const title = await page.title()
  if (title.startsWith('failed')) throw new Error(title)
  return JSON.parse(title)
}

/** From a key press to its pixel: the whole way, and what of it the page takes: until it has sent the edit, and from the answer on. */
async function edit(page) {
  await page.addInitScript(() => {
    window.sent = []
    window.came = []
    // Listening first: what comes is painted while it is being told.
    window.WebSocket = class extends WebSocket {
      constructor(...args) {
        super(...args)
        this.addEventListener('message', () => window.came.push(performance.now()))
      }
      send(data) {
        window.sent.push(performance.now())
        super.send(data)
      }
    }
  })
  await page.goto(`${url}/bench/${graphic}?at=0`)
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  await page.getByTestId('ruler').click({ position: { x: 500, y: 30 } })
  await page.waitForTimeout(1500)
  return page.evaluate(async (count) => {
    const canvas = document.querySelector('canvas[role=img]')
    const [whole, own] = [[], []]
    for (let i = 0; i < count; i++) {
      const painted = new Promise((done) => {
        const observer = new MutationObserver(() => {
          observer.disconnect()
          done(performance.now())
        })
        observer.observe(canvas, { attributeFilter: ['data-painted'] })
      })
      const begun = performance.now()
      document.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', code: 'ArrowRight', bubbles: true }))
      document.dispatchEvent(new KeyboardEvent('keyup', { key: 'ArrowRight', code: 'ArrowRight', bubbles: true }))
      const ended = await painted
      const sent = window.sent.find((t) => t >= begun)
      // The last message before the pixel is the one with the patch.
      const came = window.came.filter((t) => t <= ended).at(-1)
      whole.push(ended - begun)
      own.push(sent - begun + (ended - came))
      await new Promise((rest) => setTimeout(rest, 60))
    }
    return { whole: whole.slice(10), page: own.slice(10) }
  }, EDITS)
}
