import type { BlendMode, Canvas, Paint } from 'canvaskit-wasm'
import type { PlacedPicture } from './keptGroups'
import { layPicture } from './laying'
import type { PaintContext } from './paintContext'

/** Mixes a picture in. @param right how far beside its place, in pixels of the target, as `below`. */
export function mixIn(c: PaintContext, onto: Canvas, placed: PlacedPicture, opacity: number, blend: BlendMode, right = 0, below = 0) {
  const { ck, memory } = c
  const { picture, size } = placed
  const [left, top] = [placed.left * size + right, placed.top * size + below]
  const { SrcOver, SrcATop, DstIn } = ck.BlendMode
  if (memory && (blend === SrcOver || blend === SrcATop)) {
    const { pixels, width, height } = picture
    const words = new Uint32Array(pixels.buffer, pixels.byteOffset, width * height)
    layPicture(memory, { pixels: words, width, height }, { left, top, size }, Math.round(opacity * 255), blend === SrcATop)
    return
  }
  const paint = new ck.Paint()
  paint.setBlendMode(blend)
  paint.setColorComponents(0, 0, 0, opacity)
  onto.save()
  const back = ck.Matrix.invert(onto.getTotalMatrix())
  if (back) onto.concat(back)
  const whole = size === 1 && Number.isInteger(left) && Number.isInteger(top)
  const draw = (own: Paint | null) => {
    const { image, width, height } = picture
    const to = ck.XYWHRect(left, top, width * size, height * size)
    if (whole) onto.drawImageOptions(image, left, top, ck.FilterMode.Nearest, ck.MipmapMode.None, own)
    else onto.drawImageRectOptions(image, ck.XYWHRect(0, 0, width, height), to, ck.FilterMode.Linear, ck.MipmapMode.None, own)
  }
  // What cuts others acts where it is not, too.
  if (blend === DstIn) {
    onto.saveLayer(paint)
    draw(null)
    onto.restore()
  } else draw(paint)
  onto.restore()
  paint.delete()
}
