import type { CanvasKit, ColorFilter, ImageFilter } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { evenBlur } from './evenBlur'
import type { Made } from './made'
import { colourMap } from './colourMap'
import { cast, inner, map, recolour, soften, Step, streak, trail } from '../program/ops.gen'
import { streakMean, streakUnion } from './streaks'

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
  if (step.code === Step.map) {
    const at = step.at + map.stops
    return colourMap(ck, made, v.slice(at, at + 5 * v[step.at + map.count]!), input)
  }
  const along = (at: number): [number, number] => [
    device[0]! * v[at]! + device[1]! * v[at + 1]!,
    device[3]! * v[at]! + device[4]! * v[at + 1]!,
  ]
  if (step.code === Step.streak) {
    const way = along(step.at + streak.offset)
    return Math.hypot(...way) > NOTHING ? streakMean(ck, made, way, input) : input
  }
  if (step.code === Step.trail) {
    const c = step.at + trail.colour
    const opaque = coloured(
      ck.ColorFilter.MakeMatrix([0, 0, 0, 0, v[c]!, 0, 0, 0, 0, v[c + 1]!, 0, 0, 0, 0, v[c + 2]!, 0, 0, 0, 1, 0]),
      input,
    )
    const union = streakUnion(ck, made, along(step.at + trail.offset), opaque)
    // Copies of what lets something through would add up: it is made so at the end.
    const faded = coloured(ck.ColorFilter.MakeMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, v[c + 3]!, 0]), union)
    return v[step.at + trail.only] !== 0 ? faded : made.keep(ck.ImageFilter.MakeBlend(ck.BlendMode.SrcOver, faded, input))
  }
  const isInner = step.code === Step.inner
  const fields = isInner ? inner : cast
  const [ox, oy] = along(step.at + fields.offset)
  const [x, y] = sigmaOf(v[step.at + fields.sigma]!, v[step.at + fields.sigma + 1]!, device)
  const c = step.at + fields.colour
  const [r, g, b, a] = [v[c]!, v[c + 1]!, v[c + 2]!, v[c + 3]!]
  const tint = isInner
    ? [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0]
    : [0, 0, 0, 0, r, 0, 0, 0, 0, g, 0, 0, 0, 0, b, 0, 0, 0, a, 0]
  const blurred = evenBlur(
    ck,
    made,
    x,
    y,
    coloured(ck.ColorFilter.MakeMatrix(tint), isInner ? input : grown(ck, made, v[step.at + cast.grow]! * scaleOf(device), input)),
  )
  const by = [1, 0, ox, 0, 1, oy, 0, 0, 1]
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

const scaleOf = (m: Rows) => Math.sqrt(Math.abs(m[0]! * m[4]! - m[1]! * m[3]!))

/** Below this blurs differ between painters. */
const SMALL = 2

/**
 * A picture of one colour grown or shrunk: blurred, a straight edge has Φ(-d/σ) of its alpha at a distance d (the normal distribution); there it is made
 * steep again. The same is done by the core's DeviceStep.cs.
 */
function grown(ck: CanvasKit, made: Made, by: number, input: ImageFilter | null): ImageFilter | null {
  const far = Math.abs(by)
  if (far < NOTHING) return input
  const sigma = Math.max(far, SMALL)
  const z = far / sigma
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)
  // Abramowitz and Stegun, 26.2.16: within 1e-5 of Φ.
  const t = 1 / (1 + 0.33267 * z)
  const beyond = density * t * (0.4361836 + t * (-0.1201676 + t * 0.937298))
  const edge = by > 0 ? beyond : 1 - beyond
  const steep = Math.max(1, sigma / density)
  const contrast = ck.ColorFilter.MakeMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, steep, 0.5 - edge * steep])
  return made.keep(ck.ImageFilter.MakeColorFilter(made.keep(contrast), evenBlur(ck, made, sigma, sigma, input)))
}
