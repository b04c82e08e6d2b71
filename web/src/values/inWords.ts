import { said } from '../words/words'

/** "fromMiddle" as "From middle", in the language that is spoken here. */
export function inWords(name: string): string {
  const words = name.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
  return said(words[0]!.toUpperCase() + words.slice(1))
}
