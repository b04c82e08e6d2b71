import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Browser } from './staying'
import { HangServer } from './server'

const server = new HangServer(5354, { HANG_SignIn: 'true' })
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

// The second is the first's designer, at another browser.
test.describe.configure({ mode: 'serial' })

const password = 'four heather tins rattle'

const elsewhere = async (browser: Browser) => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  return context.newPage()
}

test('the first designer comes in by the code, lets an editor and a viewer in, and each sees what is theirs', async ({ page, browser }) => {
  await page.goto(server.url)
  await expect(page.getByRole('heading', { name: 'Come in with a code' })).toBeVisible()
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])
  await page.getByLabel('Code', { exact: true }).fill(readFileSync(`${server.files}/first-account`, 'utf8').trim())
  await page.getByLabel(/^Your name/).fill('Maren Oakhollow')
  await page.getByLabel(/^A password/).fill('password1234')
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page.getByRole('alert')).toContainText('guessed first')
  await page.getByLabel(/^A password/).fill(password)
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page.getByRole('button', { name: 'New graphic' })).toBeVisible()
  // Somebody else is let in as a viewer.
  await page.getByRole('button', { name: /^You are Maren Oakhollow/ }).click()
  await page.getByRole('link', { name: 'Accounts' }).click()
  await page.getByLabel('Role of the new account').selectOption('Viewer')
  await page.getByRole('button', { name: 'Make a code' }).click()
  const code = await page.getByTestId('secret').innerText()
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])

  const other = await elsewhere(browser)
  const graphic = await page.evaluate(
    async () => ((await (await fetch('/api/packages')).json()) as { graphics: { id: string }[] }[])[0]!.graphics[0]!.id,
  )
  await other.goto(`${server.url}/bench/${graphic}?at=0`)
  await other.getByRole('button', { name: 'I was given a code' }).click()
  await other.getByLabel('Code', { exact: true }).fill(code)
  await other.getByLabel(/^Your name/).fill('Ida Fernsby')
  await other.getByLabel(/^A password/).fill(password)
  await other.getByRole('button', { name: 'Come in' }).click()
  // They are where they wanted to go, and only look.
  await expect(other.getByText('You look at this as a viewer.')).toBeVisible()
  await expect(other.getByRole('group', { name: 'Add a layer' })).toBeHidden()
  const name = other.getByRole('textbox', { name: 'Name', exact: true }).first()
  await name.fill('Mine now')
  await name.press('Enter')
  await expect(other.getByRole('alert')).toContainText('This takes a designer, and you are here as a viewer.')
  await other.goto(server.url)
  await expect(other.getByRole('heading', { name: 'Fernhollow Apiary' })).toBeVisible()
  await expect(other.getByRole('button', { name: 'New graphic' })).toBeHidden()

  // A designer now, at once; then out, at once.
  await page.reload()
  const row = page.getByRole('group', { name: 'Ida Fernsby' })
  const given = page.waitForResponse((r) => r.url().endsWith('/role') && r.ok())
  await row.getByLabel('Role of Ida Fernsby').selectOption('Designer')
  await given
  await other.reload()
  await expect(other.getByRole('button', { name: 'New graphic' })).toBeVisible()
  await row.getByRole('button', { name: 'Remove the account of Ida Fernsby' }).click()
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(row).toBeHidden()
  await other.reload()
  await expect(other.getByRole('heading', { name: 'Sign in to Hang' })).toBeVisible()
  await other.context().close()
})

test('somebody with a link comes in as an editor, fills the piece and takes its file; a viewer fills it and is told who may', async ({
  page,
  browser,
}) => {
  await page.goto(server.url)
  await page.getByLabel('Name').fill('Maren Oakhollow')
  await page.getByLabel('Password').fill(password)
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^You are Maren Oakhollow/ }).click()
  await page.getByRole('link', { name: 'Accounts' }).click()
  const codeFor = async (role: string) => {
    await page.getByLabel('Role of the new account').selectOption(role)
    const made = page.waitForResponse((r) => r.request().method() === 'POST' && r.url().includes('/api/accounts') && r.ok())
    await page.getByRole('button', { name: 'Make a code' }).click()
    await made
    return page.getByTestId('secret').innerText()
  }
  const graphic = await page.evaluate(async () => {
    const [shelf] = (await (await fetch('/api/packages')).json()) as { graphics: { id: string; name: string }[] }[]
    return shelf!.graphics.find((g) => g.name === 'Lower third')!.id
  })
  const comesIn = async (role: string, name: string) => {
    const other = await elsewhere(browser)
    await other.goto(`${server.url}/desk/${graphic}?Name=Ida+Fernsby&.hold=160`)
    await other.getByRole('button', { name: 'I was given a code' }).click()
    await other.getByLabel('Code', { exact: true }).fill(await codeFor(role))
    await other.getByLabel(/^Your name/).fill(name)
    await other.getByLabel(/^A password/).fill(password)
    await other.getByRole('button', { name: 'Come in' }).click()
    // What the link said is there, behind the way in.
    await expect(other.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Ida Fernsby')
    await expect(other.getByRole('status', { name: 'Checks' })).toContainText('All clear')
    await other.getByRole('textbox', { name: 'Name', exact: true }).fill('Bea Thornwood')
    await expect(other.getByRole('img', { name: 'Picture' })).toHaveAttribute('data-painted', /\d/)
    await other.getByLabel('Size').selectOption('640 × 360')
    return other
  }

  const editor = await comesIn('Editor', 'Wren Combe')
  await editor.getByLabel('Where it goes').selectOption('Web page')
  await editor.getByRole('button', { name: 'Take the file' }).click()
  const file = editor.getByRole('article', { name: /bea-thornwood_v\d+\.webm$/ }).first()
  const save = file.getByRole('link', { name: 'Save the file' })
  await expect(save).toBeVisible({ timeout: 90_000 })
  const [download] = await Promise.all([editor.waitForEvent('download'), save.click()])
  expect(download.suggestedFilename()).toContain('bea-thornwood')
  // The piece itself is for designers, and as it was.
  await editor.goto(`${server.url}/bench/${graphic}`)
  await expect(editor.getByRole('group', { name: 'Add a layer' })).toBeHidden()
  await editor.context().close()

  const viewer = await comesIn('Viewer', 'Gretel Moss')
  await viewer.getByRole('button', { name: 'Take the file' }).click()
  await expect(viewer.getByRole('alert')).toContainText('This takes an editor, and you are here as a viewer.')
  await expect(viewer.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Bea Thornwood')
  await viewer.context().close()
})

test('a person signs in and out by the keyboard, and the way back shows nothing', async ({ page }) => {
  await page.goto(`${server.url}/line`)
  // A slow line: whoever was refused tries again at once, not when the page has looked at everything anew.
  await page.route('**/api/session', async (route) => {
    if (route.request().method() === 'GET') await new Promise((later) => setTimeout(later, 1500))
    await route.continue()
  })
  await page.getByLabel('Name').fill('Maren Oakhollow')
  await page.keyboard.press('Tab')
  await page.keyboard.type('wrong words')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('The name or the password is wrong')
  await page.getByLabel('Password').fill(password)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'All files' })).toBeVisible()
  await page.goto(server.url)
  await page.getByRole('button', { name: /^You are Maren/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in to Hang' })).toBeVisible()
  await page.goBack()
  await expect(page.getByRole('heading', { name: 'Sign in to Hang' })).toBeVisible()
})
