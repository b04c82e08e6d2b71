import { expect, type Locator, type Page } from '@playwright/test'

/** The bench as a person uses it: with pointer and keyboard. */
export class BenchPage {
  readonly page: Page
  readonly stage: Locator

  constructor(page: Page) {
    this.page = page
    this.stage = page.getByTestId('stage')
  }

  /** Waits until the stage shows the exact picture of a frame. */
  async rests(frame?: number) {
    const canvas = this.page.getByRole('img', { name: 'Stage' })
    await expect(canvas).toBeVisible()
    if (frame !== undefined) await expect(canvas).toHaveAttribute('data-frame', String(frame))
    else await expect(canvas).toHaveAttribute('data-frame', /\d+/)
    // A picture is fetched when it is first painted, and painted when it has come.
    await expect(canvas).toHaveAttribute('data-coming', '0')
  }

  /** Two quick presses. They are sent without waiting between, so that a busy machine does not make two slow ones of them. */
  async pressTwice(x: number, y: number) {
    const { mouse } = this.page
    await mouse.move(x, y)
    await Promise.all([mouse.down(), mouse.up(), mouse.down({ clickCount: 2 }), mouse.up({ clickCount: 2 })])
  }

  async saved() {
    await expect(this.page.getByRole('status').first()).toHaveText(/Saved$/)
    await expect(this.page.getByRole('status').first()).toHaveAttribute('data-saving', '0')
  }

  async seek(frame: number) {
    const field = this.page.getByRole('textbox', { name: 'Playhead', exact: true })
    await field.fill(String(frame))
    await field.press('Enter')
    await expect(this.page.getByTestId('frame')).toHaveAttribute('data-frame', String(frame))
  }

  /** A point of the graphic in the page. */
  async at(x: number, y: number, width: number): Promise<[number, number]> {
    const box = (await this.stage.boundingBox())!
    const k = box.width / width
    return [box.x + x * k, box.y + y * k]
  }

  async drag(from: [number, number], to: [number, number], before?: () => Promise<void>) {
    await this.page.mouse.move(...from)
    await this.page.mouse.down()
    await this.page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 4 })
    await this.page.mouse.move(...to, { steps: 4 })
    await before?.()
    await this.page.mouse.up()
    await this.saved()
  }

  /** Types a number into a field of the details. */
  async type(label: string, value: number) {
    const field = this.page.getByRole('textbox', { name: label, exact: true })
    await field.fill(String(value))
    await field.press('Enter')
    await this.saved()
  }

  key(channel: string) {
    return this.page.getByRole('button', { name: `Key ${channel} here`, exact: true })
  }
}
