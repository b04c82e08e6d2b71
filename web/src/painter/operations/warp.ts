import type { CanvasKit, Image } from 'canvaskit-wasm'
import type { OpHead } from '../../program/messages.gen'
import { wordsOf } from '../../program/opWords'
import { warp } from '../../program/ops.gen'
import type { OpPainter } from './opPainter'

export const warpPainter: OpPainter = (c, op, v) => {
  const image = c.pictures.get(op.takes[0]!)
  if (!image) return
  const { ck, made } = c
  const paint = c.paint()
  paint.setColorComponents(1, 1, 1, c.alpha)
  paint.setShader(made.keep(image.makeShaderOptions(ck.TileMode.Clamp, ck.TileMode.Clamp, ck.FilterMode.Linear, ck.MipmapMode.Linear)))
  c.canvas.drawVertices(made.keep(netOf(ck, op, v, image)), ck.BlendMode.Modulate, paint)
  c.finish()
}

/** A picture's net of triangles. */
function netOf(ck: CanvasKit, op: OpHead, v: Float32Array, image: Image) {
  const { columns, rows } = wordsOf(op)
  const from = op.at + warp.more
  const points = v.slice(from, from + 2 * (columns + 1) * (rows + 1))
  const places: number[] = []
  for (let i = 0; i < points.length / 2; i++)
    places.push(((i % (columns + 1)) / columns) * image.width(), (Math.floor(i / (columns + 1)) / rows) * image.height())
  const corners: number[] = []
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const at = row * (columns + 1) + column
      corners.push(at, at + 1, at + columns + 2, at, at + columns + 2, at + columns + 1)
    }
  }
  return ck.MakeVertices(ck.VertexMode.Triangles, points, places, null, corners)
}
