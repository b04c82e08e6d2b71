import type { ChannelValue, KeyPlace, Layer, Phases } from './document'

/** An edit as the core reads it; Edit.cs says what each does. */
export type Edit =
  | { do: 'several'; edits: Edit[] }
  | { do: 'addLayer'; layer: Layer; at?: number }
  | { do: 'removeLayers'; layers: string[] }
  | { do: 'duplicateLayers'; layers: string[] }
  | { do: 'orderLayer'; layer: string; to: number }
  | ({ do: 'changeLayer'; layer: string } & Partial<
      Pick<Layer, 'name' | 'field' | 'hidden' | 'locked' | 'hangsFrom' | 'text' | 'family' | 'weight' | 'align' | 'asset'>
    >)
  | { do: 'addAsset'; hash: string; asset: { name: string; type: string; width: number; height: number } }
  | { do: 'setValue'; layer: string; channel: string; value: ChannelValue; at: number }
  | { do: 'nudge'; layers: string[]; by: [number, number]; at: number }
  | { do: 'addKey'; layer: string; channel: string; at: number }
  | { do: 'removeKeys'; keys: KeyPlace[] }
  | { do: 'moveKeys'; keys: KeyPlace[]; by: number }
  | { do: 'setFeel'; keys: KeyPlace[]; feel: string }
  | { do: 'clearKeys'; layer: string; channel: string; at: number }
  | { do: 'setPhases'; phases: Phases }
  | { do: 'changeGraphic'; name?: string; kind?: string; width?: number; height?: number; rate?: string }

export const several = (edits: Edit[]): Edit => (edits.length === 1 ? edits[0]! : { do: 'several', edits })
