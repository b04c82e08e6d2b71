import type { CanvasKit, MallocObj, Surface } from 'canvaskit-wasm'
import { infoOf } from './plainSurface'

/** A surface whose pixels are at hand: premultiplied, red in the lowest byte. Our own loops over them are many times as fast as the library's slow ways. */
export class Memory {
  readonly surface: Surface
  private readonly held: MallocObj

  constructor(
    private readonly ck: CanvasKit,
    readonly width: number,
    readonly height: number,
  ) {
    this.held = ck.Malloc(Uint32Array, width * height)
    this.surface = ck.MakeRasterDirectSurface(infoOf(ck, width, height), this.held, 4 * width)!
  }

  /** They hold until the library takes more memory. */
  get pixels(): Uint32Array {
    return this.held.toTypedArray() as Uint32Array
  }

  delete() {
    this.surface.delete()
    this.ck.Free(this.held)
  }
}

/** How much of each pixel a shape covers, 0..255. */
export class Coverage {
  readonly surface: Surface
  private readonly held: MallocObj

  constructor(
    private readonly ck: CanvasKit,
    readonly width: number,
    readonly height: number,
  ) {
    this.held = ck.Malloc(Uint8Array, width * height)
    const info = { width, height, colorType: ck.ColorType.Alpha_8, alphaType: ck.AlphaType.Premul, colorSpace: ck.ColorSpace.SRGB }
    this.surface = ck.MakeRasterDirectSurface(info, this.held, width)!
  }

  get shares(): Uint8Array {
    return this.held.toTypedArray() as Uint8Array
  }

  delete() {
    this.surface.delete()
    this.ck.Free(this.held)
  }
}
