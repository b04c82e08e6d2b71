/** A sentence of the core with holes, as it is in another language. */
interface Form {
  pattern: RegExp
  other: string
  letters: number
}

const hole = /\{(\d)\}/g

/** Fewer letters would fit anything. */
const FEWEST = 6

/** So few are enough where it is known that the core wrote the text: "Opacity of Plate". */
const FEWEST_OF_CORE = 2

/** How deep a sentence may be in another. */
const DEEPEST = 3

/**
 * Puts sentences that the core has filled into another language: each is known by its form. What was filled in is put over too where it is known, and stays
 * as it is else.
 */
export class Sentences {
  private readonly forms: Form[]
  private readonly found = new Map<string, string>()

  constructor(
    private readonly texts: Partial<Record<string, string>>,
    sentences: string[],
  ) {
    this.forms = sentences
      .filter((s) => texts[s] !== undefined && s.search(hole) >= 0)
      .map((s) => ({ pattern: patternOf(s), other: texts[s]!, letters: s.replace(hole, '').replace(/\P{L}/gu, '').length }))
      .filter((f) => f.letters >= FEWEST_OF_CORE)
      .sort((a, b) => b.letters - a.letters)
  }

  /** The text in the other language; as it is where no form fits. */
  put(text: string, depth = 0, fewest = FEWEST): string {
    const exact = this.texts[text]
    if (exact !== undefined) return exact
    const key = `${fewest} ${text}`
    const known = this.found.get(key)
    if (known !== undefined) return known
    const put = depth < DEEPEST && /\s/.test(text) ? this.byForm(text, depth, fewest) : text
    this.found.set(key, put)
    return put
  }

  /** What a history says of an edit, or a comparison of two graphics: a few words around names, or a name and a list of labels. */
  putShort(text: string): string {
    const listed = /^(.+?: )(.+)$/.exec(text)
    const labels = listed?.[2]!.split(', ') ?? []
    return listed && labels.every((l) => this.texts[l] !== undefined)
      ? listed[1] + labels.map((l) => this.texts[l]).join(', ')
      : this.put(text, 0, FEWEST_OF_CORE)
  }

  private byForm(text: string, depth: number, fewest: number): string {
    for (const form of this.forms) {
      if (form.letters < fewest) break
      const filled = form.pattern.exec(text)
      if (filled) return form.other.replace(hole, (_, at: string) => this.put(filled.groups![`v${at}`]!, depth + 1))
    }
    return text
  }
}

const patternOf = (sentence: string) => {
  const parts = sentence.split(hole)
  const source = parts.map((part, i) => (i % 2 === 0 ? part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&') : `(?<v${part}>.*?)`)).join('')
  return new RegExp(`^${source}$`, 's')
}
