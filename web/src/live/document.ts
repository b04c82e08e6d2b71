/** The document as the server sends it. Its rules are the core's; here it is only shown. */

export type ChannelValue = number | number[] | string

export interface Keyframe {
  at: number
  value: ChannelValue
  feel?: string
}

export type Channel = ChannelValue | { keys: Keyframe[] }

export interface Layer {
  kind: 'plate' | 'type' | 'picture'
  id: string
  name: string
  field?: string
  hangsFrom?: string
  hidden?: boolean
  locked?: boolean
  text?: string
  family?: string
  weight?: number
  align?: 'left' | 'centre' | 'right'
  asset?: string
  channels: Record<string, Channel>
}

export interface Phases {
  arrive: number
  hold: number
  leave: number
}

export interface Graphic {
  hang: number
  name: string
  kind: string
  width: number
  height: number
  rate: string
  phases: Phases
  assets: Record<string, { name: string; type: string; width: number; height: number }>
  layers: Layer[]
}

export interface KeyPlace {
  layer: string
  channel: string
  at: number
}

export const totalFrames = (phases: Phases) => phases.arrive + phases.hold + phases.leave

/** The keyframes of a channel; none when it is constant or not mentioned. */
export const keysIn = (channel: Channel | undefined): Keyframe[] =>
  typeof channel === 'object' && !Array.isArray(channel) ? channel.keys : []

export const keysOf = (layer: Layer, channel: string) => keysIn(layer.channels[channel])
