import { create } from 'zustand'

/** Something that is asked before it is done. */
export interface Question {
  title: string
  text: string
  /** What the button says that does it. */
  yes: string
  act: () => void
}

interface Asking {
  question: Question | null
  ask: (question: Question) => void
  close: () => void
}

/** What is asked at the moment. */
export const useQuestion = create<Asking>((set) => ({
  question: null,
  ask: (question) => set({ question }),
  close: () => set({ question: null }),
}))
