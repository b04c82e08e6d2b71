import { IntlMessageFormat } from 'intl-messageformat'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import core from './core.gen.json'
import de from './de.json'
import { textsIn } from './sources'
import { said, speak, t } from './words'

const found = textsIn(join(import.meta.dirname, '..'))
const catalogue = de as Record<string, string>

/** Names of the values in an ICU message. */
const valuesOf = (message: string) => [...new Set([...message.matchAll(/\{(\w+)(?=[,}])/g)].map((m) => m[1]))].sort()

describe('the catalogue', () => {
  it('has every text that the interface says, and no other', () => {
    const wanted = new Set([...found.said.map((f) => f.text), ...core])
    expect([...wanted].filter((text) => !(text in catalogue))).toEqual([])
    expect(Object.keys(catalogue).filter((text) => !wanted.has(text))).toEqual([])
  })

  it('is passed by nowhere', () => {
    // The product's name is the same in every language.
    expect(found.past.filter((f) => f.text !== 'Hang')).toEqual([])
  })

  it('says the same values in each language', () => {
    for (const [text, other] of Object.entries(catalogue)) {
      if (core.includes(text)) continue
      expect(valuesOf(other), text).toEqual(valuesOf(text))
    }
  })

  it('holds messages that can be read', () => {
    for (const f of found.said) {
      new IntlMessageFormat(f.text, 'en')
      new IntlMessageFormat(catalogue[f.text]!, 'de')
    }
  })
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
