import type { NodeHead, Patch, WindowPart } from './messages'

interface Columns {
  values: Float32Array
  changing: number[]
  columns: Float32Array
  blur?: Blur
}

/** The moments that blurred frames are the mean of, for each the changing numbers. */
interface Blur {
  counts: number[]
  /** For each frame, how many moments come before its own. */
  first: number[]
  numbers: Float32Array
}

/** A node's constant part, ready for the painter. */
export interface NodeContent {
  node: string
  kind: NodeHead['kind']
  asset?: string
  glyphs: Float32Array[]
  /** x, y, spread, row for each glyph. */
  places: Float32Array
}

/** Most windows that are asked for at once; a longer graphic is fetched around the playhead. */
const EAGER_WINDOWS = 12

/** A graphic's program: what to draw, and for each frame with which numbers. Scrubbing and playing need nothing else. */
export class Program {
  readonly windowLength: number
  frames = 0
  nodes: string[] = []
  contents = new Map<string, NodeContent>()
  private windows = new Map<number, Map<string, Columns>>()
  private outlines = new Map<string, Float32Array>()

  constructor(windowLength: number) {
    this.windowLength = windowLength
  }

  apply(patch: Patch, frames: number) {
    for (const [hash, bytes] of Object.entries(patch.outlines)) this.outlines.set(hash, floats(bytes))
    for (const head of patch.heads) {
      this.contents.set(head.node, {
        node: head.node,
        kind: head.kind,
        asset: head.asset ?? undefined,
        glyphs: (head.glyphs ?? []).map((hash) => this.outlines.get(hash) ?? new Float32Array()),
        places: head.places ? floats(head.places) : new Float32Array(),
      })
    }
    if (patch.nodes) {
      this.nodes = patch.nodes
      const kept = new Set(patch.nodes)
      for (const node of this.contents.keys()) if (!kept.has(node)) this.contents.delete(node)
    }
    if (this.frames !== frames) {
      this.frames = frames
      for (const index of this.windows.keys()) if (index * this.windowLength >= frames) this.windows.delete(index)
    }
    this.add(patch.windows)
  }

  add(parts: WindowPart[]) {
    for (const part of parts) {
      const window = this.windows.get(part.index) ?? new Map<string, Columns>()
      this.windows.set(part.index, window)
      for (const node of part.nodes) {
        window.set(node.node, {
          values: floats(node.values),
          changing: node.changing,
          columns: floats(node.columns),
          blur: node.sampleCounts && node.samples ? blurOf(node.sampleCounts, floats(node.samples)) : undefined,
        })
      }
    }
  }

  /** Windows that are worth having with the playhead at a frame and are not here yet. */
  missing(frame: number): number[] {
    const count = Math.ceil(this.frames / this.windowLength)
    const here = Math.floor(frame / this.windowLength)
    const wanted = count <= EAGER_WINDOWS ? [...Array(count).keys()] : [here, here + 1, here + 2, here - 1, 0]
    return wanted.filter((i) => i >= 0 && i < count && !this.windows.has(i))
  }

  has(frame: number): boolean {
    return this.windows.has(Math.floor(frame / this.windowLength))
  }

  /** The numbers of a node at a frame; undefined when they are not here or there is no such node. A layer's own node has its id. */
  values(id: string, frame: number): Float32Array | undefined {
    const index = Math.floor(frame / this.windowLength)
    const node = this.windows.get(index)?.get(id)
    if (!node) return undefined
    const { values, changing, columns } = node
    if (changing.length === 0) return values
    const length = Math.min(this.windowLength, this.frames - index * this.windowLength)
    const at = frame - index * this.windowLength
    for (let c = 0; c < changing.length; c++) values[changing[c]!] = columns[c * length + at]!
    return values
  }

  /** The moments that a node's frame is the mean of, as rows of numbers; undefined for a sharp one. */
  samples(id: string, frame: number): Float32Array[] | undefined {
    const index = Math.floor(frame / this.windowLength)
    const node = this.windows.get(index)?.get(id)
    const at = frame - index * this.windowLength
    const count = node?.blur?.counts[at]
    if (!node?.blur || !count) return undefined
    const { values, changing } = node
    const { first, numbers } = node.blur
    return Array.from({ length: count }, (_, i) => {
      const row = values.slice()
      const start = (first[at]! + i) * changing.length
      for (let c = 0; c < changing.length; c++) row[changing[c]!] = numbers[start + c]!
      return row
    })
  }
}

function blurOf(counts: number[], numbers: Float32Array): Blur {
  const first: number[] = []
  let sum = 0
  for (const count of counts) {
    first.push(sum)
    sum += count
  }
  return { counts, first, numbers }
}

function floats(bytes: Uint8Array): Float32Array {
  // A copy, since the bytes of a message need not be aligned.
  return new Float32Array(bytes.slice().buffer)
}
