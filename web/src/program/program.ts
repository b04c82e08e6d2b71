import { mark, place } from './ops.gen'
import type { NodePart, Patch, RunPart, StripHead, WindowPart } from './messages.gen'

/** A node over a window of frames. */
interface Columns {
  values: Float32Array
  changing: number[]
  columns: Float32Array
  /** How many frames the columns are long. */
  length: number
  blur?: Blur
}

/** The moments that blurred frames are the mean of, for each the changing numbers. */
interface Blur {
  counts: number[]
  /** For each frame, how many moments come before its own. */
  first: number[]
  numbers: Float32Array
  /** For each frame, the box that its moments can touch. */
  boxes: Float32Array
}

/** A marked strip's numbers begin with its place and its mark. */
const MARK = 7

/** Most windows that are held at once; a longer graphic is held around the playhead. */
const MOST_HELD = 12

/** A graphic's program: what to draw, and for each frame with which numbers. Scrubbing and playing need nothing else. */
export class Program {
  readonly windowLength: number
  frames = 0
  nodes: string[] = []
  strips: StripHead[] = []
  private readonly heads = new Map<string, StripHead>()
  private readonly windows = new Map<number, Map<string, Columns>>()
  private readonly outlines = new Map<string, Float32Array>()
  private readonly runs = new Map<string, RunPart>()
  private readonly places = new WeakMap<RunPart, Float32Array>()

  constructor(windowLength: number) {
    this.windowLength = windowLength
  }

  /** @param frames the length of the graphic after the patch. */
  apply(patch: Patch, frames: number) {
    for (const [hash, bytes] of Object.entries(patch.outlines)) this.outlines.set(hash, floats(bytes))
    for (const [hash, run] of Object.entries(patch.runs)) this.runs.set(hash, run)
    for (const head of patch.heads) this.heads.set(head.node, head)
    if (patch.nodes) {
      this.nodes = patch.nodes
      const kept = new Set(patch.nodes)
      for (const node of this.heads.keys()) if (!kept.has(node)) this.heads.delete(node)
      for (const window of this.windows.values()) for (const node of window.keys()) if (!kept.has(node)) window.delete(node)
    }
    if (patch.nodes || patch.heads.length > 0) this.strips = this.nodes.map((node) => this.heads.get(node)!)
    for (const hash of patch.gone) {
      this.outlines.delete(hash)
      this.runs.delete(hash)
    }
    if (this.frames !== frames) {
      this.frames = frames
      // The last window has another length now; the server sends all that are held anew.
      this.windows.clear()
    }
    for (const part of patch.windows) this.add(part)
  }

  /** Lets go of windows that are not held any more. */
  hold(indexes: number[]) {
    for (const index of this.windows.keys()) if (!indexes.includes(index)) this.windows.delete(index)
  }

  /** Windows that are worth having with the playhead at a frame. */
  worth(frame: number): number[] {
    const count = Math.ceil(this.frames / this.windowLength)
    const here = Math.floor(frame / this.windowLength)
    if (count <= MOST_HELD) return [...Array(count).keys()]
    return [...new Set([here, here + 1, here + 2, here - 1, 0].filter((i) => i >= 0 && i < count))].sort((a, b) => a - b)
  }

  has(frame: number): boolean {
    return this.windows.has(Math.floor(frame / this.windowLength))
  }

  /** The numbers of a strip at a frame; undefined when they are not here or there is no such strip. They hold until the next call for the same strip. */
  values(id: string, frame: number): Float32Array | undefined {
    const index = Math.floor(frame / this.windowLength)
    const node = this.windows.get(index)?.get(id)
    if (!node) return undefined
    const { values, changing, columns, length } = node
    const at = frame - index * this.windowLength
    for (let c = 0; c < changing.length; c++) values[changing[c]!] = columns[c * length + at]!
    return values
  }

  /** The moments that a strip's frame is the mean of, as rows of numbers, and the box that they can touch; undefined for a sharp one. */
  moments(id: string, frame: number): { rows: Float32Array[]; box: Float32Array } | undefined {
    const index = Math.floor(frame / this.windowLength)
    const node = this.windows.get(index)?.get(id)
    const at = frame - index * this.windowLength
    const count = node?.blur?.counts[at]
    if (!node?.blur || !count) return undefined
    const { values, changing } = node
    const { first, numbers, boxes } = node.blur
    const rows = Array.from({ length: count }, (_, i) => {
      const row = values.slice()
      const start = (first[at]! + i) * changing.length
      for (let c = 0; c < changing.length; c++) row[changing[c]!] = numbers[start + c]!
      return row
    })
    return { rows, box: boxes.subarray(4 * at, 4 * at + 4) }
  }

  /** Where a layer is: its matrix, opacity, box and what of it shows, of the strip that has its id; undefined when it has none here. */
  placed(layer: string, frame: number): Placed | undefined {
    const v = this.values(layer, frame)
    if (!v || v.length < MARK + 8) return undefined
    return {
      matrix: [v[0]!, v[1]!, v[2]!, v[3]!, v[4]!, v[5]!],
      opacity: v[place.opacity]!,
      box: [...v.subarray(MARK + mark.box, MARK + mark.box + 4)] as Edges,
      shown: [...v.subarray(MARK + mark.shown, MARK + mark.shown + 4)] as Edges,
    }
  }

  outline(hash: string): Float32Array {
    return this.outlines.get(hash) ?? new Float32Array()
  }

  /** The commands of a run's glyphs, each in its place. */
  glyphs(
    hash: string,
    tracking: number,
    leading: number,
    append: (commands: number[], outline: Float32Array, dx: number, dy: number) => void,
  ): number[] {
    const run = this.runs.get(hash)
    const commands: number[] = []
    if (!run) return commands
    let places = this.places.get(run)
    if (!places) this.places.set(run, (places = floats(run.places)))
    run.glyphs.forEach((glyph, g) => {
      const [x, y, spread, row] = [places[4 * g]!, places[4 * g + 1]!, places[4 * g + 2]!, places[4 * g + 3]!]
      append(commands, this.outline(glyph), Math.fround(x + Math.fround(spread * tracking)), Math.fround(y + Math.fround(row * leading)))
    })
    return commands
  }

  private add(part: WindowPart) {
    const window = this.windows.get(part.index) ?? new Map<string, Columns>()
    this.windows.set(part.index, window)
    const length = Math.min(this.windowLength, this.frames - part.index * this.windowLength)
    for (const node of part.nodes) {
      window.set(node.node, {
        values: floats(node.values),
        changing: node.changing,
        columns: floats(node.columns),
        length,
        blur: blurOf(node),
      })
    }
  }
}

type Edges = [left: number, top: number, right: number, bottom: number]

export interface Placed {
  matrix: [number, number, number, number, number, number]
  opacity: number
  box: Edges
  shown: Edges
}

function blurOf(node: NodePart): Blur | undefined {
  if (!node.momentCounts || !node.moments || !node.boxes) return undefined
  const first: number[] = []
  let sum = 0
  for (const count of node.momentCounts) {
    first.push(sum)
    sum += count
  }
  return { counts: node.momentCounts, first, numbers: floats(node.moments), boxes: floats(node.boxes) }
}

function floats(bytes: Uint8Array): Float32Array {
  // A copy, since the bytes of a message need not be aligned.
  return new Float32Array(bytes.slice().buffer)
}
