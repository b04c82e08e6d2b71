/** More of a frame's time than this, in milliseconds, leaves too little for 30 frames a second. */
const TOO_LONG = 24

/** With half as many pixels across and down a frame takes at least a quarter of its time: below this, in milliseconds, the whole would be soon enough. */
const SOON_ENOUGH = 5

/** How much a frame counts in the mean of those before. */
const WEIGHT = 0.2

/** With how many pixels to play where no GPU is: as sharp as frames are painted soon enough. */
export class Pace {
  private mean: number | undefined
  private isHalved = false

  /** Of the pixels that are shown, across and down: all or half of them. */
  get share(): number {
    return this.isHalved ? 0.5 : 1
  }

  /** A frame took so many milliseconds. */
  took(milliseconds: number) {
    this.mean = this.mean === undefined ? milliseconds : this.mean + (milliseconds - this.mean) * WEIGHT
    if (this.isHalved ? this.mean >= SOON_ENOUGH : this.mean <= TOO_LONG) return
    this.isHalved = !this.isHalved
    this.mean = undefined
  }
}
