import { HeardSamples, SAMPLE_RATE, sampleOf } from './samples'
import { useSounds } from '../stores/soundStore'

/** What is played: from a frame on, over and over between two frames. */
export interface Stretch {
  rate: string
  from: number
  start: number
  end: number
  speed: number
  once: boolean
}

/** How far ahead sound is put in line, and how soon it begins, in seconds. */
const AHEAD = 0.6
const LEAD = 0.06
const LOOK_MS = 120

/** How long a frame that is stepped onto is heard, at least, and how it is faded at its ends, in seconds. */
const SNIPPET = 0.08
const FADE = 0.004

/** Plays what is heard of a graphic, sample by sample; while it does, its clock is the one that pictures follow. */
export class SoundPlayer {
  private readonly context: AudioContext
  private readonly samples: HeardSamples
  private readonly out: GainNode
  private nodes: { node: AudioBufferSourceNode; until: number }[] = []
  private running: { stretch: Stretch; anchor: number; key: string; line: number } | null = null
  private timer: number | undefined
  private snippet: { node: AudioBufferSourceNode; gain: GainNode } | null = null
  private scrubbed = 0

  constructor() {
    // At the rate of the samples nothing is resampled, so that pieces join without a seam.
    this.context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' })
    this.samples = new HeardSamples(this.context)
    this.out = this.context.createGain()
    this.out.connect(this.context.destination)
    useSounds.subscribe(({ muted }) => (this.out.gain.value = muted ? 0 : 1))
    this.out.gain.value = useSounds.getState().muted ? 0 : 1
  }

  /** Fetches the beginning, so that it is there when it is wanted. */
  prepare(key: string) {
    void this.samples.from(key, 0)
  }

  /** Frames that have been heard since the start; null while no sound runs. */
  passed(): number | null {
    if (!this.running) return null
    const { stretch, anchor } = this.running
    const heard = this.context.currentTime - (this.context.outputLatency || 0)
    return heard < anchor ? null : (heard - anchor) * framesPerSecond(stretch.rate) * stretch.speed
  }

  /** Begins to play. The pictures run already: sound sets in where they will be by then. */
  async play(stretch: Stretch, passedByNow: () => number) {
    this.stop()
    const wanted = {}
    this.wanted = wanted
    const key = useSounds.getState().sounding?.key
    if (!key) return
    await Promise.all([this.context.resume(), this.samples.from(key, sampleOf(stretch.from, stretch.rate))])
    if (this.wanted !== wanted || this.context.state !== 'running') return
    const passed = passedByNow()
    const begin = this.context.currentTime + LEAD
    // Where frame "from" would have been heard, had there been sound from the start; on the grid of samples.
    const latency = this.context.outputLatency || 0
    const anchor = onGrid(this.context.currentTime - latency - passed / (framesPerSecond(stretch.rate) * stretch.speed))
    this.running = { stretch, anchor, key, line: Math.max(0, begin - anchor) }
    this.timer = window.setInterval(() => void this.look(), LOOK_MS)
    void this.look()
  }

  private wanted: object | null = null
  private looking = false

  stop() {
    this.wanted = null
    this.running = null
    window.clearInterval(this.timer)
    for (const { node } of this.nodes) quiet(node)
    this.nodes = []
  }

  /** Lets a frame be heard that the playhead has come to. */
  async scrub(frame: number, rate: string) {
    const key = useSounds.getState().sounding?.key
    const mine = ++this.scrubbed
    // What is stepped ends what played, also where the page has not yet come to say so.
    this.stop()
    if (!key || useSounds.getState().muted) return
    await this.context.resume()
    const piece = await this.samples.from(key, sampleOf(frame, rate))
    if (mine !== this.scrubbed || !piece || this.running) return
    this.hush()
    const length = Math.max(SNIPPET, 1 / framesPerSecond(rate))
    const node = this.context.createBufferSource()
    const gain = this.context.createGain()
    node.buffer = piece.buffer
    node.connect(gain).connect(this.out)
    const now = this.context.currentTime
    gain.gain.setValueAtTime(0, now)
    gain.gain.linearRampToValueAtTime(1, now + FADE)
    gain.gain.setValueAtTime(1, now + length - FADE)
    gain.gain.linearRampToValueAtTime(0, now + length)
    node.start(now, piece.offset / SAMPLE_RATE, length)
    this.snippet = { node, gain }
  }

  private hush() {
    if (!this.snippet) return
    const { node, gain } = this.snippet
    const now = this.context.currentTime
    gain.gain.cancelScheduledValues(now)
    gain.gain.setTargetAtTime(0, now, FADE / 3)
    quiet(node, now + FADE * 2)
    this.snippet = null
  }

  /** Puts what comes next in line. */
  private async look() {
    const run = this.running
    if (!run || this.looking) return
    this.looking = true
    try {
      const key = useSounds.getState().sounding?.key
      if (key && key !== run.key) this.change(run, key)
      while (this.running === run && run.anchor + run.line < this.context.currentTime + AHEAD) {
        if (!(await this.next(run))) return
      }
      const now = this.context.currentTime
      this.nodes = this.nodes.filter((n) => n.until > now)
    } finally {
      this.looking = false
    }
  }

  /** The graphic sounds otherwise now: what is in line is taken back, from a moment on. */
  private change(run: NonNullable<typeof this.running>, key: string) {
    run.key = key
    const from = this.context.currentTime + LEAD
    run.line = Math.max(0, Math.min(run.line, from - run.anchor))
    for (const { node } of this.nodes) quiet(node, from)
  }

  /** Puts one piece in line. False at the end. */
  private async next(run: NonNullable<typeof this.running>): Promise<boolean> {
    const { stretch, anchor } = run
    const perSecond = framesPerSecond(stretch.rate) * stretch.speed
    const length = stretch.end - stretch.start + 1
    // Frames since the stretch's own start, over all its rounds.
    const along = stretch.from - stretch.start + run.line * perSecond
    const round = Math.floor(along / length + 1e-9)
    if (stretch.once && round > 0) return false
    const sample = Math.round(
      sampleOf(stretch.start, stretch.rate) + ((along - round * length) / framesPerSecond(stretch.rate)) * SAMPLE_RATE,
    )
    const left = sampleOf(stretch.end + 1, stretch.rate) - sample
    const piece = left > 0 ? await this.samples.from(run.key, sample) : null
    if (this.running !== run) return false
    const count = piece ? Math.min(piece.count, left) : Math.max(1, left)
    const at = anchor + run.line
    const seconds = count / SAMPLE_RATE / stretch.speed
    if (piece) {
      const late = Math.max(0, this.context.currentTime - at)
      if (late < seconds) {
        const node = this.context.createBufferSource()
        node.buffer = piece.buffer
        node.playbackRate.value = stretch.speed
        node.connect(this.out)
        node.start(
          Math.max(at, this.context.currentTime),
          piece.offset / SAMPLE_RATE + late * stretch.speed,
          count / SAMPLE_RATE - late * stretch.speed,
        )
        this.nodes.push({ node, until: at + seconds })
      }
    }
    // At the end of a round the next begins where the pictures do, so that rounding never adds up.
    run.line = count >= left ? ((round + 1) * length - (stretch.from - stretch.start)) / perSecond : run.line + seconds
    return true
  }
}

function quiet(node: AudioBufferSourceNode, at = 0) {
  try {
    node.stop(at)
  } catch {
    // It has not begun, or has ended.
  }
}

const onGrid = (seconds: number) => Math.round(seconds * SAMPLE_RATE) / SAMPLE_RATE

function framesPerSecond(rate: string): number {
  const [up, down = 1] = rate.split('/').map(Number)
  return up! / down
}

let made: SoundPlayer | null = null

/** The player of this page, made when it is first needed: browsers allow sound only once somebody has pressed something. */
export const player = () => (made ??= new SoundPlayer())
