import type { Layer } from '../live/document'
import { isGroup } from '../live/kinds'

export interface TreeRow {
  layer: Layer
  /** How many groups it is in. */
  depth: number
}

/** Layers from the front to the back, each group before its members; members of collapsed groups are left out. */
export function treeRows(layers: Layer[], isCollapsed: (id: string) => boolean): TreeRow[] {
  const ids = new Set(layers.map((l) => l.id))
  const members = new Map<string, Layer[]>()
  for (const layer of layers) {
    const group = layer.group && ids.has(layer.group) ? layer.group : ''
    members.set(group, [...(members.get(group) ?? []), layer])
  }
  const rows: TreeRow[] = []
  const add = (group: string, depth: number) => {
    for (const layer of [...(members.get(group) ?? [])].reverse()) {
      rows.push({ layer, depth })
      if (isGroup(layer) && !isCollapsed(layer.id)) add(layer.id, depth + 1)
    }
  }
  add('', 0)
  return rows
}
