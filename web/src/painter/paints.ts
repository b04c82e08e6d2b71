import type { CanvasKit, Paint, Path, Shader } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import type { Made } from './made'
import { Code, fill, fillWords, glyphs, glyphsWords, stroke, strokeWords } from '../program/ops.gen'

interface Fields {
  words: { paint: number; stops: number }
  at: { colour: number; axis: number; local: number; more: number }
}

const fieldsOf: Record<number, Fields> = {
  [Code.fill]: { words: fillWords, at: fill },
  [Code.stroke]: { words: strokeWords, at: stroke },
  [Code.glyphs]: { words: glyphsWords, at: glyphs },
}

/** How many of an operation's repeated numbers are stops. */
export const stopNumbers = (op: OpHead): number => (fieldsOf[op.code] ? 5 * Number(op.words[fieldsOf[op.code]!.words.stops]) : 0)

/** Sets a paint's colour, or its gradient; what is made for it is to be deleted after it was used. */
export function setFill(ck: CanvasKit, made: Made, paint: Paint, op: OpHead, v: Float32Array, alpha: number) {
  const { words, at } = fieldsOf[op.code]!
  const kind = op.words[words.paint]
  if (kind === 'solid') {
    const c = op.at + at.colour
    paint.setColorComponents(v[c]!, v[c + 1]!, v[c + 2]!, Math.fround(v[c + 3]! * alpha))
    return
  }
  paint.setColorComponents(0, 0, 0, alpha)
  paint.setShader(made.keep(gradient(ck, kind!, v, op.at + at.axis, op.at + at.local, op.at + at.more, Number(op.words[words.stops]))))
}

function gradient(ck: CanvasKit, kind: string, v: Float32Array, axisAt: number, localAt: number, moreAt: number, stops: number): Shader {
  const offsets: number[] = []
  const colours = new Float32Array(stops * 4)
  for (let i = 0; i < stops; i++) {
    offsets.push(v[moreAt + 5 * i]!)
    colours.set(v.subarray(moreAt + 5 * i + 1, moreAt + 5 * i + 5), 4 * i)
  }
  const a = v.subarray(axisAt, axisAt + 6)
  const m = v.subarray(localAt, localAt + 6)
  const local = [m[0]!, m[2]!, m[4]!, m[1]!, m[3]!, m[5]!, 0, 0, 1]
  const clamp = ck.TileMode.Clamp
  if (kind === 'linear') return ck.Shader.MakeLinearGradient([a[0]!, a[1]!], [a[2]!, a[3]!], colours, offsets, clamp, local)
  if (kind === 'radial')
    return ck.Shader.MakeTwoPointConicalGradient([a[0]!, a[1]!], a[2]!, [a[3]!, a[4]!], a[5]!, colours, offsets, clamp, local)
  return ck.Shader.MakeSweepGradient(a[0]!, a[1]!, colours, offsets, clamp, local, 0, a[2], a[3])
}

/** Makes a paint stroke, as the operation says. */
export function setStroke(ck: CanvasKit, made: Made, paint: Paint, op: OpHead, v: Float32Array) {
  const [cap, join, dashes] = [op.words[strokeWords.cap], op.words[strokeWords.join], op.words[strokeWords.dashes]]
  paint.setStyle(ck.PaintStyle.Stroke)
  paint.setStrokeWidth(v[op.at + stroke.width]!)
  paint.setStrokeMiter(v[op.at + stroke.miter]!)
  paint.setStrokeCap(cap === 'round' ? ck.StrokeCap.Round : cap === 'square' ? ck.StrokeCap.Square : ck.StrokeCap.Butt)
  paint.setStrokeJoin(join === 'round' ? ck.StrokeJoin.Round : join === 'bevel' ? ck.StrokeJoin.Bevel : ck.StrokeJoin.Miter)
  if (dashes) paint.setPathEffect(made.keep(ck.PathEffect.MakeDash(dashes.split(' ').map(Number), v[op.at + stroke.dashPhase])))
}

/** The part of a path that is drawn, by its length; null: nothing. */
export function trimmed(made: Made, path: Path, op: OpHead, v: Float32Array): Path | null {
  const [from, to] = [v[op.at + stroke.trim]!, v[op.at + stroke.trim + 1]!]
  if (to <= from) return null
  if (to - from >= 1) return path
  const part = to <= 1 ? path.makeTrimmed(from, to, false) : path.makeTrimmed(Math.fround(to - 1), from, true)
  return part && made.keep(part)
}

export function unsetStroke(ck: CanvasKit, paint: Paint) {
  paint.setStyle(ck.PaintStyle.Fill)
  paint.setPathEffect(null)
}
