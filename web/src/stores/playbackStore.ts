import { create } from 'zustand'

/** What playback repeats. */
export type Loop = 'all' | 'phase' | 'range' | 'once'

export type Range = [first: number, last: number]

interface Playback {
  /** The playhead. */
  frame: number
  /** How many frames the graphic has. */
  frames: number
  playing: boolean
  loop: Loop
  speed: number
  /** First and last frame of the marked range. */
  range: Range | null
  /** Frames really shown per second while playing, and those left out to keep time. */
  reached: number
  skipped: number
  /** Frames that run by themselves while a ready-made motion is looked at; the playhead comes back afterwards. */
  rehearsal: { from: number; to: number } | null
  seek: (frame: number) => void
  /** Stops, and goes to that frame. */
  goTo: (frame: number) => void
  /** Stops, and goes so many frames on. */
  step: (by: number) => void
  play: () => void
  stop: () => void
  toggle: () => void
  repeat: (loop: Loop) => void
  setSpeed: (speed: number) => void
  /** Puts one end of the range at the playhead; the other goes along when it would lie on the wrong side. */
  mark: (end: 'start' | 'end') => void
  forgetRange: () => void
  rehearse: (rehearsal: Playback['rehearsal']) => void
  report: (reached: number, skipped: number) => void
  /** The graphic has this many frames now: playhead and range stay inside. */
  fit: (frames: number) => void
  reset: () => void
}

const fresh = { frame: 0, frames: 0, playing: false, loop: 'all', speed: 1, range: null, rehearsal: null, reached: 0, skipped: 0 } as const

/** The playhead, and how it runs. */
export const usePlayback = create<Playback>((set, get) => ({
  ...fresh,
  seek: (frame) => set((s) => ({ frame: Math.max(0, Math.min(s.frames - 1, Math.round(frame))) })),
  goTo: (frame) => {
    set({ playing: false })
    get().seek(frame)
  },
  step: (by) => get().goTo(get().frame + by),
  play: () => set({ playing: true }),
  stop: () => set({ playing: false }),
  toggle: () => set((s) => ({ playing: !s.playing })),
  repeat: (loop) => set({ loop }),
  setSpeed: (speed) => set({ speed }),
  mark: (end) =>
    set(({ frame, frames, range }) => {
      const [from, to] = range ?? [0, frames - 1]
      return { range: end === 'start' ? [frame, Math.max(frame, to)] : [Math.min(from, frame), frame], loop: 'range' }
    }),
  forgetRange: () => set((s) => ({ range: null, loop: s.loop === 'range' ? 'all' : s.loop })),
  rehearse: (rehearsal) => set({ rehearsal }),
  report: (reached, skipped) => set({ reached, skipped }),
  fit: (frames) =>
    set(({ frame, range }) => ({
      frames,
      frame: Math.min(frame, frames - 1),
      range: range && range[0] < frames ? [range[0], Math.min(range[1], frames - 1)] : null,
    })),
  reset: () => set(fresh),
}))
