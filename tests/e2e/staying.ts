import { test as fresh, type Page } from '@playwright/test'

interface Staying {
  /** The runner's page, which goes from place to place within the application, as a person does who works all day. */
  staying: Page
}

interface Runner {
  tab: Page
}

/**
 * All tests are made of this one, since a runner is begun anew for another. `page` is a new page, for what is about a new page, other people, or what stays
 * of a page after its test; opening one costs the machine five times as much as going somewhere in one that is open.
 */
export const test = fresh.extend<Staying, Runner>({
  tab: [
    async ({ browser }, use) => {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      const page = await context.newPage()
      page.setDefaultTimeout(20_000)
      await use(page)
      await context.close()
    },
    { scope: 'worker' },
  ],
  staying: async ({ tab }, use) => {
    await use(tab)
    await leave(tab)
  },
})

export { expect, type Browser, type Locator, type Page } from '@playwright/test'

/** Goes to an address: within the application where the page shows it already. What was seen before is gone when this ends. */
export async function visit(page: Page, url: string) {
  const to = new URL(url)
  if (new URL(page.url()).origin !== to.origin) {
    await page.goto(url)
    return
  }
  await goNowhere(page)
  await goWithin(page, to.pathname + to.search)
}

const NOTHING = '/nothing'

const goWithin = (page: Page, path: string) =>
  page.evaluate((path) => {
    history.pushState(null, '', path)
    dispatchEvent(new PopStateEvent('popstate'))
  }, path)

/** Goes where nothing is, so that what was seen is gone. */
async function goNowhere(page: Page) {
  await goWithin(page, NOTHING)
  await page.getByRole('heading', { name: 'Nothing is at this address.' }).waitFor()
}

/** What a test leaves on a page is gone before the next: what is open, what is kept, where the pointer rests. */
async function leave(page: Page) {
  page.removeAllListeners()
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.mouse.move(0, 0)
  if (page.url() === 'about:blank') return
  await goNowhere(page)
  await page.evaluate(() => {
    localStorage.clear()
    sessionStorage.clear()
  })
}
