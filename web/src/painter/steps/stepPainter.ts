import type { CanvasKit, ColorFilter, ImageFilter } from 'canvaskit-wasm'
import type { Made } from '../made'

/** A matrix as CanvasKit gives it: rows of three. */
export type Rows = ArrayLike<number>

/** Below this, in pixels, a length is not seen. */
export const NOTHING = 0.03

/** Where a filter is made. */
export interface StepContext {
  ck: CanvasKit
  made: Made
  /** From the group's coordinates to pixels of the target. */
  device: Rows
}

/** A step over the result of those before; null stands for the picture itself. @param v from the step's own start. */
export type StepFilter = (s: StepContext, v: Float32Array, input: ImageFilter | null) => ImageFilter | null

/**
 * A step done to each pixel.
 * @param pixels red, green, blue and alpha of each pixel, premultiplied, row by row
 * @param v from the step's own start
 * @param device from the group's coordinates to the pixels'
 * @param back from the pixels' coordinates to the group's
 * @param left where the first column lies on the target
 * @param top where the first row lies on the target
 */
export type PixelWork = (
  pixels: Uint8Array,
  width: number,
  height: number,
  v: Float32Array,
  device: Rows,
  back: Rows,
  left: number,
  top: number,
) => void

/** A picture with other colours. */
export const coloured = ({ ck, made }: StepContext, filter: ColorFilter, input: ImageFilter | null): ImageFilter =>
  made.keep(ck.ImageFilter.MakeColorFilter(made.keep(filter), input))

/** Red, green, blue and alpha. */
export const colourOf = (v: Float32Array, at: number): [number, number, number, number] => [v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]!]

/** A vector in pixels of the target. */
export const mappedVector = ({ device }: StepContext, v: Float32Array, at: number): [number, number] => mappedBy(device, v, at)

export const mappedBy = (m: Rows, v: Float32Array, at: number): [number, number] => [
  m[0]! * v[at]! + m[1]! * v[at + 1]!,
  m[3]! * v[at]! + m[4]! * v[at + 1]!,
]

/** Standard deviations in pixels of the target; for what is neither upright nor evenly scaled, those along the turned axes. */
export const sigmaOf = ({ device }: StepContext, v: Float32Array, at: number): [number, number] => sigmaBy(device, v, at)

export function sigmaBy(m: Rows, v: Float32Array, at: number): [number, number] {
  const across = Math.hypot(m[0]!, m[3]!) * v[at]!
  const down = Math.hypot(m[1]!, m[4]!) * v[at + 1]!
  const share = (m[0]! * m[0]!) / Math.max(m[0]! * m[0]! + m[3]! * m[3]!, Number.MIN_VALUE)
  const [sx, sy] = [Math.sqrt(share * across ** 2 + (1 - share) * down ** 2), Math.sqrt((1 - share) * across ** 2 + share * down ** 2)]
  return [sx < NOTHING ? 0 : sx, sy < NOTHING ? 0 : sy]
}

/** How soft a picture is whose pixels get other colours one by one. */
export const asSoft = (_v: Float32Array, _device: Rows, before: number) => before
