import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { t } from '../words/words'

/** Colours by which people are told apart; all of them can be seen in both rooms. */
export const personColours = ['#2E7D6B', '#B4552D', '#6A4FA3', '#A8326B', '#2F6FB5', '#8A6D1B', '#4B7A2A', '#7A4A3A']

interface PersonHere {
  /** What this browser's person is called; empty until they say. */
  name: string
  colour: string
  set: (part: { name?: string; colour?: string }) => void
}

/** Who sits before this browser, as the others are told. */
export const usePerson = create<PersonHere>()(
  persist(
    (set) => ({
      name: '',
      colour: personColours[Math.floor(Math.random() * personColours.length)]!,
      set: (part) => set(part),
    }),
    { name: 'hang-person' },
  ),
)

/** What the others are told. */
export const introduction = () => {
  const { name, colour } = usePerson.getState()
  return { name: name.trim() || t('Somebody'), colour }
}
