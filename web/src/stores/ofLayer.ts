import type { Schemas } from '../api/client'
import { useMemo } from 'react'
import type { Layer } from '../live/document'
import { useDocument } from './documentStore'

/** Something of a layer; the component is drawn again only when that very thing has changed. Null: there is no such layer. */
export function useOfLayer<T>(id: string, pick: (layer: Layer) => T): T | null {
  const json = useDocument((s) => {
    const layer = s.graphic?.layers.find((l) => l.id === id)
    return layer ? (JSON.stringify(pick(layer)) ?? 'null') : 'null'
  })
  return useMemo(() => JSON.parse(json) as T | null, [json])
}

/** What other parts of the bench need to know of all layers to name them. */
export interface NamedLayer {
  id: string
  name: string
  kind: Layer['content']['kind']
  group?: string
}

const noLayers: Layer[] = []
const written = new WeakMap<Layer[], string>()

/** Written once for each list of layers, however many parts of the bench ask, and however often. */
function namesOf(layers: Layer[]): string {
  let json = written.get(layers)
  if (json === undefined) {
    json = JSON.stringify(layers.map(({ id, name, content, group }): NamedLayer => ({ id, name, kind: content.kind, group })))
    written.set(layers, json)
  }
  return json
}

export function useLayerNames(): NamedLayer[] {
  const json = useDocument((s) => namesOf(s.graphic?.layers ?? noLayers))
  return useMemo(() => JSON.parse(json) as NamedLayer[], [json])
}

/** The layers that have a place on the stage, so that others can hang from them; or only those that show something there. */
export function useStageLayers(contents: Schemas['ModuleInfo'][], showing = false): NamedLayer[] {
  return useLayerNames().filter((l) => {
    const content = contents.find((c) => c.name === l.kind)
    return content?.isOnStage !== false && !(showing && content?.isInvisible)
  })
}
