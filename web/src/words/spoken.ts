import { isPut, said } from './words'

/** What of the core's answers people read. */
const read = new Set(['title', 'label', 'meaning', 'message', 'remedy', 'verdict', 'problem'])

/** An answer of the server with what people read of it in the language that is spoken here. */
export function spoken<T>(answer: T, besides: string[] = []): T {
  if (!isPut()) return answer
  const walk = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(walk)
    if (value === null || typeof value !== 'object') return value
    return Object.fromEntries(
      Object.entries(value).map(([name, of]) => [
        name,
        typeof of === 'string' ? (read.has(name) || besides.includes(name) ? said(of) : of) : walk(of),
      ]),
    )
  }
  return walk(answer) as T
}
