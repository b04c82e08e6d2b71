import { identity, invert, map, mapVector, type Affine, type Point } from '../geometry/affine'
import type { Schemas } from '../api/client'
import { carrierOf, type Edit, type Graphic, type Layer } from '../live/document'
import type { LayerInspection } from '../program/messages.gen'
import type { Program } from '../program/program'
import { corners, placeOf, type Place } from '../acts/picking'
import { pairOf, useView } from '../stores/viewStore'
import { snap, type Snapped, type SnapTargets } from './snapping'

/** What a drag began with. */
export interface DragStart {
  layer: Layer
  /** The content's kind. */
  content: Schemas['ModuleInfo']
  reading: LayerInspection
  place: Place
  /** From the coordinates that the layer's position is given in to the graphic. */
  parent: Affine
  point: Point
}

export function beginDrag(
  graphic: Graphic,
  program: Program,
  readings: Record<string, LayerInspection>,
  contents: Schemas['ModuleInfo'][],
  id: string,
  frame: number,
  point: Point,
): DragStart | undefined {
  const layer = graphic.layers.find((l) => l.id === id)
  const reading = readings[id]
  const place = placeOf(program, id, frame)
  const content = contents.find((c) => c.name === layer?.content.kind)
  if (!layer || !content || !reading || !place || layer.locked) return undefined
  const parent = parentOf(program, layer, frame)
  return { layer, content, reading, place, parent, point }
}

/** The coordinates that a layer's position is given in: those of what it hangs from, or of its group. */
export const parentOf = (program: Program, layer: Layer, frame: number): Affine => {
  const carrier = carrierOf(layer)
  return (carrier && placeOf(program, carrier, frame)?.matrix) || identity
}

const round = (n: number, to = 1) => Math.round(n / to) * to

export interface MoveOptions {
  free: boolean
  straight: boolean
  targets: SnapTargets
  reach: number
}

/** Moves layers with the pointer; the first one is drawn to what there is to be drawn to. */
export function moveEdits(starts: DragStart[], to: Point, frame: number, options: MoveOptions): { edits: Edit[]; snapped: Snapped } {
  const first = starts[0]!
  let by = { x: to.x - first.point.x, y: to.y - first.point.y }
  if (options.straight) by = Math.abs(by.x) > Math.abs(by.y) ? { x: by.x, y: 0 } : { x: 0, y: by.y }
  const moved = corners(first.place).map((p) => ({ x: p.x + by.x, y: p.y + by.y }))
  const snapped = options.free ? { by: { x: 0, y: 0 }, lines: [], gaps: [] } : snap(moved, options.targets, options.reach)
  by = { x: by.x + snapped.by.x, y: by.y + snapped.by.y }
  const edits = starts.map((start): Edit => {
    const d = mapVector(invert(start.parent), by)
    const [x, y] = start.reading.values.position as [number, number]
    return { do: 'setValue', layer: start.layer.id, address: 'position', value: [round(x + d.x, 0.5), round(y + d.y, 0.5)], at: frame }
  })
  return { edits, snapped }
}

/** Turns a layer about its pivot; `whole` keeps to steps of 15 degrees. */
export function turnEdits(start: DragStart, to: Point, frame: number, whole: boolean): Edit[] {
  const { place, reading } = start
  const [px, py] = reading.values.pivot as [number, number]
  const pivot = map(place.matrix, { x: place.left + (place.right - place.left) * px, y: place.top + (place.bottom - place.top) * py })
  const angle = (p: Point) => (Math.atan2(p.y - pivot.y, p.x - pivot.x) * 180) / Math.PI
  const turned = reading.values.turn![0]! + angle(to) - angle(start.point)
  return [{ do: 'setValue', layer: start.layer.id, address: 'turn', value: round(turned, whole ? 15 : 0.1), at: frame }]
}

/**
 * Drags a corner or an edge. What has a size of its own changes that, with the opposite side staying in place; everything else, and with
 * `scale` everything, changes its scale about the pivot.
 * @param hx -1 for the left side, 1 for the right, 0 for neither; @param hy the same for top and bottom.
 */
export function resizeEdits(start: DragStart, to: Point, hx: number, hy: number, frame: number, scale: boolean): Edit[] {
  const { place, reading, layer, content } = start
  const sized = scale ? undefined : content.values.find((v) => v.name === content.sized)
  const local = map(invert(place.matrix), to)
  const width = place.right - place.left
  const height = place.bottom - place.top
  const fixed = { x: hx > 0 ? place.left : place.right, y: hy > 0 ? place.top : place.bottom }
  let kx = hx === 0 ? 1 : Math.max(0.01, (hx > 0 ? local.x - place.left : place.right - local.x) / width)
  let ky = hy === 0 ? 1 : Math.max(0.01, (hy > 0 ? local.y - place.top : place.bottom - local.y) / height)
  const isCorner = hx !== 0 && hy !== 0
  const locked = sized !== undefined && useView.getState().locked.includes(pairOf(layer.id, sized.name))
  const even = sized ? sized.components.length === 1 || locked || (content.keepsShape && isCorner) : isCorner
  if (even) kx = ky = hx !== 0 ? kx : ky
  const set = (address: string, value: number | number[]): Edit => ({ do: 'setValue', layer: layer.id, address, value, at: frame })
  if (!sized) {
    const [sx, sy] = reading.values.scale as [number, number]
    return [set('scale', [round(sx * kx, 0.001), round(sy * ky, 0.001)])]
  }
  const [x, y] = reading.values.position as [number, number]
  if (sized.components.length === 1) {
    const before = reading.values[sized.name]![0]!
    const size = round(before * kx, 0.5)
    const k = size / before
    const d = keepPlace(start, k, k, { x: fixed.x, y: fixed.y }, { x: fixed.x * k, y: fixed.y * k })
    return [set(sized.name, size), set('position', [x + d.x, y + d.y])]
  }
  const size = [Math.max(1, Math.round(width * kx)), Math.max(1, Math.round(height * ky))]
  const after = { x: hx > 0 ? 0 : size[0]!, y: hy > 0 ? 0 : size[1]! }
  const d = keepPlace(start, size[0]! / width, size[1]! / height, fixed, after)
  return [set(sized.name, size), set('position', [round(x + d.x, 0.01), round(y + d.y, 0.01)])]
}

/** The move that keeps a point of the layer where it is on the stage when its box grows by kx, ky about the layer's origin. */
function keepPlace(start: DragStart, kx: number, ky: number, before: Point, after: Point): Point {
  const { place, parent, reading } = start
  const toParent = invert(parent)
  const m = place.matrix
  const linear: Affine = [...mapVectorPair(toParent, m), 0, 0] as unknown as Affine
  const [fx, fy] = reading.values.pivot as [number, number]
  const pivotBefore = { x: place.left + (place.right - place.left) * fx, y: place.top + (place.bottom - place.top) * fy }
  const pivotAfter = { x: pivotBefore.x * kx, y: pivotBefore.y * ky }
  // A point p of the layer lies at position + pivot + L (p - pivot) in its carrier, where L turns and scales.
  const at = (p: Point, pivot: Point) => {
    const v = mapVector(linear, { x: p.x - pivot.x, y: p.y - pivot.y })
    return { x: pivot.x + v.x, y: pivot.y + v.y }
  }
  const a = at(before, pivotBefore)
  const b = at(after, pivotAfter)
  return { x: a.x - b.x, y: a.y - b.y }
}

function mapVectorPair(outer: Affine, m: Affine): [number, number, number, number] {
  const x = mapVector(outer, { x: m[0], y: m[1] })
  const y = mapVector(outer, { x: m[2], y: m[3] })
  return [x.x, x.y, y.x, y.y]
}
