import { t } from '../words/words' /** Kinds of graphics and formats, as people say them. */
export const kinds = [
  { value: 'lowerThird', label: t('Lower third') },
  { value: 'title', label: t('Title') },
  { value: 'logoSting', label: t('Logo sting') },
  { value: 'button', label: t('Button') },
  { value: 'callout', label: t('Callout') },
  { value: 'stinger', label: t('Stinger') },
  { value: 'bug', label: t('Bug') },
  { value: 'credits', label: t('Credits') },
  { value: 'countdown', label: t('Countdown') },
]

export const sizes: [number, number][] = [
  [1920, 1080],
  [1280, 720],
  [2560, 1440],
  [3840, 2160],
  [1080, 1080],
  [1080, 1920],
]

const decimals: Record<string, string> = { '24000/1001': '23.976', '30000/1001': '29.97', '60000/1001': '59.94' }

export const rateLabel = (rate: string) => t('{value} fps', { value: decimals[rate] ?? rate })
