import { invert, map, type Affine, type Point } from '../geometry/affine'
import type { Graphic, Layer } from '../live/document'
import type { Program } from '../program/program'
import { isGroup } from '../live/kinds'

/** Where a layer is on the stage: its matrix, and its box in its own coordinates. */
export interface Place {
  matrix: Affine
  left: number
  top: number
  right: number
  bottom: number
}

export function placeOf(program: Program, layer: string, frame: number): Place | undefined {
  const placed = program.placed(layer, frame)
  if (!placed) return undefined
  const [left, top, right, bottom] = placed.box
  return { matrix: placed.matrix, left, top, right, bottom }
}

/** The frontmost layer under a point that can be taken hold of: within the group that was entered, or else a whole group. */
export function layerAt(
  graphic: Graphic,
  program: Program,
  frame: number,
  point: Point,
  entered: string | null = null,
): string | undefined {
  const layers = new Map(graphic.layers.map((l) => [l.id, l]))
  for (const layer of [...graphic.layers].reverse()) {
    if (isOut(layers, layer) || isGroup(layer)) continue
    const placed = program.placed(layer.id, frame)
    if (!placed || placed.opacity === 0) continue
    const p = map(invert(placed.matrix), point)
    const inside = ([l, t, r, b]: readonly number[]) => p.x >= l! && p.x <= r! && p.y >= t! && p.y <= b!
    if (!inside(placed.box) || !inside(placed.shown)) continue
    return takenFor(layers, layer, entered)
  }
  return undefined
}

/** What a press on a layer takes hold of: its outermost group, or what is directly in the group that was entered. */
export function takenFor(layers: Map<string, Layer>, layer: Layer, entered: string | null): string {
  const line = lineOf(layers, layer)
  const at = entered ? line.indexOf(entered) : -1
  return at > 0 ? line[at - 1]! : at === 0 ? entered! : line.at(-1)!
}

/** The layer and the groups around it, from the inside out. */
export function lineOf(layers: Map<string, Layer>, layer: Layer): string[] {
  const line: string[] = []
  for (let l: Layer | undefined = layer; l && !line.includes(l.id); l = l.group ? layers.get(l.group) : undefined) line.push(l.id)
  return line
}

/** Hidden or locked, itself or a group around it. */
function isOut(layers: Map<string, Layer>, layer: Layer): boolean {
  return lineOf(layers, layer).some((id) => layers.get(id)!.hidden || layers.get(id)!.locked)
}

/** The four corners on the stage, clockwise from the top left. */
export const corners = (place: Place): Point[] =>
  [
    { x: place.left, y: place.top },
    { x: place.right, y: place.top },
    { x: place.right, y: place.bottom },
    { x: place.left, y: place.bottom },
  ].map((p) => map(place.matrix, p))
