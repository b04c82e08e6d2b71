import type { Role } from './session'

/** What each role is for. */
export const roles: { value: Role; label: string; may: string }[] = [
  { value: 'viewer', label: 'Viewer', may: 'looks at everything and takes files that are done' },
  { value: 'editor', label: 'Editor', may: 'fills pieces and rosters, and hands off' },
  { value: 'designer', label: 'Designer', may: 'makes and changes graphics, and lets others in' },
]

export const roleLabel = (role: Role) => roles.find((r) => r.value === role)!.label
