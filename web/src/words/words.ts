import { IntlMessageFormat } from 'intl-messageformat'
import type catalogue from './de.json'

/** Every text of the interface: in English, as an ICU message. */
export type Message = keyof typeof catalogue

/** A sentence of the core: its form, an ICU message, and what fills it. */
export interface Said {
  form: string
  holes: Hole[]
}

/** A number, somebody's own words, a word of the core's, or another sentence. */
type Hole = number | string | { term: string } | Said

type Values = Record<string, unknown>

let tag = 'en'
let texts: Partial<Record<string, string>> = {}
const made = new Map<string, IntlMessageFormat>()

/** Says in which language texts are from now on. It is called before anything is drawn, and not again: another language is another page. */
export function speak(language: string, its: Record<string, string>) {
  tag = language
  texts = its
  made.clear()
}

/** A text of the interface, in the language that is spoken here. */
export const t = (message: Message, values?: Values): string => said(message, values)

/** A text that the core wrote, such as the title of an arrival, in the language that is spoken here; as it came where the catalogue lacks it. */
export function said(message: string, values?: Values): string {
  const text = texts[message] ?? message
  if (!values) return text
  let format = made.get(text)
  if (!format) made.set(text, (format = new IntlMessageFormat(text, tag, undefined, { ignoreTag: true })))
  return format.format(Object.fromEntries(Object.entries(values).map(([name, value]) => [name, written(value)]))) as string
}

/** A sentence of the core, in the language that is spoken here. */
export const say = (sentence: Said): string => said(sentence.form, Object.fromEntries(sentence.holes.map((hole, i) => [i, filled(hole)])))

const filled = (hole: Hole) => (typeof hole !== 'object' ? hole : 'term' in hole ? said(hole.term) : say(hole))

// Numbers stay numbers only for what depends on them: everywhere else they are shown as they are.
const written = (value: unknown) => (value === null || value === undefined || value === false ? '' : (value as string | number))

/** Whether another language than the core's is spoken here. */
export const isPut = () => tag !== 'en'
