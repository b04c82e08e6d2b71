import type { CanvasKit } from 'canvaskit-wasm'
import { Memory } from './memory'
import { straighten } from './straight'

/**
 * A picture in memory that is shown on a canvas. Its pixels are premultiplied: on those that the library makes for a canvas every drawing is put through its
 * slowest way.
 */
export class SoftSurface {
  readonly memory: Memory
  private readonly shown: ImageData
  private readonly straight: Uint32Array

  private constructor(
    ck: CanvasKit,
    private readonly onto: CanvasRenderingContext2D,
    width: number,
    height: number,
  ) {
    this.memory = new Memory(ck, width, height)
    this.shown = new ImageData(width, height)
    this.straight = new Uint32Array(this.shown.data.buffer)
  }

  /** @returns null when the canvas is not to be had. */
  static of(ck: CanvasKit, canvas: HTMLCanvasElement): SoftSurface | null {
    const onto = canvas.getContext('2d')
    return onto && new SoftSurface(ck, onto, canvas.width, canvas.height)
  }

  flush() {
    this.memory.surface.flush()
    straighten(this.memory.pixels, this.straight)
    this.onto.putImageData(this.shown, 0, 0)
  }

  delete() {
    this.memory.delete()
  }
}
