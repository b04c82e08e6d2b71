/** Things of CanvasKit, which must be deleted by hand: kept while they are used, let go when they have not been for a while. */
export class Shelf<K, T extends { delete(): void }> {
  private readonly kept = new Map<K, { thing: T; used: number }>()
  private turn = 0

  /** @param rests how many turns a thing is kept without being used. */
  constructor(private readonly rests = 240) {}

  get(key: K): T | undefined {
    const found = this.kept.get(key)
    if (found) found.used = this.turn
    return found?.thing
  }

  put(key: K, thing: T): T {
    this.kept.get(key)?.thing.delete()
    this.kept.set(key, { thing, used: this.turn })
    return thing
  }

  /** A picture has been painted. */
  next() {
    this.turn++
    if (this.turn % this.rests !== 0) return
    for (const [key, one] of this.kept) {
      if (this.turn - one.used <= this.rests) continue
      one.thing.delete()
      this.kept.delete(key)
    }
  }

  clear() {
    for (const { thing } of this.kept.values()) thing.delete()
    this.kept.clear()
  }
}
