// Printed from the server's messages by ./hang generate. Do not edit.

export interface LayerNote {
  check: string
  message: string
  remedy: string
  layer: string
  name: string
  say: string
}

export interface NodePart {
  node: string
  values: Uint8Array
  changing: number[]
  columns: Uint8Array
  momentCounts?: number[] | null
  moments?: Uint8Array | null
  boxes?: Uint8Array | null
}

export interface OpHead {
  code: number
  takes: string[]
  words: string[]
  at: number
  each: number
  steps: OpHead[]
}

export interface Patch {
  number: number
  revision: number
  mine: boolean
  others: number
  canUndo: boolean
  canRedo: boolean
  label: string
  say: string
  graphic?: string | null
  layers: Record<string, string>
  order?: string[] | null
  nodes?: string[] | null
  heads: StripHead[]
  windows: WindowPart[]
  outlines: Record<string, Uint8Array>
  runs: Record<string, RunPart>
  gone: string[]
  findings?: LayerNote[] | null
}

export interface Refusal {
  message: string
  remedy: string
  layer?: string | null
  field?: string | null
  say?: string | null
}

export interface RunPart {
  glyphs: string[]
  places: Uint8Array
}

export interface StripHead {
  node: string
  layer: string
  size: number
  ops: OpHead[]
}

export interface WindowPart {
  index: number
  nodes: NodePart[]
}

export interface LayerInspection {
  id: string
  name: string
  hidden: boolean
  values: Record<string, number[]>
  words: Record<string, string>
  world: number[]
  bounds: number[]
  opacity: number
  idles: IdleTiming[]
}

export interface IdleTiming {
  framesPerCycle: number
  evenLength: number
}

export interface ReadingTime {
  words: number
  needs: number
  needsCalmly: number
  stands: number
  holdThatWouldDo: number
}

export interface Sounding {
  key: string
  samples: number
  layers: HeardLayer[]
  beats: number[]
  loudness: Loudness | null
}

export interface HeardLayer {
  id: string
  key: string
}

export interface Loudness {
  integrated: number | null
  momentary: number | null
  shortTerm: number | null
  truePeak: number | null
  toTarget: number | null
}
