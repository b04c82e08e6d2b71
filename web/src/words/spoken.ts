import { isPut, say, type Said } from './words'

/** What an answer of the core has beside its sentences: form and holes of each by the name of its member, as JSON in messages of the live line. */
type Beside = Record<string, Said | Said[]>

/** An answer of the server with its sentences in the language that is spoken here. */
export function spoken<T>(answer: T): T {
  return isPut() ? (walk(answer) as T) : answer
}

function walk(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(walk)
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return value
  const put = Object.fromEntries(Object.entries(value).map(([name, of]) => [name, walk(of)]))
  const { say: beside } = value as { say?: Beside | string | null }
  const sentences = typeof beside === 'string' ? (JSON.parse(beside) as Beside) : (beside ?? {})
  for (const [name, said] of Object.entries(sentences)) put[name] = Array.isArray(said) ? said.map(say) : say(said)
  return put
}
