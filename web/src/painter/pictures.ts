import type { CanvasKit, Image } from 'canvaskit-wasm'
import { Shelf } from './shelf'

/** How long a picture that could not be had is left alone. */
const RETRY_MS = 3000

/** Room for decoded pictures, smaller copies included; CanvasKit has 2 GB for everything. */
const MOST_BYTES = 512 * 1024 * 1024

/** The pictures of a program, fetched when they are first painted and let go when they have not been painted for long. */
export class Pictures {
  private readonly images = new Shelf<string, Image>(1200, MOST_BYTES)
  private readonly waiting = new Set<string>()
  private readonly missing = new Set<string>()
  private closed = false
  /** How often a picture was wanted that was not there. */
  absent = 0

  /** @param onPicture called when a picture has arrived. */
  constructor(
    private readonly ck: CanvasKit,
    private readonly onPicture: () => void,
  ) {}

  get(asset: string): Image | undefined {
    const known = this.images.get(asset)
    if (known) return known
    this.absent++
    if (!this.waiting.has(asset)) void this.fetch(asset)
    return undefined
  }

  /** How many are on their way and not yet known to be missing. */
  get coming(): number {
    return [...this.waiting].filter((asset) => !this.missing.has(asset)).length
  }

  next() {
    this.images.next()
  }

  clear() {
    this.closed = true
    this.images.clear()
  }

  private async fetch(asset: string) {
    this.waiting.add(asset)
    try {
      const response = await fetch(`/api/pictures/${asset}`)
      const plain = response.ok ? this.ck.MakeImageFromEncoded(await response.arrayBuffer()) : null
      if (!plain) throw new Error(`the picture ${asset} is not there`)
      if (!this.closed) this.images.put(asset, mipmapped(this.ck, plain), (plain.width() * plain.height() * 16) / 3)
      plain.delete()
      this.waiting.delete(asset)
      if (!this.closed) this.onPicture()
    } catch {
      this.missing.add(asset)
      if (!this.closed) this.onPicture()
      setTimeout(() => {
        this.waiting.delete(asset)
        if (!this.closed) this.onPicture()
      }, RETRY_MS)
    }
  }
}

/** The picture with smaller copies. What CanvasKit decodes is not premultiplied, and its copies' edges would darken. */
export function mipmapped(ck: CanvasKit, plain: Image): Image {
  const [width, height] = [plain.width(), plain.height()]
  const info = { width, height, colorType: ck.ColorType.RGBA_8888, alphaType: ck.AlphaType.Premul, colorSpace: ck.ColorSpace.SRGB }
  const pixels = plain.readPixels(0, 0, info) as Uint8Array
  const image = ck.MakeImage(info, pixels, 4 * width)!
  const made = image.makeCopyWithDefaultMipmaps()
  image.delete()
  return made
}
