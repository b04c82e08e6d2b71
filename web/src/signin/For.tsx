import type { ReactNode } from 'react'
import { useMay, type Role } from './session'

/** What is only there for those who may do what a role may. */
export function For({ least, children }: { least: Role; children: ReactNode }) {
  return useMay(least) ? children : null
}
