import { Flex } from '@chakra-ui/react'
import type { Schemas } from '../api/client'
import { useFamilies } from '../api/fonts'
import { useDocument } from '../stores/documentStore'
import { useOfLayer } from '../stores/ofLayer'
import { Tick } from '../shell/Tick'
import { t } from '../words/words'
import { isWords } from '../live/kinds'

/** What the registered tags do; sets and variants have no words of their own (OpenType 1.9, registered features). */
const names: Record<string, string> = {
  liga: t('Ligatures'),
  dlig: t('Rare ligatures'),
  hlig: t('Old ligatures'),
  clig: t('Ligatures by context'),
  calt: t('Forms by context'),
  kern: t('Kerning'),
  zero: t('Slashed zero'),
  frac: t('Fractions'),
  afrc: t('Stacked fractions'),
  ordn: t('Ordinals'),
  sups: t('Superiors'),
  subs: t('Inferiors'),
  sinf: t('Inferiors in formulas'),
  smcp: t('Small capitals'),
  c2sc: t('Capitals as small ones'),
  case: t('Signs for capitals'),
  cpsp: t('Room between capitals'),
  swsh: t('Swashes'),
  salt: t('Other forms'),
  titl: t('Titling'),
}

/** Set by themselves unless they are taken away. */
const usual = ['liga', 'clig', 'calt', 'kern']

/** Numerals have a choice of their own. */
const elsewhere = ['tnum', 'pnum', 'onum', 'lnum']

/** The OpenType features of the font, each to tick. */
export function FeatureTicks({ id, choices }: { id: string; choices: Schemas['Choices'] }) {
  const { edit } = useDocument.getState()
  const families = useFamilies(choices)
  const content = useOfLayer(id, ({ content: c }) => (isWords(c) ? { family: c.family ?? 'Inter', features: c.features ?? '' } : null))
  const tags = families.find((f) => f.name === content?.family)?.features.filter((t) => !elsewhere.includes(t)) ?? []
  if (!content || tags.length === 0) return null
  const set = new Map(
    content.features.split(',').flatMap((part): [string, string][] => {
      const [tag, value = '1'] = part.trim().split(/\s+/)
      return tag ? [[tag, value]] : []
    }),
  )
  const toggle = (tag: string, on: boolean) => {
    const next = new Map(set)
    if (on === usual.includes(tag)) next.delete(tag)
    else next.set(tag, on ? '1' : '0')
    const value = [...next].map(([t, v]) => (v === '1' ? t : `${t} ${v}`)).join(', ')
    void edit({ do: 'setValue', layer: id, address: 'features', value, at: 0 })
  }
  return (
    <Flex wrap="wrap" columnGap="10px" rowGap="2px" mb="6px" role="group" aria-label={t('Features of the font')}>
      {tags.map((tag) => (
        <Tick
          key={tag}
          title={t('OpenType {tag}', { tag })}
          checked={(set.get(tag) ?? (usual.includes(tag) ? '1' : '0')) !== '0'}
          onChange={(on) => toggle(tag, on)}
        >
          {names[tag] ?? tag}
        </Tick>
      ))}
    </Flex>
  )
}
