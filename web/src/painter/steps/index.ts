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

type StepPainter = { filter: StepFilter } | { work: PixelWork }

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

/** Does a step to each pixel. @param device from the group's coordinates to the pixels'. */
export function workOn(pixels: Uint8Array, width: number, height: number, step: OpHead, v: Float32Array, device: Rows) {
  const painter = byCode[step.code]!
  const back = inverse(device)
  if ('work' in painter && back.every(Number.isFinite)) painter.work(pixels, width, height, v.subarray(step.at), device, back)
}

/** As the core inverts matrices. */
function inverse(m: Rows): number[] {
  const [a, c, e, b, d, f] = [m[0]!, m[1]!, m[2]!, m[3]!, m[4]!, m[5]!]
  const det = a * d - b * c
  return [d / det, -c / det, (c * f - d * e) / det, -b / det, a / det, (b * e - a * f) / det]
}
