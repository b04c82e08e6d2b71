import type { StoreApi, UseBoundStore } from 'zustand'
import { useShallow } from 'zustand/react/shallow'

/** Some parts of a store; the component renders again only when one of these has changed. */
export function usePick<S, K extends keyof S>(store: UseBoundStore<StoreApi<S>>, ...keys: K[]): Pick<S, K> {
  return store(useShallow((state) => Object.fromEntries(keys.map((key) => [key, state[key]])) as Pick<S, K>))
}
