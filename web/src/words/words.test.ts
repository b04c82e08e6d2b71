import { IntlMessageFormat } from 'intl-messageformat'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import core from './core.gen.json'
import de from './de.json'
import { Sentences } from './sentences'
import sentences from './sentences.gen.json'
import { textsIn } from './sources'
import { said, speak, t } from './words'

const found = textsIn(join(import.meta.dirname, '..'))
const catalogue = de as Record<string, string>

/** Names of the values in an ICU message. */
const valuesOf = (message: string) => [...new Set([...message.matchAll(/\{(\w+)(?=[,}])/g)].map((m) => m[1]))].sort()

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
    for (const f of found.said) {
      new IntlMessageFormat(f.text, 'en')
      new IntlMessageFormat(catalogue[f.text]!, 'de')
    }
  })
})

describe('a sentence of the core', () => {
  const german = new Sentences(catalogue, sentences)

  it('is put over by its form, with what is filled in', () => {
    expect(german.put('The graphic has 5000 layers.')).toBe('Die Grafik hat 5000 Ebenen.')
    expect(german.put('The password has fewer than 12 characters.')).toBe('Das Passwort hat weniger als 12 Zeichen.')
    expect(german.put('Cut at frame 42.')).toBe('Schneiden Sie bei Frame 42.')
  })

  it('is put over in each of the ways that its parts can be', () => {
    expect(german.put('No shipped font has ☃ (U+2603).')).toBe('Keine mitgelieferte Schrift hat ☃ (U+2603).')
    expect(german.put('No shipped font has a and 3 more.')).toBe('Keine mitgelieferte Schrift hat a und 3 weitere.')
    expect(german.put('Use 10 or more.')).toBe('Nehmen Sie 10 oder mehr.')
  })

  it('is put over in a history and in a comparison, where few words are enough', () => {
    expect(german.putShort('Opacity of Comb plate')).toBe('Deckkraft von Comb plate')
    expect(german.putShort('Hide Comb plate')).toBe('Comb plate verbergen')
    expect(german.putShort('Pop off: 3 layers')).toMatch(/ab: 3 Ebenen$/)
    expect(german.putShort('Comb plate: Opacity, Position')).toBe('Comb plate: Deckkraft, Position')
    expect(german.putShort('number of frames')).toBe('Anzahl der Frames')
    expect(german.putShort('fill: number of frames')).toBe('fill: Anzahl der Frames')
    expect(german.putShort('0.2 % out of range')).toBe('0.2 % außerhalb')
    expect(german.putShort('stereo at 48 kHz, AAC (-23.1 LUFS, peak -3.0 dBTP)')).toBe(
      'Stereo mit 48 kHz, AAC (-23.1 LUFS, Spitze -3.0 dBTP)',
    )
    expect(german.putShort('Comb plate: gone')).toBe('Comb plate: weg')
    expect(german.putShort('Size: 1920 × 1080, now 1080 × 1920')).toBe('Größe: 1920 × 1080, jetzt 1080 × 1920')
    // A sentence that anybody wrote is left alone, though a form would fit it.
    expect(german.put('Keeper of the eastern hives')).toBe('Keeper of the eastern hives')
    expect(german.put('Hide Comb plate')).toBe('Hide Comb plate')
  })

  it('is put over within another, and stays as it is where nobody knows it', () => {
    expect(
      german.put(
        "Something unforeseen stopped it: The disk is full, so the file could not be written. Run it again; if it stays so, look at the server's log.",
      ),
    ).toContain('Die Platte ist voll')
    expect(german.put('Maren Oakhollow')).toBe('Maren Oakhollow')
    expect(german.put('Keeper of the eastern hives')).toBe('Keeper of the eastern hives')
  })
})

describe('a text', () => {
  it('is in the language that is spoken, with its values and its number', () => {
    expect(t('{count, plural, one {# graphic} other {# graphics}}', { count: 1 })).toBe('1 graphic')
    expect(t('{count, plural, one {# graphic} other {# graphics}}', { count: 4 })).toBe('4 graphics')
    speak('de', catalogue, new Sentences(catalogue, sentences))
    expect(said('The graphic has 7 fields.')).toBe('Die Grafik hat 7 Felder.')
    expect(t('{count, plural, one {# graphic} other {# graphics}}', { count: 1 })).toBe('1 Grafik')
    expect(t('Rename {name}', { name: 'Maren {x}' })).toBe('Maren {x} umbenennen')
    expect(said('What nobody has put into another language')).toBe('What nobody has put into another language')
    speak('en', {})
  })
})
