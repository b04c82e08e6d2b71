import { useRef } from 'react'

/** Two presses within this time are a double click. */
const DOUBLE_MS = 450

/** Tells the second of two quick presses on one thing: what holds the pointer gets no double click of its own. */
export function useDoubleTap<T>(): (on: T, time: number) => boolean {
  const last = useRef<{ on: T; time: number } | null>(null)
  return (on, time) => {
    const second = last.current?.on === on && time - last.current.time < DOUBLE_MS
    last.current = second ? null : { on, time }
    return second
  }
}
