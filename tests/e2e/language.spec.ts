import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test, type Page } from './staying'
import { HangServer } from './server'

const server = new HangServer(5355)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const german = JSON.parse(readFileSync(join(import.meta.dirname, '../../web/src/words/de.json'), 'utf8')) as Record<string, string>

/** Texts that are other words in German and no German words besides: none of them may be read or heard. */
const english = new Set(
  Object.entries(german).flatMap(([text, other]) =>
    text !== other && !Object.values(german).includes(text) && !text.includes('{') ? [text] : [],
  ),
)

/** Everything on the page that is read or heard. */
const texts = (page: Page) =>
  page.evaluate(() => {
    const found: string[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Element)
        found.push(...['aria-label', 'title', 'placeholder', 'alt', 'data-hint'].map((a) => node.getAttribute(a) ?? ''))
      else if (!(node.parentElement instanceof HTMLScriptElement || node.parentElement instanceof HTMLStyleElement))
        found.push(node.textContent ?? '')
    }
    return found.map((t) => t.trim()).filter((t) => t !== '')
  })

/** Names in the demo that are English words too. */
const names = new Set([
  'Lower third',
  'Title',
  'Logo sting',
  'Callout',
  'Stinger',
  'Countdown',
  'Credits',
  'Chart',
  'Name',
  'Words',
  'Picture',
  'Plate',
  'Type',
  'Hook',
  'Ring',
  'Label',
  'Labels',
  'Detail',
  'Look',
])

async function speaksGerman(page: Page) {
  expect((await texts(page)).filter((t) => english.has(t) && !names.has(t))).toEqual([])
}

test('another language is chosen, and every screen speaks it', async ({ page }) => {
  await page.goto(server.url)
  await page.getByRole('button', { name: 'Say who you are, so that others know' }).click()
  await page.getByRole('combobox', { name: 'Language' }).selectOption('Deutsch')
  await expect(page.getByRole('button', { name: 'Neue Grafik' })).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'de')
  await expect(page.getByText('10 Grafiken')).toBeVisible()
  await speaksGerman(page)
  await page.getByRole('button', { name: 'Neue Grafik' }).click()
  await expect(page.getByRole('dialog')).toContainText('Nichts')
  await speaksGerman(page)
  const id = await server.demoGraphic()
  await page.goto(`${server.url}/bench/${id}`)
  await expect(page.getByRole('img', { name: 'Bühne' })).toHaveAttribute('data-frame', /\d+/)
  await expect(page.getByText('Gesichert')).toBeVisible()
  await speaksGerman(page)
  await page.getByRole('button', { name: 'Name', exact: true }).click()
  await expect(page.getByText('Schriftart')).toBeVisible()
  await speaksGerman(page)
  await page.getByRole('tab', { name: 'Bewegung' }).click()
  await speaksGerman(page)
  // What was done is said in German, around a name that is somebody's own.
  await page.keyboard.press('Delete')
  await expect(page.getByRole('button', { name: 'Rückgängig: Name löschen' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.evaluate(async (graphic) => {
    const order = { kind: 'webm', backing: { kind: 'none', colour: null }, from: 0, to: 2, scale: 0.1 }
    await fetch(`/api/graphics/${graphic}/handoffs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(order),
    })
  }, id)
  await page.goto(`${server.url}/handoff/${id}`)
  // Nothing is behind it, and nothing is said of that.
  await expect(page.getByTestId('card')).toHaveText(/^WebM, VP9 mit Alpha · .* · gerades Alpha$/)
  for (const screen of [`/desk/${id}`, `/handoff/${id}`, `/roster/${id}`, '/line', '/desk']) {
    await page.goto(server.url + screen)
    await page.waitForLoadState('networkidle')
    await speaksGerman(page)
  }
})

test('the language of the browser is spoken where none was chosen', async ({ browser }) => {
  const context = await browser.newContext({ locale: 'de-AT' })
  const page = await context.newPage()
  await page.goto(server.url)
  await expect(page.getByRole('button', { name: 'Neue Grafik' })).toBeVisible()
  await context.close()
})
