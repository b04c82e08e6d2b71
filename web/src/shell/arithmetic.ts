import { t } from '../words/words'

/** A number as a person types it into a field. */
export type Typed = { value: number } | { why: string }

/**
 * Reads what is typed into a number field: a number with or without its unit, a sum such as 1920/2 - 40, a change of what is there (+= 5, -= 5, *= 2, /= 2), or a part of it (50% of
 * what is there, unless the field itself is in per cent).
 * @param now What is there.
 * @param unit The unit that may stand behind numbers, such as px; "%" where the field is in per cent.
 */
export function readNumber(text: string, now: number, unit = ''): Typed {
  const plain = text
    .trim()
    .replace(/−/g, '-')
    .replace(/×/g, '*')
    .replace(/÷/g, '/')
    .replace(/(\d),(\d)/g, '$1.$2')
  if (plain === '') return { why: t('Nothing was typed.') }
  const change = /^([+\-*/])=(.*)$/.exec(plain)
  const found = sum(change ? change[2]! : plain, now, unit)
  if (found === null) return { why: `“${text.trim().slice(0, 40)}” is no number. Type one such as 12.5, or 1920/2, += 10, 50%.` }
  const value = !change
    ? found
    : change[1] === '+'
      ? now + found
      : change[1] === '-'
        ? now - found
        : change[1] === '*'
          ? now * found
          : now / found
  return Number.isFinite(value) ? { value } : { why: t('“{value}” comes to no number.', { value: text.trim().slice(0, 40) }) }
}

/** A sum with its brackets; null where it is none. */
function sum(text: string, now: number, unit: string): number | null {
  const tokens = text.match(/\d+\.?\d*(?:e[+-]?\d+)?|\.\d+|[-+*/()%]|[^\d\s\-+*/()%.]+/gi) ?? []
  if (tokens.join('') !== text.replace(/\s+/g, '')) return null
  let at = 0
  const term = (): number | null => {
    const token = tokens[at++]
    if (token === '-' || token === '+') {
      const inner = term()
      return inner === null ? null : token === '-' ? -inner : inner
    }
    if (token === '(') {
      const inner = adds()
      return tokens[at++] === ')' ? inner : null
    }
    if (token === undefined || !/^[\d.]/.test(token)) return null
    const number = Number(token)
    if (tokens[at] === '%') {
      at++
      return unit === '%' ? number : (number / 100) * now
    }
    // A unit says nothing new; another one is no part of a number.
    if (tokens[at] !== undefined && !/^[-+*/()]$/.test(tokens[at]!))
      return unit !== '' && tokens[at++]!.toLowerCase() === unit.toLowerCase() ? number : null
    return number
  }
  const binds = (next: () => number | null, signs: string): number | null => {
    let left = next()
    while (left !== null && at < tokens.length && signs.includes(tokens[at]!)) {
      const sign = tokens[at++]
      const right = next()
      left = right === null ? null : sign === '*' ? left * right : sign === '/' ? left / right : sign === '+' ? left + right : left - right
    }
    return left
  }
  const multiplies = () => binds(term, '*/')
  const adds = (): number | null => binds(multiplies, '+-')
  const found = adds()
  return at === tokens.length ? found : null
}
