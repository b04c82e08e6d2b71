// Measures in headless Chromium, for ./hang bench: starts from a Hang that runs at HANG_URL (http://localhost:5280), on a copy of its first graphic.
import { chromium } from '../tests/e2e/node_modules/@playwright/test/index.mjs'

const url = process.env.HANG_URL ?? 'http://localhost:5280'
const EDITS = 60

const [shelf] = await (await fetch(`${url}/api/packages`)).json()
const demo = shelf.graphics.find((g) => g.frames === 480 && !g.removed)
const graphic = await (await fetch(`${url}/api/graphics/${demo.id}/duplicate`, { method: 'POST' })).json()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${url}/measure.html?graphic=${graphic}`)
  await page.waitForFunction(() => document.title.startsWith('{') || document.title.startsWith('failed'), null, { timeout: 300_000 })
  const stage = JSON.parse(await page.title())

  await page.goto(`${url}/bench/${graphic}`)
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  await page.getByTestId('ruler').click({ position: { x: 500, y: 30 } })
  await page.waitForTimeout(1500)
  const edit = await page.evaluate(async (count) => {
    const canvas = document.querySelector('canvas[role=img]')
    const times = []
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
      times.push((await painted) - begun)
      await new Promise((rest) => setTimeout(rest, 60))
    }
    const paints = performance.getEntriesByName('paint').slice(-count).map((p) => p.duration)
    return { times, paint: paints.sort((a, b) => a - b)[paints.length >> 1] }
  }, EDITS)
  console.log(JSON.stringify({ stage, edit }))
} finally {
  await browser.close()
  await fetch(`${url}/api/graphics/${graphic}`, { method: 'DELETE' })
}
