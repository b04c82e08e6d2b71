import type { CanvasKit, ImageFilter } from 'canvaskit-wasm'
import type { OpHead } from '../../program/messages.gen'
import { Step, type StepName } from '../../program/ops.gen'
import type { Made } from '../made'
import { bend } from './bend'
import { blocks } from './blocks'
import { cast } from './cast'
import { grain } from './grain'
import { inner } from './inner'
import { luma } from './luma'
import { map } from './map'
import { recolour } from './recolour'
import { soften } from './soften'
import type { PixelWork, Rows, StepFilter } from './stepPainter'
import { streak } from './streak'
import { trail } from './trail'

/**
 * @param works whether a step of these numbers can be done pixel by pixel, of one that has both ways
 * @param beyond how many pixels of the target it needs to see beyond what it carries
 * @param soft how soft what it makes is, given how soft it was: a standard deviation in pixels; without it what it makes may have details
 */
type StepPainter =
  | {
      filter: StepFilter
      work?: PixelWork
      works?: (v: Float32Array) => boolean
      beyond?: (v: Float32Array, device: Rows) => number
      soft?: (v: Float32Array, device: Rows, before: number) => number
    }
  | { work: PixelWork }

/** Who does each kind of step; a missing one does not compile. */
const painters: Record<StepName, StepPainter> = { soften, recolour, cast, inner, luma, streak, trail, map, grain, bend, blocks }

const byCode: readonly StepPainter[] = (Object.keys(Step) as StepName[]).map((name) => painters[name])

/** The steps of a group that act, as one filter in pixels of the target; null when none does. The core's DeviceStep.cs does the same. */
export function filterOf(ck: CanvasKit, made: Made, steps: OpHead[], v: Float32Array, device: Rows): ImageFilter | null {
  let input: ImageFilter | null = null
  for (const step of steps) {
    const painter = byCode[step.code]!
    if (v[step.at] !== 0 && 'filter' in painter) input = painter.filter({ ck, made, device }, v.subarray(step.at), input)
  }
  return input
}

/** How many pixels of the target a step needs to see beyond what it carries. */
export function beyond(step: OpHead, v: Float32Array, device: Rows): number {
  const painter = byCode[step.code]!
  return v[step.at] !== 0 && 'beyond' in painter ? painter.beyond!(v.subarray(step.at), device) : 0
}

/** How soft the steps that act leave what they are given, as a standard deviation in pixels of the target; 0 when it may have details. */
export function softness(steps: OpHead[], v: Float32Array, device: Rows): number {
  let sigma = 0
  for (const step of steps) {
    const painter = byCode[step.code]!
    if (v[step.at] !== 0) sigma = 'soft' in painter ? painter.soft!(v.subarray(step.at), device, sigma) : 0
  }
  return sigma
}

/** Whether a step is done pixel by pixel by our own arithmetic; some can be done by filters too. */
export function canWork(step: OpHead, v: Float32Array): boolean {
  const painter = byCode[step.code]!
  return 'work' in painter && painter.work !== undefined && (!('works' in painter) || painter.works!(v.subarray(step.at)))
}

/**
 * Does a step to each pixel.
 * @param device from the group's coordinates to the pixels'
 * @param left where the first column lies on the target
 */
export function workOn(
  pixels: Uint8Array,
  width: number,
  height: number,
  step: OpHead,
  v: Float32Array,
  device: Rows,
  left: number,
  top: number,
) {
  const painter = byCode[step.code]!
  const back = inverse(device)
  if ('work' in painter && back.every(Number.isFinite)) painter.work!(pixels, width, height, v.subarray(step.at), device, back, left, top)
}

/** As the core inverts matrices. */
function inverse(m: Rows): number[] {
  const [a, c, e, b, d, f] = [m[0]!, m[1]!, m[2]!, m[3]!, m[4]!, m[5]!]
  const det = a * d - b * c
  return [d / det, -c / det, (c * f - d * e) / det, -b / det, a / det, (b * e - a * f) / det]
}
