import type { CanvasKit, ColorFilter, ImageFilter } from 'canvaskit-wasm'
import type { OpHead } from '../live/messages.gen'
import { evenBlur } from './evenBlur'
import type { Made } from './made'
import { cast, inner, recolour, soften, Step } from './ops.gen'

/** Below this a blur is not seen. */
const NOTHING = 0.03

/** A matrix as CanvasKit gives it: rows of three. */
export type Rows = ArrayLike<number>

/** The steps of a group that act, as one filter in pixels of the target; null when none does. The core's DeviceStep.cs does the same. */
export function filterOf(ck: CanvasKit, made: Made, steps: OpHead[], v: Float32Array, device: Rows): ImageFilter | null {
  let input: ImageFilter | null = null
  for (const step of steps) {
    if (v[step.at] !== 0) input = over(ck, made, step, v, device, input)
  }
  return input
}

function over(ck: CanvasKit, made: Made, step: OpHead, v: Float32Array, device: Rows, input: ImageFilter | null): ImageFilter | null {
  const coloured = (filter: ColorFilter, on: ImageFilter | null) => made.keep(ck.ImageFilter.MakeColorFilter(made.keep(filter), on))
  if (step.code === Step.recolour) {
    const at = step.at + recolour.matrix
    return coloured(ck.ColorFilter.MakeMatrix(v.slice(at, at + 20)), input)
  }
  if (step.code === Step.luma) return coloured(ck.ColorFilter.MakeLuma(), input)
  if (step.code === Step.soften) {
    const at = step.at + soften.sigma
    const [x, y] = sigmaOf(v[at]!, v[at + 1]!, device)
    return evenBlur(ck, made, x, y, input)
  }
  const isInner = step.code === Step.inner
  const fields = isInner ? inner : cast
  const [ox, oy] = [v[step.at + fields.offset]!, v[step.at + fields.offset + 1]!]
  const [x, y] = sigmaOf(v[step.at + fields.sigma]!, v[step.at + fields.sigma + 1]!, device)
  const c = step.at + fields.colour
  const [r, g, b, a] = [v[c]!, v[c + 1]!, v[c + 2]!, v[c + 3]!]
  const tint = isInner
    ? [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0]
    : [0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, a, 0]
  const blurred = evenBlur(ck, made, x, y, coloured(ck.ColorFilter.MakeMatrix(tint), input))
  const by = [1, 0, device[0]! * ox + device[1]! * oy, 0, 1, device[3]! * ox + device[4]! * oy, 0, 0, 1]
  const moved = made.keep(ck.ImageFilter.MakeMatrixTransform(by, { filter: ck.FilterMode.Linear, mipmap: ck.MipmapMode.None }, blurred))
  if (isInner) {
    const turn = ck.ColorFilter.MakeMatrix([0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, -a, a])
    return made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcATop, input, coloured(turn, moved)))
  }
  return v[step.at + cast.only] !== 0 ? moved : made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, moved, input))
}

/** Standard deviations in pixels of the target; for what is neither upright nor evenly scaled, those along the turned axes. */
function sigmaOf(x: number, y: number, m: Rows): [number, number] {
  const across = Math.hypot(m[0]!, m[3]!) * x
  const down = Math.hypot(m[1]!, m[4]!) * y
  const share = (m[0]! * m[0]!) / Math.max(m[0]! * m[0]! + m[3]! * m[3]!, Number.MIN_VALUE)
  const [sx, sy] = [Math.sqrt(share * across ** 2 + (1 - share) * down ** 2), Math.sqrt((1 - share) * across ** 2 + share * down ** 2)]
  return [sx < NOTHING ? 0 : sx, sy < NOTHING ? 0 : sy]
}
