/** Kinds of graphics and formats, as people say them. */
export const kinds = [
  { value: 'lowerThird', label: 'Lower third' },
  { value: 'title', label: 'Title' },
  { value: 'logoSting', label: 'Logo sting' },
  { value: 'button', label: 'Button' },
  { value: 'callout', label: 'Callout' },
  { value: 'stinger', label: 'Stinger' },
  { value: 'bug', label: 'Bug' },
  { value: 'credits', label: 'Credits' },
  { value: 'countdown', label: 'Countdown' },
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

export const rateLabel = (rate: string) => `${decimals[rate] ?? rate} fps`
