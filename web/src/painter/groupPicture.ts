import type { CanvasKit, Image } from 'canvaskit-wasm'
import { infoOf } from './plainSurface'

/** A picture that the library draws and our own arithmetic works on; each has it as it takes it, made when it is first wanted. */
export class GroupPicture {
  private constructor(
    private readonly ck: CanvasKit,
    readonly width: number,
    readonly height: number,
    private drawn: Image | undefined,
    private numbers: Uint8Array | undefined,
  ) {}

  static ofImage(ck: CanvasKit, image: Image): GroupPicture {
    return new GroupPicture(ck, image.width(), image.height(), image, undefined)
  }

  /** @param pixels red, green, blue and alpha of each, premultiplied, row by row */
  static ofPixels(ck: CanvasKit, pixels: Uint8Array, width: number, height: number): GroupPicture {
    return new GroupPicture(ck, width, height, undefined, pixels)
  }

  get image(): Image {
    this.drawn ??= this.ck.MakeImage(infoOf(this.ck, this.width, this.height), this.numbers!, 4 * this.width)!
    return this.drawn
  }

  get pixels(): Uint8Array {
    this.numbers ??= this.drawn!.readPixels(0, 0, infoOf(this.ck, this.width, this.height)) as Uint8Array
    return this.numbers
  }

  delete() {
    this.drawn?.delete()
  }
}
