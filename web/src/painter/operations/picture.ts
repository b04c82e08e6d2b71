import { picture } from '../../program/ops.gen'
import type { OpPainter } from './opPainter'

export const picturePainter: OpPainter = (c, op, v) => {
  const image = c.pictures.get(op.takes[0]!)
  if (!image) return
  const paint = c.paint()
  const [from, to] = [op.at + picture.source, op.at + picture.target]
  const part = v[from + 2]! > v[from]! ? v.slice(from, from + 4) : [0, 0, image.width(), image.height()]
  paint.setColorComponents(0, 0, 0, c.alpha)
  const { FilterMode, MipmapMode } = c.ck
  // While things move nobody sees which of two smaller copies is the nearer one, and without a GPU it takes half the time.
  const smaller = c.kept?.moves ? MipmapMode.Nearest : MipmapMode.Linear
  c.canvas.drawImageRectOptions(image, part, v.slice(to, to + 4), FilterMode.Linear, smaller, paint)
}
