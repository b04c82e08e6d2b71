import type { PlainValue } from '../live/document'
import { hexOf } from './colours'

/** A colour as documents write it, taken apart: #RRGGBB(AA), and the role that it stands for. */
export interface ColourParts {
  hex: string
  role?: string
  /** Per cent mixed with white; less than 0 with black. */
  lighter: number
  /** Per cent of the role's alpha. */
  alpha: number
}

const written = /^@([\p{L}\p{Nd}-]+)(?: (lighter|darker) ([\d.]+)%)?(?: alpha ([\d.]+)%)?$/u

/** A value of a colour: numbers from a reading, or text from the document. */
export function colourOf(value: PlainValue): ColourParts {
  const text = typeof value === 'string' ? value : hexOf(value as number[]).toUpperCase()
  const at = text.lastIndexOf('#')
  const found = written.exec(text.slice(0, Math.max(0, at)).trim())
  const shift = Number(found?.[3] ?? 0)
  return {
    hex: text.slice(at),
    ...(found && { role: found[1]! }),
    lighter: found?.[2] === 'darker' ? -shift : shift,
    alpha: Number(found?.[4] ?? 100),
  }
}

/** As documents write it. */
export function colourText({ hex, role, lighter, alpha }: ColourParts): string {
  if (!role) return hex
  const share = (n: number) => Number(n.toFixed(2))
  const shift = lighter > 0 ? ` lighter ${share(lighter)}%` : lighter < 0 ? ` darker ${share(-lighter)}%` : ''
  return `@${role}${shift}${alpha < 100 ? ` alpha ${share(alpha)}%` : ''} ${hex}`
}

/** What is typed for a colour; a role alone is enough. */
export const typedColour = (typed: string, hex: string): string =>
  typed.startsWith('@') && !typed.includes('#') ? `${typed} ${hex}` : typed
