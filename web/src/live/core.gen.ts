// Printed from the core's documents and edits by ./hang generate. Do not edit.

export interface Graphic {
  hang: number
  name: string
  kind: GraphicKind
  width: number
  height: number
  rate: string
  phases: PhaseLengths
  motionBlur?: MotionBlur
  guides?: GuideLines
  palette?: Palette
  fields?: Field[]
  layers: Layer[]
  assets?: Record<string, Asset>
  sounds?: Record<string, SoundAsset>
  placed?: Record<string, Graphic>
  fonts?: Record<string, FontAsset>
}

export type GraphicKind = 'lowerThird' | 'title' | 'logoSting' | 'button' | 'callout' | 'stinger' | 'bug' | 'credits' | 'countdown'

export interface PhaseLengths {
  arrive: number
  hold: number
  leave: number
}

export interface MotionBlur {
  on: boolean
  angle: number
}

export interface GuideLines {
  upright: number[]
  level: number[]
}

export interface Palette {
  roles: string[]
  colourways: Colourway[]
  current: string
}

export interface Colourway {
  name: string
  colours: Record<string, string>
}

export interface Field {
  name: string
  fills: FieldTarget[]
  help?: string
  group?: string
  whenLong?: WhenLong
  width?: number
  mostCharacters?: number
  mostLines?: number
  mayBeEmpty?: boolean
  least?: number
  greatest?: number
  choices?: string[]
}

export interface FieldTarget {
  layer: string
  address: string
}

export type WhenLong = 'asSet' | 'fit' | 'wrap' | 'refuse'

export interface Layer {
  id: string
  name: string
  hangsFrom?: string
  group?: string
  hidden?: boolean
  locked?: boolean
  guide?: boolean
  in?: number
  out?: number
  facing?: Facing
  motionBlur?: boolean
  idles?: IdleMotion[]
  blend?: BlendMode
  matte?: Matte
  tie?: LayerTie
  position?: Keyed<[number, number]>
  scale?: Keyed<[number, number]>
  turn?: Keyed<number>
  pivot?: Keyed<[number, number]>
  opacity?: Keyed<number>
  mask?: Keyed<[number, number, number, number]>
  raise?: Keyed<number>
  shadowOnto?: 'anywhere' | 'onWhatLiesBehind'
  content: Content
  effects?: Effect[]
  masks?: Mask[]
}

export type Content =
  | Chart
  | Combination
  | Counter
  | Ellipse
  | GroupContent
  | Hook
  | Lamp
  | Line
  | PathContent
  | PictureContent
  | PlacedGraphic
  | Plate
  | Ring
  | Roll
  | SoundContent
  | Star
  | TypeContent

/** Bars, columns, a pie, a ring or a line of a list of numbers. */
export interface Chart {
  kind: 'chart'
  data?: string
  shape?: 'bars' | 'columns' | 'pie' | 'ring' | 'line'
  size?: [number, number]
  grown?: Keyed<number>
  lag?: number
  greatest?: number
  room?: number
  corners?: number
  hole?: number
  lineWidth?: number
  family?: string
  weight?: number
  align?: 'left' | 'centre' | 'right'
  typeSize?: Keyed<number>
  tracking?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  case?: 'asTyped' | 'upper' | 'lower' | 'smallCaps'
  numerals?: 'asInFont' | 'tabular' | 'proportional' | 'oldStyle' | 'tabularOldStyle'
  features?: string
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
  colour1?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  colour2?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  colour3?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  colour4?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  colour5?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  colour6?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  labels?: boolean
  figures?: boolean
  decimals?: number
  language?: 'en' | 'de' | 'fr' | 'es' | 'it' | 'pt' | 'nl' | 'sv' | 'da' | 'nb' | 'fi' | 'pl' | 'cs' | 'ja' | 'zh'
  after?: string
}

export interface Keyframe<T = unknown> {
  at: number
  value: T
  feel?: string | string[]
  tangentIn?: [number, number]
  tangentOut?: [number, number]
}

/** A value over time: constant, or keyed. */
export type Keyed<T> = T | { keys: Keyframe<T>[] }

/** What several shapes make together, filled and stroked. */
export interface Combination {
  kind: 'combination'
  of?: string[]
  how?: 'unite' | 'cut' | 'overlap' | 'exclude'
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

/** A number that counts, with a ring or a bar that empties. */
export interface Counter {
  kind: 'counter'
  runs?: 'clock' | 'value'
  from?: number
  to?: number
  by?: number
  every?: number
  start?: number
  number?: Keyed<number>
  rounding?: 'nearest' | 'down' | 'up'
  family?: string
  weight?: number
  align?: 'left' | 'centre' | 'right'
  typeSize?: Keyed<number>
  tracking?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  case?: 'asTyped' | 'upper' | 'lower' | 'smallCaps'
  numerals?: 'asInFont' | 'tabular' | 'proportional' | 'oldStyle' | 'tabularOldStyle'
  features?: string
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
  form?: 'digits' | 'thousands' | 'minutes' | 'hours' | 'currency' | 'percent' | 'words'
  decimals?: number
  leastDigits?: number
  language?: 'en' | 'de' | 'fr' | 'es' | 'it' | 'pt' | 'nl' | 'sv' | 'da' | 'nb' | 'fi' | 'pl' | 'cs' | 'ja' | 'zh'
  currency?: string
  before?: string
  after?: string
  change?: 'cut' | 'fade' | 'rise' | 'drop' | 'grow'
  changeTime?: number
  gauge?: 'none' | 'ring' | 'bar'
  gaugeSize?: Keyed<number>
  gaugeWidth?: Keyed<number>
  gaugeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  gaugeGround?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
}

/** An ellipse, filled and stroked. */
export interface Ellipse {
  kind: 'ellipse'
  size?: Keyed<[number, number]>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

/** Layers that are painted as one picture. */
export interface GroupContent {
  kind: 'group'
}

/** An invisible carrier: it shows nothing, and layers hang from it. */
export interface Hook {
  kind: 'hook'
}

/** A point of light for the shadows of raised layers. */
export interface Lamp {
  kind: 'lamp'
  height?: Keyed<number>
  softness?: Keyed<number>
  fill?: Keyed<string>
}

/** A line, an arrow or a leader with an elbow. */
export interface Line {
  kind: 'line'
  start?: Keyed<[number, number]>
  end?: Keyed<[number, number]>
  elbow?: Keyed<number>
  width?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  cap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
  startsAt?: string[]
  startGap?: Keyed<number>
  endsAt?: string[]
  endGap?: Keyed<number>
}

/** A free path of points, filled and stroked. */
export interface PathContent {
  kind: 'path'
  points?: Keyed<{ at: [number, number]; in?: [number, number]; out?: [number, number]; begins?: number }[]>
  closed?: boolean
  rule?: 'nonzero' | 'evenodd'
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

/** A picture, stretched to a size. */
export interface PictureContent {
  kind: 'picture'
  asset: string
  size?: Keyed<[number, number]>
  knockOut?: boolean
  ground?: string
  tolerance?: number
  oneColour?: Keyed<string>
}

/** A whole graphic within another. */
export interface PlacedGraphic {
  kind: 'placed'
  of: string
  filled?: [string, string][]
  colourway?: string
  length?: 'asTheLayer' | 'ownHold'
  hold?: number
  skip?: number
  cut?: boolean
  shape?: 'asItIs' | 'refitted'
}

/** A rectangle with corners and sides of its own, filled, bevelled and stroked. */
export interface Plate {
  kind: 'plate'
  size?: Keyed<[number, number]>
  corners?: Keyed<[number, number, number, number]>
  cornerCut?: 'round' | 'cut'
  lean?: Keyed<[number, number]>
  tips?: Keyed<[number, number]>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  fitTo?: string[]
  fitRoom?: Keyed<[number, number, number, number]>
  fitLeast?: Keyed<[number, number]>
  fitLeft?: boolean
  fitTop?: boolean
  fitRight?: boolean
  fitBottom?: boolean
  bevel?: Keyed<number>
  bevelStrength?: Keyed<number>
  bevelLight?: Keyed<number>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

/** A ring, an arc or a wedge, filled and stroked. */
export interface Ring {
  kind: 'ring'
  size?: Keyed<[number, number]>
  hole?: Keyed<number>
  begin?: Keyed<number>
  sweep?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

/** Headings, roles and names that roll, come in pages, or crawl. */
export interface Roll {
  kind: 'roll'
  lines?: string
  moves?: 'up' | 'pages' | 'crawl'
  pace?: 'length' | 'speed'
  speed?: number
  pageTime?: number
  family?: string
  weight?: number
  align?: 'left' | 'centre' | 'right'
  typeSize?: Keyed<number>
  tracking?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  case?: 'asTyped' | 'upper' | 'lower' | 'smallCaps'
  numerals?: 'asInFont' | 'tabular' | 'proportional' | 'oldStyle' | 'tabularOldStyle'
  features?: string
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
  rowHeight?: number
  gapHeight?: number
  between?: number
  logoHeight?: number
  headingSize?: number
  headingWeight?: number
  headingFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  roleSize?: number
  roleWeight?: number
  roleFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
}

/** A sound, heard and not seen. */
export interface SoundContent {
  kind: 'sound'
  sound: string
  gain?: Keyed<number>
  slip?: number
  fadeIn?: number
  fadeOut?: number
}

/** A star or a polygon, filled and stroked. */
export interface Star {
  kind: 'star'
  size?: Keyed<[number, number]>
  points?: number
  depth?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

/** Words in a font. */
export interface TypeContent {
  kind: 'type'
  text: Keyed<string>
  family?: string
  weight?: number
  align?: 'left' | 'centre' | 'right'
  pieces?: 'whole' | 'letter' | 'word' | 'line'
  every?: number
  order?: 'inOrder' | 'reversed' | 'fromMiddle' | 'shuffled'
  seed?: number
  leaves?: 'asItCame' | 'whole' | 'letter' | 'word' | 'line'
  leavesEvery?: number
  leavesOrder?: 'inOrder' | 'reversed' | 'fromMiddle' | 'shuffled'
  leavesSeed?: number
  typeSize?: Keyed<number>
  tracking?: Keyed<number>
  leading?: Keyed<number>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  fillOver?: 'words' | 'letter'
  case?: 'asTyped' | 'upper' | 'lower' | 'smallCaps'
  numerals?: 'asInFont' | 'tabular' | 'proportional' | 'oldStyle' | 'tabularOldStyle'
  features?: string
  fit?: 'none' | 'shrink' | 'stretch' | 'wrap'
  fitWidth?: number
  along?: string[]
  alongStart?: Keyed<number>
  alongGap?: Keyed<number>
  alongSide?: 'outside' | 'inside'
  alongBackwards?: boolean
  alongLetters?: 'turned' | 'upright'
  stripe?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  stripeRoom?: Keyed<[number, number]>
  stripeCorners?: Keyed<number>
  stroke?: Keyed<number>
  strokeFill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
  strokePlace?: 'centre' | 'inside' | 'outside'
  strokeCap?: 'butt' | 'round' | 'square'
  strokeJoin?: 'miter' | 'round' | 'bevel'
  strokeMiter?: Keyed<number>
  dashes?: [number, number]
  dashPhase?: Keyed<number>
  drawnFrom?: Keyed<number>
  drawnTo?: Keyed<number>
  drawnOffset?: Keyed<number>
  startHead?: 'none' | 'arrow' | 'dot'
  endHead?: 'none' | 'arrow' | 'dot'
  headSize?: Keyed<number>
  taper?: Keyed<[number, number]>
  taperTo?: Keyed<number>
}

export type Effect =
  | Blur
  | BrightnessContrast
  | DirectionalBlur
  | DropShadow
  | Gleam
  | GradientMap
  | Grain
  | HueSaturation
  | InnerGlow
  | InnerShadow
  | Invert
  | LongShadow
  | Mosaic
  | OuterGlow
  | Ripple
  | Tint
  | Wave

/** A Gaussian blur. */
export interface Blur {
  kind: 'blur'
  id: string
  on?: Keyed<boolean>
  radius?: Keyed<number>
  share?: Keyed<[number, number]>
}

/** Brightens or darkens, spreads or gathers the tones. */
export interface BrightnessContrast {
  kind: 'brightness'
  id: string
  on?: Keyed<boolean>
  brightness?: Keyed<number>
  contrast?: Keyed<number>
}

/** Blurs along a line. */
export interface DirectionalBlur {
  kind: 'directionalBlur'
  id: string
  on?: Keyed<boolean>
  length?: Keyed<number>
  direction?: Keyed<number>
}

/** A shadow behind. */
export interface DropShadow {
  kind: 'dropShadow'
  id: string
  on?: Keyed<boolean>
  distance?: Keyed<number>
  direction?: Keyed<number>
  softness?: Keyed<number>
  grow?: Keyed<number>
  fill?: Keyed<string>
  only?: Keyed<boolean>
}

/** A band of light runs across. */
export interface Gleam {
  kind: 'gleam'
  id: string
  on?: Keyed<boolean>
  begins?: number
  lasts?: number
  every?: number
  angle?: Keyed<number>
  width?: Keyed<number>
  softness?: Keyed<number>
  fill?: Keyed<string>
}

/** Colours by lightness. */
export interface GradientMap {
  kind: 'gradientMap'
  id: string
  on?: Keyed<boolean>
  fill?: Keyed<string | { gradient: 'linear' | 'radial' | 'sweep'; from: [number, number]; to: [number, number]; squeeze?: number; stops: { at: number; colour: string }[] }>
}

/** Noise as of film. */
export interface Grain {
  kind: 'grain'
  id: string
  on?: Keyed<boolean>
  amount?: Keyed<number>
  size?: Keyed<number>
  mono?: boolean
  every?: number
  seed?: number
}

/** Turns hues, strengthens or weakens colours, lightens or darkens. */
export interface HueSaturation {
  kind: 'hueSaturation'
  id: string
  on?: Keyed<boolean>
  hue?: Keyed<number>
  saturation?: Keyed<number>
  lightness?: Keyed<number>
}

/** Light that comes in from the edges. */
export interface InnerGlow {
  kind: 'innerGlow'
  id: string
  on?: Keyed<boolean>
  softness?: Keyed<number>
  fill?: Keyed<string>
}

/** A shadow inside the edges. */
export interface InnerShadow {
  kind: 'innerShadow'
  id: string
  on?: Keyed<boolean>
  distance?: Keyed<number>
  direction?: Keyed<number>
  softness?: Keyed<number>
  fill?: Keyed<string>
}

/** Turns light and dark round. */
export interface Invert {
  kind: 'invert'
  id: string
  on?: Keyed<boolean>
  amount?: Keyed<number>
}

/** A shadow that reaches far. */
export interface LongShadow {
  kind: 'longShadow'
  id: string
  on?: Keyed<boolean>
  length?: Keyed<number>
  direction?: Keyed<number>
  fill?: Keyed<string>
  only?: Keyed<boolean>
}

/** Blocks of one colour. */
export interface Mosaic {
  kind: 'mosaic'
  id: string
  on?: Keyed<boolean>
  size?: Keyed<[number, number]>
}

/** Light around the edges. */
export interface OuterGlow {
  kind: 'outerGlow'
  id: string
  on?: Keyed<boolean>
  softness?: Keyed<number>
  fill?: Keyed<string>
}

/** Bends in rings. */
export interface Ripple {
  kind: 'ripple'
  id: string
  on?: Keyed<boolean>
  centre?: Keyed<[number, number]>
  height?: Keyed<number>
  length?: Keyed<number>
  fades?: Keyed<number>
  phase?: Keyed<number>
  speed?: number
}

/** Makes all colours shades of one. */
export interface Tint {
  kind: 'tint'
  id: string
  on?: Keyed<boolean>
  fill?: Keyed<string>
  amount?: Keyed<number>
}

/** Bends in waves. */
export interface Wave {
  kind: 'wave'
  id: string
  on?: Keyed<boolean>
  height?: Keyed<number>
  length?: Keyed<number>
  direction?: Keyed<number>
  phase?: Keyed<number>
  speed?: number
}

export type Mask =
  | BoxMask
  | EllipseMask
  | PathMask

/** A rectangle. */
export interface BoxMask {
  kind: 'box'
  id: string
  on?: Keyed<boolean>
  combine?: 'add' | 'subtract' | 'overlap'
  inverted?: boolean
  feather?: Keyed<number>
  grow?: Keyed<number>
  opacity?: Keyed<number>
  box?: Keyed<[number, number, number, number]>
  corner?: Keyed<number>
}

/** An ellipse. */
export interface EllipseMask {
  kind: 'ellipse'
  id: string
  on?: Keyed<boolean>
  combine?: 'add' | 'subtract' | 'overlap'
  inverted?: boolean
  feather?: Keyed<number>
  grow?: Keyed<number>
  opacity?: Keyed<number>
  box?: Keyed<[number, number, number, number]>
}

/** A path of points. */
export interface PathMask {
  kind: 'path'
  id: string
  on?: Keyed<boolean>
  combine?: 'add' | 'subtract' | 'overlap'
  inverted?: boolean
  feather?: Keyed<number>
  grow?: Keyed<number>
  opacity?: Keyed<number>
  points?: Keyed<{ at: [number, number]; in?: [number, number]; out?: [number, number]; begins?: number }[]>
}

export type Facing = 'fixed' | 'along' | 'upright'

export interface IdleMotion {
  kind: IdleKind
  amplitude: number
  cycles: number
  phase?: number
  over?: IdleSpan
  seed?: number
}

export type IdleKind = 'pulse' | 'bob' | 'sway' | 'spin' | 'blink' | 'tremble'

export type IdleSpan = 'hold' | 'loop'

export type BlendMode = 'normal' | 'multiply' | 'screen' | 'overlay' | 'darken' | 'lighten' | 'colorDodge' | 'colorBurn' | 'hardLight' | 'softLight' | 'difference' | 'exclusion' | 'hue' | 'saturation' | 'color' | 'luminosity' | 'plusLighter'

export interface Matte {
  layer: string
  by?: MatteBy
  inverted?: boolean
}

export type MatteBy = 'alpha' | 'luma'

export interface LayerTie {
  across: TieAcross
  down: TieDown
  safe?: boolean
}

export type TieAcross = 'left' | 'centre' | 'right' | 'both'

export type TieDown = 'top' | 'middle' | 'bottom' | 'both'

export interface Asset {
  name: string
  type: string
  width: number
  height: number
  data?: string
  file?: string
}

export interface SoundAsset {
  name: string
  type: string
  samples: number
  channels: number
  data?: string
  file?: string
}

export interface FontAsset {
  name: string
  family: string
  weight: number
  data?: string
}

export type Edit =
  | AddAsset
  | AddColourway
  | AddKey
  | AddLayer
  | AddSound
  | AddSources
  | AlignKeys
  | AlignLayers
  | ApplyArrival
  | ApplyTake
  | BecomeAgain
  | BendPath
  | ChangeGraphic
  | ChangeLayer
  | ClearKeys
  | CombineShapes
  | CopyEffects
  | CopyMasks
  | DissolveGroups
  | DuplicateLayers
  | FitLength
  | GroupLayers
  | InsertEffect
  | InsertMask
  | MakePath
  | MakeRoles
  | MatchSize
  | MoveEffect
  | MoveIntoGroup
  | MoveKeys
  | MoveMask
  | Nudge
  | OrderField
  | OrderLayer
  | PasteKeys
  | PlaceGraphic
  | Press
  | Refit
  | RemoveEffect
  | RemoveField
  | RemoveKeys
  | RemoveLayers
  | RemoveMask
  | RenameRole
  | RenewPlaced
  | ReverseKeys
  | SetBend
  | SetFeel
  | SetField
  | SetGuides
  | SetIdles
  | SetMotionBlur
  | SetPalette
  | SetPhases
  | SetSpan
  | SetValue
  | Several
  | SlideLayers
  | SnapKeys
  | SplitLayers
  | SpreadLayers
  | StaggerKeys
  | StretchKeys
  | SwitchColourway
  | TakeApart
  | TakePalette
  | TieLayers
  | Trim
  | WrapUp

export interface AddAsset {
  do: 'addAsset'
  hash: string
  asset: Asset
}

export interface AddColourway {
  do: 'addColourway'
  name?: string
}

export interface AddKey {
  do: 'addKey'
  layer: string
  address: string
  at: number
}

export interface AddLayer {
  do: 'addLayer'
  layer: Layer
  at?: number
}

export interface AddSound {
  do: 'addSound'
  hash: string
  sound: SoundAsset
}

export interface AddSources {
  do: 'addSources'
  assets?: Record<string, Asset>
  sounds?: Record<string, SoundAsset>
  fonts?: Record<string, FontAsset>
}

export interface AlignKeys {
  do: 'alignKeys'
  keys: KeyPlace[]
  at: number
}

export interface KeyPlace {
  layer: string
  address: string
  at: number
}

export interface AlignLayers {
  do: 'alignLayers'
  layers: string[]
  by: AlignBy
  to?: AlignTo
  at?: number
  whole?: boolean
}

export type AlignBy = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom' | 'baseline' | 'capHeight'

export type AlignTo = 'themselves' | 'frame' | 'safeArea'

export interface ApplyArrival {
  do: 'applyArrival'
  layers: string[]
  kind: ArrivalKind
  leaving?: boolean
  length?: number
  distance?: number
  feel?: string
  pieces?: PieceStagger
  keep?: boolean
  every?: number
  order?: StaggerOrder
  asOne?: boolean
}

export type ArrivalKind = 'fade' | 'rise' | 'glideFromLeft' | 'glideFromRight' | 'glideFromTop' | 'glideFromBottom' | 'wipeFromLeft' | 'wipeFromRight' | 'wipeFromTop' | 'wipeFromBottom' | 'grow' | 'drop' | 'pop' | 'sharpen' | 'turnIn' | 'spread' | 'typeOn'

export interface PieceStagger {
  by: PieceKind
  every: number
  order?: PieceOrder
  seed?: number
}

export type PieceKind = 'letter' | 'word' | 'line'

export type PieceOrder = 'inOrder' | 'reversed' | 'fromMiddle' | 'shuffled'

export type StaggerOrder = 'topDown' | 'bottomUp' | 'selected'

export interface ApplyTake {
  do: 'applyTake'
  take: Take
}

export interface Take {
  values?: Record<string, string>
  colourway?: string
  hold?: number
  pictures?: Record<string, Asset>
  name?: string
}

export interface BecomeAgain {
  do: 'becomeAgain'
  graphic: Graphic
  of: string
}

export interface BendPath {
  do: 'bendPath'
  layer: string
  smooth: boolean
  at?: number
}

export interface ChangeGraphic {
  do: 'changeGraphic'
  name?: string
  kind?: GraphicKind
  width?: number
  height?: number
  rate?: string
  motionBlur?: MotionBlur
}

export interface ChangeLayer {
  do: 'changeLayer'
  layer: string
  name?: string
  hidden?: boolean
  locked?: boolean
  guide?: boolean
  hangsFrom?: string
  facing?: Facing
  blend?: BlendMode
  matte?: string
  matteBy?: MatteBy
  matteInverted?: boolean
  at?: number
}

export interface ClearKeys {
  do: 'clearKeys'
  layer: string
  address: string
  at: number
}

export interface CombineShapes {
  do: 'combineShapes'
  layers: string[]
  how: Combining
  at?: number
}

export type Combining = 'unite' | 'cut' | 'overlap' | 'exclude'

export interface CopyEffects {
  do: 'copyEffects'
  from: string
  layers: string[]
}

export interface CopyMasks {
  do: 'copyMasks'
  from: string
  layers: string[]
}

export interface DissolveGroups {
  do: 'dissolveGroups'
  layers: string[]
  at?: number
}

export interface DuplicateLayers {
  do: 'duplicateLayers'
  layers: string[]
}

export interface FitLength {
  do: 'fitLength'
  layer: string
}

export interface GroupLayers {
  do: 'groupLayers'
  layers: string[]
  at?: number
}

export interface InsertEffect {
  do: 'insertEffect'
  layers: string[]
  kind: string
  at?: number
}

export interface InsertMask {
  do: 'insertMask'
  layers: string[]
  kind: string
  at?: number
}

export interface MakePath {
  do: 'makePath'
  layers: string[]
  at?: number
}

export interface MakeRoles {
  do: 'makeRoles'
}

export interface MatchSize {
  do: 'matchSize'
  layers: string[]
  height: boolean
  at?: number
  whole?: boolean
}

export interface MoveEffect {
  do: 'moveEffect'
  layer: string
  effect: string
  to: number
}

export interface MoveIntoGroup {
  do: 'moveIntoGroup'
  layers: string[]
  group?: string
  at?: number
}

export interface MoveKeys {
  do: 'moveKeys'
  keys: KeyPlace[]
  by: number
  copy?: boolean
}

export interface MoveMask {
  do: 'moveMask'
  layer: string
  mask: string
  to: number
}

export interface Nudge {
  do: 'nudge'
  layers: string[]
  by: number[]
  at: number
  whole?: boolean
}

export interface OrderField {
  do: 'orderField'
  name: string
  to: number
}

export interface OrderLayer {
  do: 'orderLayer'
  layer: string
  to: number
}

export interface PasteKeys {
  do: 'pasteKeys'
  layers: string[]
  keys: CopiedKey[]
  at: number
}

export interface CopiedKey {
  layer: number
  address: string
  key: unknown
}

export interface PlaceGraphic {
  do: 'placeGraphic'
  key: string
  graphic: Graphic
  at?: number
}

export interface Press {
  do: 'press'
  layer: string
  at: number
  pointer?: boolean
}

export interface Refit {
  do: 'refit'
  width: number
  height: number
}

export interface RemoveEffect {
  do: 'removeEffect'
  layer: string
  effect: string
}

export interface RemoveField {
  do: 'removeField'
  name: string
}

export interface RemoveKeys {
  do: 'removeKeys'
  keys: KeyPlace[]
  at?: number
}

export interface RemoveLayers {
  do: 'removeLayers'
  layers: string[]
  at?: number
}

export interface RemoveMask {
  do: 'removeMask'
  layer: string
  mask: string
}

export interface RenameRole {
  do: 'renameRole'
  role: string
  name: string
}

export interface RenewPlaced {
  do: 'renewPlaced'
  key: string
  graphic: Graphic
}

export interface ReverseKeys {
  do: 'reverseKeys'
  keys: KeyPlace[]
}

export interface SetBend {
  do: 'setBend'
  layer: string
  at: number
  tangentIn?: number[]
  tangentOut?: number[]
}

export interface SetFeel {
  do: 'setFeel'
  keys: KeyPlace[]
  feel: string
  part?: number
}

export interface SetField {
  do: 'setField'
  field: Field
  was?: string
}

export interface SetGuides {
  do: 'setGuides'
  upright: number[]
  level: number[]
}

export interface SetIdles {
  do: 'setIdles'
  layer: string
  idles: IdleMotion[]
}

export interface SetMotionBlur {
  do: 'setMotionBlur'
  layers: string[]
  on?: boolean
}

export interface SetPalette {
  do: 'setPalette'
  palette?: Palette
}

export interface SetPhases {
  do: 'setPhases'
  phases: PhaseLengths
}

export interface SetSpan {
  do: 'setSpan'
  layer: string
  in?: number
  out?: number
}

export interface SetValue {
  do: 'setValue'
  layer: string
  address: string
  value: unknown
  at: number
  whole?: boolean
}

export interface Several {
  do: 'several'
  edits: Edit[]
}

export interface SlideLayers {
  do: 'slideLayers'
  layers: string[]
  by: number
}

export interface SnapKeys {
  do: 'snapKeys'
  keys: KeyPlace[]
  frames: number[]
}

export interface SplitLayers {
  do: 'splitLayers'
  layers: string[]
  at: number
}

export interface SpreadLayers {
  do: 'spreadLayers'
  layers: string[]
  down: boolean
  gap?: number
  at?: number
  whole?: boolean
}

export interface StaggerKeys {
  do: 'staggerKeys'
  keys: KeyPlace[]
  every: number
  order?: StaggerOrder
}

export interface StretchKeys {
  do: 'stretchKeys'
  keys: KeyPlace[]
  anchor: number
  edge: number
  to: number
}

export interface SwitchColourway {
  do: 'switchColourway'
  name: string
}

export interface TakeApart {
  do: 'takeApart'
  layers: string[]
}

export interface TakePalette {
  do: 'takePalette'
  palette?: Palette
}

export interface TieLayers {
  do: 'tieLayers'
  layers: string[]
  tie?: LayerTie
}

export interface Trim {
  do: 'trim'
  from: number
  to: number
}

export interface WrapUp {
  do: 'wrapUp'
  layers: string[]
  key: string
  name: string
}
