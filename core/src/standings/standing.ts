export const standings = ['member', 'finance', 'admin'] as const
export type Standing = (typeof standings)[number]

export function isStanding(text: string): text is Standing {
  return (standings as readonly string[]).includes(text)
}

/** What each standing means, as it is said before somebody is given it. */
export const standingMeans: Readonly<Record<Standing, string>> = {
  member: 'Reaches only what is given to them.',
  finance:
    'Sees the bills and what is spent on every asset that has them, and can change how it is paid; changes no advert.',
  admin:
    'Can do everything: reach every asset with all figures, invite and end people, archive and hand over assets, and make or lower other admins.',
}

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
  | 'deal-with-partners'
  | 'see-to-payments'

const open: readonly BusinessAct[] = ['see-people', 'see-assets']
const allowed: Readonly<Record<Standing, readonly BusinessAct[]>> = {
  member: open,
  finance: [...open, 'see-to-payments'],
  admin: [
    ...open,
    'see-history',
    'bring-in-asset',
    'arrange-assets',
    'arrange-people',
    'end-member',
    'invite',
    'freeze',
    'deal-with-partners',
    'see-to-payments',
  ],
}

export function mayInBusiness(standing: Standing, act: BusinessAct): boolean {
  return allowed[standing].includes(act)
}

/** A business always has at least one admin: whether it still would without this one. */
export function leavesAnAdmin(admins: readonly string[], leaving: string): boolean {
  return admins.some(admin => admin !== leaving)
}
