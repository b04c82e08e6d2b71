/** The languages that Hang speaks, each in its own words. */
export const languages = [
  { value: 'en', label: 'English' },
  { value: 'de', label: 'Deutsch' },
] as const

type Language = (typeof languages)[number]['value']

const KEPT = 'hang-language'

const known = (tag: string | null | undefined): Language | undefined => languages.find((l) => l.value === tag?.split('-')[0])?.value

/** The language of this browser: the one that was chosen in Hang, or the first of the browser's that Hang speaks. */
export const languageHere = (): Language =>
  known(localStorage.getItem(KEPT)) ?? navigator.languages.map(known).find((l) => l !== undefined) ?? 'en'

/** Chooses a language for this browser. Texts are drawn with the page, so it is opened anew. */
export function choose(language: string) {
  localStorage.setItem(KEPT, language)
  window.location.reload()
}

const catalogues: Record<Exclude<Language, 'en'>, () => Promise<{ default: Record<string, string> }>> = { de: () => import('./de.json') }

/** The texts of a language; none for English, in which the catalogue's keys are. */
export const textsOf = async (language: Language): Promise<Record<string, string>> =>
  language === 'en' ? {} : (await catalogues[language]()).default
