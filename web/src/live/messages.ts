/** What comes over the live line; the server's Messages.cs says what each part means. */

export interface NodeHead {
  node: string
  kind: 'plate' | 'glyphs' | 'picture' | 'place'
  asset?: string | null
  glyphs?: string[] | null
  places?: Uint8Array | null
}

export interface NodePart {
  node: string
  values: Uint8Array
  changing: number[]
  columns: Uint8Array
  sampleCounts?: number[] | null
  samples?: Uint8Array | null
}

export interface WindowPart {
  index: number
  nodes: NodePart[]
}

export interface Patch {
  number: number
  revision: number
  canUndo: boolean
  canRedo: boolean
  label: string
  graphic?: string | null
  layers: Record<string, string>
  order?: string[] | null
  nodes?: string[] | null
  heads: NodeHead[]
  windows: WindowPart[]
  outlines: Record<string, Uint8Array>
  findings?: string[][] | null
}

export interface Refusal {
  message: string
  remedy: string
  layer?: string | null
  field?: string | null
}
