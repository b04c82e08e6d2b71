import type { CanvasKit, MallocObj, Surface } from 'canvaskit-wasm'
import { infoOf } from './plainSurface'
import { straighten } from './straight'

/**
 * A picture in memory that is shown on a canvas. Its pixels are premultiplied: on those that the library makes for a canvas every drawing is put through its
 * slowest way.
 */
export class SoftSurface {
  readonly surface: Surface
  private readonly memory: MallocObj
  private readonly shown: ImageData
  private readonly pixels: Uint32Array

  private constructor(
    private readonly ck: CanvasKit,
    private readonly onto: CanvasRenderingContext2D,
    width: number,
    height: number,
  ) {
    this.memory = ck.Malloc(Uint32Array, width * height)
    this.surface = ck.MakeRasterDirectSurface(infoOf(ck, width, height), this.memory, 4 * width)!
    this.shown = new ImageData(width, height)
    this.pixels = new Uint32Array(this.shown.data.buffer)
  }

  /** @returns null when the canvas is not to be had. */
  static of(ck: CanvasKit, canvas: HTMLCanvasElement): SoftSurface | null {
    const onto = canvas.getContext('2d')
    return onto && new SoftSurface(ck, onto, canvas.width, canvas.height)
  }

  flush() {
    this.surface.flush()
    straighten(this.memory.toTypedArray() as Uint32Array, this.pixels)
    this.onto.putImageData(this.shown, 0, 0)
  }

  delete() {
    this.surface.delete()
    this.ck.Free(this.memory)
  }
}
