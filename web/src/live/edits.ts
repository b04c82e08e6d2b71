import type { ChannelValue, IdleMotion, Keyframe, KeyPlace, Layer, Phases, PieceStagger } from './document'

export type Order = 'topDown' | 'bottomUp' | 'selected'

/** A copied keyframe: which of the copied layers it belongs to, its channel, and itself with its frame counted from the first copied. */
export interface CopiedKey {
  layer: number
  channel: string
  key: Keyframe
}

export interface ApplyArrival {
  do: 'applyArrival'
  layers: string[]
  kind: string
  leaving: boolean
  length?: number
  distance?: number
  feel?: string
  pieces?: PieceStagger
  keep: boolean
  every: number
  order: Order
}

/** An edit as the core reads it; Edit.cs says what each does. */
export type Edit =
  | { do: 'several'; edits: Edit[] }
  | { do: 'addLayer'; layer: Layer; at?: number }
  | { do: 'removeLayers'; layers: string[]; at: number }
  | { do: 'duplicateLayers'; layers: string[] }
  | { do: 'orderLayer'; layer: string; to: number }
  | ({ do: 'changeLayer'; layer: string } & Partial<
      Pick<Layer, 'name' | 'field' | 'hidden' | 'locked' | 'hangsFrom' | 'text' | 'family' | 'weight' | 'align' | 'asset' | 'facing'>
    > & { at?: number })
  | { do: 'addAsset'; hash: string; asset: { name: string; type: string; width: number; height: number } }
  | { do: 'setValue'; layer: string; channel: string; value: ChannelValue; at: number; whole?: boolean }
  | { do: 'nudge'; layers: string[]; by: [number, number]; at: number; whole?: boolean }
  | { do: 'addKey'; layer: string; channel: string; at: number }
  | { do: 'removeKeys'; keys: KeyPlace[] }
  | { do: 'moveKeys'; keys: KeyPlace[]; by: number; copy?: boolean }
  | { do: 'setFeel'; keys: KeyPlace[]; feel: string; part?: number }
  | { do: 'pasteKeys'; layers: string[]; keys: CopiedKey[]; at: number }
  | { do: 'reverseKeys'; keys: KeyPlace[] }
  | { do: 'stretchKeys'; keys: KeyPlace[]; anchor: number; edge: number; to: number }
  | { do: 'alignKeys'; keys: KeyPlace[]; at: number }
  | { do: 'staggerKeys'; keys: KeyPlace[]; every: number; order: Order }
  | { do: 'setSpan'; layer: string; in?: number; out?: number }
  | { do: 'slideLayers'; layers: string[]; by: number }
  | { do: 'splitLayers'; layers: string[]; at: number }
  | { do: 'setBend'; layer: string; at: number; tangentIn?: [number, number]; tangentOut?: [number, number] }
  | { do: 'bendPath'; layer: string; smooth: boolean; at?: number }
  | ApplyArrival
  | { do: 'setIdles'; layer: string; idles: IdleMotion[] }
  | { do: 'setPieces'; layer: string; stagger?: PieceStagger }
  | { do: 'setMotionBlur'; layers: string[]; on?: boolean }
  | { do: 'clearKeys'; layer: string; channel: string; at: number }
  | { do: 'setPhases'; phases: Phases }
  | {
      do: 'changeGraphic'
      name?: string
      kind?: string
      width?: number
      height?: number
      rate?: string
      motionBlur?: { on: boolean; angle: number }
    }

export const several = (edits: Edit[]): Edit => (edits.length === 1 ? edits[0]! : { do: 'several', edits })
