/** "fromMiddle" as "From middle". */
export function inWords(name: string): string {
  const words = name.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
  return words[0]!.toUpperCase() + words.slice(1)
}
