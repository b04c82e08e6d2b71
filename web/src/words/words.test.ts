import { IntlMessageFormat } from 'intl-messageformat'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import core from './core.gen.json'
import de from './de.json'
import sentences from './sentences.gen.json'
import { textsIn } from './sources'
import { spoken } from './spoken'
import { said, say, speak, t } from './words'

const found = textsIn(join(import.meta.dirname, '..'))
const catalogue = de as Record<string, string>

/** Names of the values in an ICU message. */
const valuesOf = (message: string) =>
  [...new Set([...message.matchAll(/\{(\w+)(?=[,}])/g)].map((m) => m[1]!))].sort((a, b) => (a < b ? -1 : 1))

describe('the catalogue', () => {
  it('has every text that the interface says, and no other', () => {
    const wanted = new Set([...found.said.map((f) => f.text), ...core, ...sentences])
    expect([...wanted].filter((text) => !(text in catalogue))).toEqual([])
    expect(Object.keys(catalogue).filter((text) => !wanted.has(text))).toEqual([])
  })

  it('is passed by nowhere', () => {
    // The product's name is the same in every language.
    expect(found.past.filter((f) => f.text !== 'Hang')).toEqual([])
  })

  it('says the same values in each language', () => {
    for (const [text, other] of Object.entries(catalogue)) {
      expect(valuesOf(other), text).toEqual(valuesOf(text))
    }
  })

  it('holds messages that can be read', () => {
    for (const text of [...found.said.map((f) => f.text), ...sentences]) {
      new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true })
      new IntlMessageFormat(catalogue[text]!, 'de', undefined, { ignoreTag: true })
    }
  })
})

describe('a sentence of the core', () => {
  const plate = { form: '{0} of {1}', holes: [{ term: 'Opacity' }, 'Comb plate'] }

  it('is said by its form, with what fills it', () => {
    speak('de', catalogue)
    expect(say({ form: 'The graphic has {0} layers.', holes: [5000] })).toBe('Die Grafik hat 5000 Ebenen.')
    expect(say({ form: 'Use {0} to {1}.', holes: [0, 0.5] })).toBe('Nehmen Sie 0 bis 0.5.')
    expect(say({ form: "A name has no part '{'{0}'}'.", holes: ['{x} <b>'] })).toBe('Ein Name hat keinen Teil {{x} <b>}.')
    speak('en', {})
    expect(say({ form: "A name has no part '{'{0}'}'.", holes: ['take'] })).toBe('A name has no part {take}.')
  })

  it('has its terms and the sentences within it translated, and never somebody’s own words', () => {
    speak('de', catalogue)
    expect(say(plate)).toBe('Deckkraft von Comb plate')
    expect(say({ form: '{0} of {1}', holes: ['Opacity', 'Hide'] })).toBe('Opacity von Hide')
    expect(say({ form: 'Back to: {0}', holes: [plate] })).toBe('Zurück zu: Deckkraft von Comb plate')
    // What only sets others side by side has no words, and is in no catalogue.
    expect(say({ form: '{0}: {1}, {2}', holes: ['Comb plate', { term: 'Opacity' }, { term: 'Position' }] })).toBe(
      'Comb plate: Deckkraft, Position',
    )
    speak('en', {})
  })

  it('is beside the English of every answer, in messages as JSON', () => {
    const note = { message: 'Opacity of Comb plate', layer: 'a', say: JSON.stringify({ message: plate }) }
    const answer = {
      graphic: 'Hide',
      label: 'Opacity of Comb plate',
      says: ['Comb plate: gone', 'x'],
      say: { label: plate, says: [gone, own] },
    }
    expect(spoken([note])).toEqual([note])
    speak('de', catalogue)
    expect(spoken([note])).toMatchObject([{ message: 'Deckkraft von Comb plate', layer: 'a' }])
    expect(spoken(answer)).toMatchObject({ graphic: 'Hide', label: 'Deckkraft von Comb plate', says: ['Comb plate: weg', 'Opacity'] })
    speak('en', {})
  })

  const gone = { form: '{0}: gone', holes: ['Comb plate'] }
  const own = { form: '{0}', holes: ['Opacity'] }
})

describe('a text', () => {
  it('is in the language that is spoken, with its values and its number', () => {
    expect(t('{count, plural, one {# graphic} other {# graphics}}', { count: 1 })).toBe('1 graphic')
    expect(t('{count, plural, one {# graphic} other {# graphics}}', { count: 4 })).toBe('4 graphics')
    speak('de', catalogue)
    expect(t('{count, plural, one {# graphic} other {# graphics}}', { count: 1 })).toBe('1 Grafik')
    expect(t('Rename {name}', { name: 'Maren {x}' })).toBe('Maren {x} umbenennen')
    expect(said('What nobody has put into another language')).toBe('What nobody has put into another language')
    speak('en', {})
  })
})
