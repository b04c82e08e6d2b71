import AxeBuilder from '@axe-core/playwright'
import { expect, test, visit, type Page } from './staying'
import { HangServer } from './server'
import { BenchPage } from './benchPage'

const server = new HangServer(5351)
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']

/** What axe finds, each with the places that it is at. */
async function found(page: Page, what: string, onlyColours: boolean): Promise<string[]> {
  // There are no frames within our pages, so one run within the page sees all of it.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode()
  const { violations } = await (onlyColours ? axe.withRules(['color-contrast']) : axe.withTags(tags)).analyze()
  return violations.flatMap((v) => v.nodes.slice(0, 4).map((n) => `${what}: ${v.id} ${n.target.join(' ')} ${n.html.slice(0, 140)}`))
}

/** What is looked at on a page, in the order in which it is opened there. */
interface Seen {
  name: string
  open?: (page: Page) => Promise<void>
  close?: (page: Page) => Promise<void>
}

interface Screen {
  path: (id: string) => string
  there: (page: Page) => Promise<void>
  seen: Seen[]
}

/** Waits until what a page is about has come. */
const there = async (page: Page) => {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByRole('main')).toBeVisible()
}

/** A dialog that a press opens and Escape closes. */
const dialog = (name: string, open: (page: Page) => Promise<void>): Seen => ({
  name,
  open: async (page) => {
    await open(page)
    await expect(page.getByRole('dialog')).toBeVisible()
  },
  close: async (page) => {
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
  },
})

const press = (name: string) => (page: Page) => page.getByRole('button', { name, exact: true }).first().click()

const screens: Screen[] = [
  {
    path: () => '',
    there,
    seen: [
      { name: 'rack' },
      dialog('new graphic', async (page) => {
        await press('New graphic')(page)
        await expect(page.getByRole('radio', { name: 'Countdown' })).toBeVisible()
      }),
      dialog('who you are', press('Say who you are, so that others know')),
    ],
  },
  {
    path: (id) => `/bench/${id}`,
    there: (page) => new BenchPage(page).rests(),
    seen: [
      { name: 'bench, nothing selected' },
      dialog('refit', press('Refit…')),
      dialog('keyboard', press('Keyboard (?)')),
      dialog('revisions', async (page) => {
        await press('Revisions: what it was before')(page)
        await expect(page.getByRole('listitem').first()).toBeVisible()
      }),
      { name: 'bench, values', open: press('Brown plate') },
      dialog('place', async (page) => {
        await press('More')(page)
        await page.getByRole('menuitem', { name: 'Placed graphic…' }).click()
      }),
      {
        name: 'bench, motion',
        open: async (page) => {
          await page.getByRole('tab', { name: 'Motion' }).click()
          await expect(page.getByRole('button', { name: /^Grow/ })).toBeVisible()
        },
      },
    ],
  },
  { path: () => '/desk', there, seen: [{ name: 'desk' }] },
  {
    path: (id) => `/desk/${id}`,
    there: async (page) => {
      await expect(page.getByRole('img', { name: 'Picture' })).toBeVisible()
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    },
    seen: [{ name: 'desk of one' }],
  },
  { path: (id) => `/roster/${id}`, there, seen: [{ name: 'roster' }] },
  { path: (id) => `/handoff/${id}`, there, seen: [{ name: 'handoff' }] },
  { path: () => '/line', there, seen: [{ name: 'all files' }] },
]

/** Goes through all screens and dialogs and gathers what is found wrong with each. */
async function walk(page: Page, look: (name: string) => Promise<string[]>): Promise<string[]> {
  const id = await server.demoGraphic()
  const all: string[] = []
  for (const screen of screens) {
    await visit(page, server.url + screen.path(id))
    await screen.there(page)
    for (const seen of screen.seen) {
      await seen.open?.(page)
      await page.waitForTimeout(200)
      all.push(...(await look(seen.name)))
      await seen.close?.(page)
    }
  }
  return all
}

/** Puts the page that is open into the dark room and back, as its switch does; colours have gone over by the end. */
async function putOutLight(page: Page, dark: boolean) {
  await page.evaluate((dark) => {
    document.documentElement.classList.toggle('dark', dark)
    document.documentElement.style.colorScheme = dark ? 'dark' : 'light'
  }, dark)
  await page.waitForTimeout(300)
}

test('axe finds nothing on any screen or dialog in both rooms; what is pressed is 24 px or more, what is read 12 px or more', async ({
  staying: page,
}) => {
  test.setTimeout(240_000)
  // High enough that no field is cut by the edge of what scrolls: its size is judged, not how far somebody has scrolled.
  await page.setViewportSize({ width: 1280, height: 1500 })
  const all = await walk(page, async (name) => {
    const light = await found(page, name, false)
    await putOutLight(page, true)
    // The dark room differs by its colours only.
    const dark = await found(page, `${name}, dark`, true)
    await putOutLight(page, false)
    return [...light, ...dark, ...(await tooSmall(page)).map((s) => `${name}: ${s}`)]
  })
  expect(all).toEqual([])
})

/** What is smaller to press than 24 px, or to read than 12 px (WCAG 2.2, 2.5.8, without making use of its exception for spacing). */
const tooSmall = (page: Page) =>
  page.evaluate(() => {
    const shown = (e: Element) => {
      const [s, b] = [getComputedStyle(e), e.getBoundingClientRect()]
      return b.width > 1 && b.height > 1 && s.visibility !== 'hidden' && s.pointerEvents !== 'none' && !e.closest('[aria-hidden=true]')
    }
    // What stands on the timeline stands where its time is, and what divides the page has its arrow keys; both have values to type, too.
    const elsewhere = '[data-bead], [role=slider][aria-label*=" point of "], [role=separator]'
    const pressed =
      'button, a[href], select, textarea, input:not([type=file]), [role=button], [role=slider], [role=tab], [role=radio], [role=menuitem]'
    const small = [...document.querySelectorAll(pressed)]
      .filter((e) => shown(e) && !e.matches(elsewhere) && !(e.matches('a') && getComputedStyle(e).display === 'inline'))
      .map(
        (e) => [e, (e.matches('input[type=checkbox], input[type=radio]') ? (e.closest('label') ?? e) : e).getBoundingClientRect()] as const,
      )
      .filter(([, b]) => b.width < 23.9 || b.height < 23.9)
      .map(([e, b]) => `${e.getAttribute('aria-label') ?? e.textContent} ${b.width.toFixed(0)} x ${b.height.toFixed(0)}`)
    const tiny = [...document.querySelectorAll('body *')]
      .filter(
        (e) =>
          shown(e) && [...e.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim()) && !e.matches('script, style'),
      )
      .filter((e) => parseFloat(getComputedStyle(e).fontSize) < 12)
      .map((e) => `${e.textContent} ${getComputedStyle(e).fontSize}`)
    return [...new Set([...small, ...tiny])]
  })

// 1280 x 800 at 200 % zoom is a page of 640 x 400 px.
for (const size of [
  { width: 1024, height: 700 },
  { width: 640, height: 400 },
]) {
  test(`nothing hangs out of the page at ${size.width} x ${size.height}`, async ({ staying: page }) => {
    test.setTimeout(120_000)
    await page.setViewportSize(size)
    const all = await walk(page, async (name) => {
      const wrong: string[] = []
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
      if (over > 0) wrong.push(`${name} is ${over} px too wide`)
      // What can be pressed can be reached: its middle lies on the page, or in something that scrolls.
      const lost = await page.evaluate(() =>
        [
          ...(document.querySelector('[role=dialog]') ?? document).querySelectorAll<HTMLElement>(
            'button, a[href], select, input:not([type=file])',
          ),
        ]
          .filter((e) => {
            const b = e.getBoundingClientRect()
            if (b.width === 0 || b.height === 0 || getComputedStyle(e).visibility === 'hidden') return false
            const [x, y] = [b.left + b.width / 2, b.top + b.height / 2]
            if (x >= 0 && x <= innerWidth && y >= 0 && y <= innerHeight) return false
            for (let p: HTMLElement | null = e.parentElement; p; p = p.parentElement) {
              const s = getComputedStyle(p)
              if (/(auto|scroll)/.test(s.overflowX + s.overflowY) && (p.scrollHeight > p.clientHeight || p.scrollWidth > p.clientWidth))
                return false
            }
            return true
          })
          .map((e) => e.getAttribute('aria-label') ?? e.textContent ?? ''),
      )
      if (lost.length > 0) wrong.push(`${name}: out of reach ${[...new Set(lost)].slice(0, 6).join(', ')}`)
      return wrong
    })
    expect(all).toEqual([])
  })
}

test('a first walk of five steps ends with a file, and can be walked again', async ({ staying: page }) => {
  test.setTimeout(150_000)
  const work = new BenchPage(page)
  await visit(page, server.url)
  await page.getByRole('button', { name: 'Show me' }).click()
  const card = page.getByRole('complementary', { name: 'First walk' })
  await expect(card).toContainText('Step 1 of 5')
  await page.getByRole('button', { name: 'New graphic' }).first().click()
  await page.getByRole('radio', { name: 'Lower third' }).click()
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(card).toContainText('Step 2 of 5')
  await work.rests()
  await work.pressTwice(...(await work.at(500, 900, 1920)))
  await page.keyboard.press('Control+a')
  await page.keyboard.type('Bea Thornwood')
  await page.keyboard.press('Escape')
  await expect(card).toContainText('Step 3 of 5')
  await page.getByRole('tab', { name: 'Motion' }).click()
  await page.getByRole('button', { name: /^Grow/ }).click()
  await expect(card).toContainText('Step 4 of 5')
  await page.mouse.click(...(await work.at(1500, 300, 1920)))
  await page.keyboard.press('Space')
  await expect(card).toContainText('Step 5 of 5')
  await page.keyboard.press('Space')
  await page.getByRole('link', { name: 'Hand off' }).click()
  await page.getByRole('button', { name: 'Hand off', exact: true }).click()
  await expect(card).toHaveCount(0, { timeout: 120_000 })
  await visit(page, server.url)
  await expect(page.getByRole('button', { name: 'Show me' })).toHaveCount(0)
  await page.getByRole('button', { name: 'First walk: a lower third in five steps' }).click()
  await expect(card).toContainText('Step 1 of 5')
  await page.getByRole('button', { name: 'Leave the walk' }).click()
  await expect(card).toHaveCount(0)
})

test('beads and handles take keys', async ({ staying: page }) => {
  const id = await server.demoGraphic()
  const work = new BenchPage(page)
  await visit(page, `${server.url}/bench/${id}`)
  await work.rests()
  await press('Brown plate')(page)
  const size = page.getByRole('textbox', { name: 'Size, px width' })
  const before = Number(await size.inputValue())
  const grip = page.getByRole('button', { name: 'Resize right', exact: true })
  await grip.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await work.saved()
  await expect.poll(async () => Number(await size.inputValue())).toBeCloseTo(before + 10, 0)
  await page.getByRole('button', { name: 'Turn', exact: true }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await work.saved()
  await expect(page.getByRole('textbox', { name: 'Turn, °' })).not.toHaveValue('0')
  const bead = page.getByRole('button', { name: /^Keyframe at \d+ of Mask of Brown plate/ }).last()
  const name = (await bead.getAttribute('aria-label'))!
  const at = Number(/at (\d+)/.exec(name)![1])
  await bead.focus()
  await page.keyboard.press('Enter')
  await expect(bead).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('ArrowLeft')
  await work.saved()
  await expect(page.getByRole('button', { name: name.replace(String(at), String(at - 1)), exact: true })).toBeVisible()
})
