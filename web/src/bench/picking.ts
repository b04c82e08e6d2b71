import { invert, map, type Affine, type Point } from '../geometry/affine'
import type { Graphic } from '../live/document'
import type { Program } from '../live/program'
import { Slot } from '../painter/slots'

/** Where a layer is on the stage: its matrix, and its box in its own coordinates. */
export interface Place {
  matrix: Affine
  left: number
  top: number
  right: number
  bottom: number
}

export function placeOf(program: Program, layer: string, frame: number): Place | undefined {
  const v = program.values(layer, frame)
  if (!v) return undefined
  const [left, top, right, bottom] = v.slice(Slot.box, Slot.box + 4) as unknown as [number, number, number, number]
  return { matrix: [v[0]!, v[1]!, v[2]!, v[3]!, v[4]!, v[5]!], left, top, right, bottom }
}

/** The frontmost layer under a point that can be taken hold of. */
export function layerAt(graphic: Graphic, program: Program, frame: number, point: Point): string | undefined {
  for (const layer of [...graphic.layers].reverse()) {
    if (layer.locked || layer.hidden) continue
    const values = program.values(layer.id, frame)
    const place = placeOf(program, layer.id, frame)
    if (!values || !place || values[Slot.opacity] === 0) continue
    const p = map(invert(place.matrix), point)
    const masked = values[Slot.masked] !== 0
    const inside = (l: number, t: number, r: number, b: number) => p.x >= l && p.x <= r && p.y >= t && p.y <= b
    if (
      inside(place.left, place.top, place.right, place.bottom) &&
      (!masked || inside(values[Slot.mask]!, values[Slot.mask + 1]!, values[Slot.mask + 2]!, values[Slot.mask + 3]!))
    )
      return layer.id
  }
  return undefined
}

/** The four corners on the stage, clockwise from the top left. */
export const corners = (place: Place): Point[] =>
  [
    { x: place.left, y: place.top },
    { x: place.right, y: place.top },
    { x: place.right, y: place.bottom },
    { x: place.left, y: place.bottom },
  ].map((p) => map(place.matrix, p))
