import type { ImageFilter } from 'canvaskit-wasm'
import { evenBlur } from '../evenBlur'
import { coloured, mappedVector, NOTHING, sigmaOf, type StepContext } from './stepPainter'

/** Below this blurs differ between painters. */
const SMALL = 2

/** Where the numbers of what throws the picture's own shape lie. */
interface Shade {
  offset: number
  sigma: number
}

/** What a picture throws, moved and soft. @param tint a colour matrix that makes what is thrown of the picture. */
export function thrown(s: StepContext, v: Float32Array, at: Shade, tint: number[], input: ImageFilter | null): ImageFilter {
  const { ck, made } = s
  const [ox, oy] = mappedVector(s, v, at.offset)
  const [x, y] = sigmaOf(s, v, at.sigma)
  const soft = evenBlur(ck, made, x, y, coloured(s, ck.ColorFilter.MakeMatrix(tint), input))
  const by = [1, 0, ox, 0, 1, oy, 0, 0, 1]
  return made.keep(ck.ImageFilter.MakeMatrixTransform(by, { filter: ck.FilterMode.Linear, mipmap: ck.MipmapMode.None }, soft))
}

/**
 * A picture of one colour grown or shrunk: blurred, a straight edge has Φ(-d/σ) of its alpha at a distance d (the normal distribution); there it is made
 * steep again. The same is done by the core's Shade.cs. @param by in the group's pixels.
 */
export function grown(s: StepContext, by: number, input: ImageFilter | null): ImageFilter | null {
  const m = s.device
  const wide = by * Math.sqrt(Math.abs(m[0]! * m[4]! - m[1]! * m[3]!))
  const far = Math.abs(wide)
  if (far < NOTHING) return input
  const sigma = Math.max(far, SMALL)
  const z = far / sigma
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)
  // Abramowitz and Stegun, 26.2.16: within 1e-5 of Φ.
  const t = 1 / (1 + 0.33267 * z)
  const beyond = density * t * (0.4361836 + t * (-0.1201676 + t * 0.937298))
  const edge = wide > 0 ? beyond : 1 - beyond
  const steep = Math.max(1, sigma / density)
  const contrast = s.ck.ColorFilter.MakeMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, steep, 0.5 - edge * steep])
  return coloured(s, contrast, evenBlur(s.ck, s.made, sigma, sigma, input))
}
