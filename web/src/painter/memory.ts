import type { CanvasKit, ColorType, MallocObj, Surface, TypedArray } from 'canvaskit-wasm'
import { infoOf } from './plainSurface'

/** A surface whose pixels are at hand: our own loops over them are many times as fast as the library's general way. */
abstract class Held<T extends TypedArray> {
  readonly surface: Surface
  private readonly held: MallocObj

  constructor(
    private readonly ck: CanvasKit,
    readonly width: number,
    readonly height: number,
    kind: new (length: number) => T,
    colorType: ColorType,
    bytes: number,
  ) {
    this.held = ck.Malloc(kind as never, width * height)
    this.surface = ck.MakeRasterDirectSurface({ ...infoOf(ck, width, height), colorType }, this.held, bytes * width)!
  }

  /** One number of each. They hold until the library takes more memory. */
  get pixels(): T {
    return this.held.toTypedArray() as T
  }

  delete() {
    this.surface.delete()
    this.ck.Free(this.held)
  }
}

/** Pixels premultiplied, red in the lowest byte. */
export class Memory extends Held<Uint32Array> {
  constructor(ck: CanvasKit, width: number, height: number) {
    super(ck, width, height, Uint32Array, ck.ColorType.RGBA_8888, 4)
  }
}

/** How much of each pixel a shape covers, 0..255. */
export class Coverage extends Held<Uint8Array> {
  constructor(ck: CanvasKit, width: number, height: number) {
    super(ck, width, height, Uint8Array, ck.ColorType.Alpha_8, 1)
  }
}
