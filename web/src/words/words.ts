import { IntlMessageFormat } from 'intl-messageformat'
import type catalogue from './de.json'
import type { Sentences } from './sentences'

/** Every text of the interface: in English, as an ICU message. */
export type Message = keyof typeof catalogue

type Values = Record<string, unknown>

let tag = 'en'
let texts: Partial<Record<string, string>> = {}
let sentences: Sentences | null = null
const made = new Map<string, IntlMessageFormat>()

/** Says in which language texts are from now on. It is called before anything is drawn, and not again: another language is another page. */
export function speak(language: string, its: Record<string, string>, ofTheCore: Sentences | null = null) {
  tag = language
  texts = its
  sentences = ofTheCore
  made.clear()
}

/** A text of the interface, in the language that is spoken here. */
export const t = (message: Message, values?: Values): string => said(message, values)

/** A text that the core wrote, such as the title of an arrival, in the language that is spoken here; as it came where the catalogue lacks it. */
export function said(message: string, values?: Values): string {
  const text = texts[message] ?? message
  if (!values) return text !== message || !sentences ? text : sentences.put(message)
  let format = made.get(text)
  if (!format) made.set(text, (format = new IntlMessageFormat(text, tag)))
  return format.format(Object.fromEntries(Object.entries(values).map(([name, value]) => [name, written(value)]))) as string
}

/** What the core says of an edit or a difference, such as "Opacity of Plate", in the language that is spoken here. */
export const saidShort = (text: string): string => sentences?.putShort(text) ?? text

// Numbers stay numbers only for what depends on them: everywhere else they are shown as they are.
const written = (value: unknown) => (value === null || value === undefined || value === false ? '' : (value as string | number))

/** Whether another language than the core's is spoken here. */
export const isPut = () => sentences !== null
