import type { Role } from './session'
import { t } from '../words/words'

/** What each role is for. */
export const roles: { value: Role; label: string; may: string }[] = [
  { value: 'viewer', label: t('Viewer'), may: t('looks at everything and takes files that are done') },
  { value: 'editor', label: t('Editor'), may: t('fills pieces and rosters, and hands off') },
  { value: 'designer', label: t('Designer'), may: t('makes and changes graphics, and lets others in') },
]

export const roleLabel = (role: Role) => roles.find((r) => r.value === role)!.label
