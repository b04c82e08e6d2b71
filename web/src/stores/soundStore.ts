import { create } from 'zustand'
import type { Sounding } from '../program/messages.gen'

interface Sounds {
  /** What is heard of the open graphic; null until it is known, and for a graphic without sound. */
  sounding: Sounding | null
  /** Nothing is heard on this bench; the file has its sound either way. */
  muted: boolean
  take: (sounding: Sounding | null) => void
  toggleMuted: () => void
}

/** What is heard, as the server found it. */
export const useSounds = create<Sounds>((set) => ({
  sounding: null,
  muted: false,
  take: (sounding) => set({ sounding: sounding?.key === '' ? null : sounding }),
  toggleMuted: () => set((s) => ({ muted: !s.muted })),
}))

/** Frames in which something begins to be heard. */
export const beats = (): number[] => useSounds.getState().sounding?.beats ?? []
