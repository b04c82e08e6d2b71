import type { GroupPicture } from './groupPicture'
import { Shelf } from './shelf'

/** Room for pictures of groups. */
const MOST_BYTES = 96 * 1024 * 1024

/** How many pictures may be painted before one that none of them had is forgotten. */
const RESTS = 60

/** The picture of a group and where it lies on the target. */
export interface PlacedPicture {
  picture: GroupPicture
  /** In its own pixels, as `top`. */
  left: number
  top: number
  /** How many pixels of the target, across and down, are one of its own. */
  size: number
}

/** A picture that is kept. */
export class KeptGroup {
  /** @param x where the group's coordinates began on the target, as `y` */
  constructor(
    readonly placed: PlacedPicture,
    readonly x: number,
    readonly y: number,
  ) {}

  delete() {
    this.placed.picture.delete()
  }
}

/** Pictures of groups that come again, by what decides their pixels. The first time a group is only remembered; the second time its picture is kept. */
export class KeptGroups {
  private readonly pictures = new Shelf<string, KeptGroup>(RESTS, MOST_BYTES)
  private readonly seen = new Shelf<string, { delete(): void }>(RESTS)

  /** @param moves whether a picture that lies elsewhere, by any part of a pixel, will do: while things move nobody sees the difference. */
  constructor(readonly moves: boolean) {}

  take(key: string): KeptGroup | undefined {
    return this.pictures.get(key)
  }

  /** Whether it was there before, so that it is worth keeping. */
  comesAgain(key: string): boolean {
    if (this.seen.get(key)) return true
    this.seen.put(key, { delete: () => undefined })
    return false
  }

  keep(key: string, group: KeptGroup) {
    const { width, height } = group.placed.picture
    this.pictures.put(key, group, 4 * width * height)
  }

  /** A picture has been painted. */
  next() {
    this.pictures.next()
    this.seen.next()
  }

  clear() {
    this.pictures.clear()
    this.seen.clear()
  }
}
