/** Things of CanvasKit that are made for one use and deleted together. */
export class Made {
  private readonly things: { delete(): void }[] = []

  keep<T extends { delete(): void }>(thing: T): T {
    this.things.push(thing)
    return thing
  }

  delete() {
    for (const thing of this.things) thing.delete()
    this.things.length = 0
  }
}
