import { create } from 'zustand'
import { persist } from 'zustand/middleware'

interface Walk {
  /** The step that is shown, from 0; null while nobody walks. */
  step: number | null
  /** True once it has been walked or put away: it is not offered by itself again. */
  known: boolean
  begin: () => void
  next: (steps: number) => void
  back: () => void
  end: () => void
}

/** The first walk through Hang; where somebody is on it stays in the browser. */
export const useWalk = create<Walk>()(
  persist(
    (set) => ({
      step: null,
      known: false,
      begin: () => set({ step: 0, known: true }),
      next: (steps) => set(({ step }) => ({ step: step === null || step + 1 >= steps ? null : step + 1 })),
      back: () => set(({ step }) => ({ step: step === null ? null : Math.max(0, step - 1) })),
      end: () => set({ step: null, known: true }),
    }),
    { name: 'hang-walk' },
  ),
)
