/** The document as the server sends it. Its rules are the core's; here it is only shown. */

export type ChannelValue = number | number[] | string

export interface Keyframe {
  at: number
  value: ChannelValue
  /** CSS easing text, or one for each component. */
  feel?: string | string[]
  tangentIn?: [number, number]
  tangentOut?: [number, number]
}

/** CSS easing text of the change after a keyframe, for one component or for the first. */
export const feelOf = (key: Keyframe, part = 0): string => (Array.isArray(key.feel) ? key.feel[part]! : (key.feel ?? 'linear'))

export type Channel = ChannelValue | { keys: Keyframe[] }

export interface Layer {
  kind: 'plate' | 'type' | 'picture' | 'hook'
  id: string
  name: string
  field?: string
  hangsFrom?: string
  hidden?: boolean
  locked?: boolean
  /** First and last frame in which the layer shows. */
  in?: number
  out?: number
  facing?: 'fixed' | 'along' | 'upright'
  motionBlur?: boolean
  idles?: IdleMotion[]
  stagger?: PieceStagger
  text?: string
  family?: string
  weight?: number
  align?: 'left' | 'centre' | 'right'
  asset?: string
  channels: Record<string, Channel>
}

export interface IdleMotion {
  kind: 'pulse' | 'bob' | 'sway' | 'spin' | 'blink' | 'tremble'
  amplitude: number
  cycles: number
  phase: number
  over: 'hold' | 'loop'
  seed: number
}

export interface PieceStagger {
  by: 'letter' | 'word' | 'line'
  every: number
  order: 'inOrder' | 'reversed' | 'fromMiddle' | 'shuffled'
  seed: number
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
  motionBlur?: { on: boolean; angle: number }
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
