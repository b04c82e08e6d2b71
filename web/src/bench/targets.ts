import type { Graphic } from '../live/document'
import type { Program } from '../program/program'
import { useView } from '../stores/viewStore'
import { corners, placeOf } from '../acts/picking'
import type { Edges, SnapTargets } from './snapping'

/** What layers that are moved are drawn to: the frame and its margins, guides and grid where they are seen, and the layers beside them. */
export function targetsOf(graphic: Graphic, program: Program, frame: number, moved: string[], margins: number[]): SnapTargets {
  const { rulers, grid } = useView.getState()
  const groups = new Set(moved.map((id) => graphic.layers.find((l) => l.id === id)?.group))
  const others = graphic.layers
    // Those of the same group, so that what lies within another thing does not draw.
    .filter((l) => !moved.includes(l.id) && !l.hidden && groups.has(l.group) && !['hook', 'lamp'].includes(l.content.kind))
    .flatMap((l): Edges[] => {
      const place = placeOf(program, l.id, frame)
      if (!place || !(place.right > place.left)) return []
      const points = corners(place)
      const xs = points.map((p) => p.x)
      const ys = points.map((p) => p.y)
      return [{ left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }]
    })
  return {
    width: graphic.width,
    height: graphic.height,
    margins,
    upright: rulers ? (graphic.guides?.upright ?? []) : [],
    level: rulers ? (graphic.guides?.level ?? []) : [],
    grid,
    others,
  }
}
