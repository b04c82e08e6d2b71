import type { StaggerOrder } from '../live/core.gen'
import { t } from '../words/words'

/** In which order layers follow each other. */
export const orders: { value: StaggerOrder; label: string }[] = [
  { value: 'topDown', label: t('Top down') },
  { value: 'bottomUp', label: t('Bottom up') },
  { value: 'selected', label: t('As selected') },
]
