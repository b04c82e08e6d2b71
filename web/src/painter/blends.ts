import type { BlendMode, CanvasKit } from 'canvaskit-wasm'
import type { OpHead } from '../program/messages.gen'
import { wordsOf } from '../program/opWords'
import { mixes } from '../program/ops.gen'

/** How a group is mixed in. @param mode for one that says "normal". */
export function blendOfGroup(ck: CanvasKit, op: OpHead, mode: BlendMode): BlendMode {
  const { blend } = wordsOf(op)
  return blend === 'normal' ? mode : modeOf(ck, blend)
}

/** How a strip as a whole is mixed in: as its first group says. */
export function blendOf(ck: CanvasKit, ops: OpHead[]): BlendMode {
  const first = ops.find((op) => mixes[op.code] === 1)
  return first ? modeOf(ck, wordsOf(first).blend) : ck.BlendMode.SrcOver
}

function modeOf(ck: CanvasKit, blend: string): BlendMode {
  const m = ck.BlendMode
  const modes: Record<string, BlendMode> = {
    cutTo: m.DstIn,
    cutOut: m.DstOut,
    onto: m.SrcATop,
    multiply: m.Multiply,
    screen: m.Screen,
    overlay: m.Overlay,
    darken: m.Darken,
    lighten: m.Lighten,
    colorDodge: m.ColorDodge,
    colorBurn: m.ColorBurn,
    hardLight: m.HardLight,
    softLight: m.SoftLight,
    difference: m.Difference,
    exclusion: m.Exclusion,
    hue: m.Hue,
    saturation: m.Saturation,
    color: m.Color,
    luminosity: m.Luminosity,
    plusLighter: m.Plus,
  }
  return modes[blend] ?? m.SrcOver
}
