export const standings = ['member', 'finance', 'admin'] as const
export type Standing = (typeof standings)[number]

/** What can be done with a business itself. Whatever concerns an asset is decided by levels instead. */
export type BusinessAct =
  | 'see-people'
  | 'see-assets'
  | 'see-history'
  | 'bring-in-asset'
  | 'arrange-assets'
  | 'arrange-people'
  | 'end-member'
  | 'invite'
  | 'freeze'

const open: readonly BusinessAct[] = ['see-people', 'see-assets']
const allowed: Readonly<Record<Standing, readonly BusinessAct[]>> = {
  member: open,
  finance: open,
  admin: [
    ...open,
    'see-history',
    'bring-in-asset',
    'arrange-assets',
    'arrange-people',
    'end-member',
    'invite',
    'freeze',
  ],
}

export function mayInBusiness(standing: Standing, act: BusinessAct): boolean {
  return allowed[standing].includes(act)
}

/** A business always has at least one admin: whether it still would without this one. */
export function leavesAnAdmin(admins: readonly string[], leaving: string): boolean {
  return admins.some(admin => admin !== leaving)
}
