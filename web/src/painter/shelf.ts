/** Things of CanvasKit, which must be deleted by hand: kept while they are used, let go when they have not been for a while. */
export class Shelf<K, T extends { delete(): void }> {
  private readonly kept = new Map<K, { thing: T; used: number; size: number }>()
  private turn = 0
  private held = 0

  /**
   * @param rests how many turns a thing is kept without being used.
   * @param most how much the things may be together; those that were used longest ago go first, but none that the picture that is painted now uses.
   */
  constructor(
    private readonly rests = 240,
    private readonly most = Infinity,
  ) {}

  get(key: K): T | undefined {
    const found = this.kept.get(key)
    if (!found) return undefined
    found.used = this.turn
    // Behind all others: the map's order is that of use.
    if (this.most < Infinity) {
      this.kept.delete(key)
      this.kept.set(key, found)
    }
    return found.thing
  }

  put(key: K, thing: T, size = 0): T {
    this.drop(key)
    this.kept.set(key, { thing, used: this.turn, size })
    this.held += size
    for (const [old, one] of this.kept) {
      if (this.held <= this.most || one.used === this.turn) break
      this.drop(old)
    }
    return thing
  }

  /** A picture has been painted. */
  next() {
    this.turn++
    if (this.turn % this.rests !== 0) return
    for (const [key, one] of this.kept) {
      if (this.turn - one.used > this.rests) this.drop(key)
    }
  }

  private drop(key: K) {
    const one = this.kept.get(key)
    if (!one) return
    one.thing.delete()
    this.kept.delete(key)
    this.held -= one.size
  }

  clear() {
    for (const { thing } of this.kept.values()) thing.delete()
    this.kept.clear()
    this.held = 0
  }
}
