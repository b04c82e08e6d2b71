import { expect, type Locator, type Page } from '@playwright/test'

type Role = 'button' | 'radio' | 'link' | 'menuitem' | 'tab'

/** Counts what a person does: each press, drag, choice, key and field that is filled is one. */
export class Actions {
  count = 0

  async press(page: Page, role: Role, name: string | RegExp, exact = false) {
    this.count++
    await page.getByRole(role, { name, exact }).first().click()
  }

  async fill(field: Locator, text: string) {
    this.count++
    await field.fill(text)
    await field.press('Enter')
  }

  async choose(field: Locator, option: string) {
    this.count++
    await field.selectOption(option)
  }

  /** Anything else that is one action. */
  async once(act: () => Promise<unknown>) {
    this.count++
    await act()
  }

  tell(task: string, most: number) {
    console.log(`    actions: ${task}: ${this.count} (at most ${most})`)
    expect(this.count).toBeLessThanOrEqual(most)
  }
}
