/** How many admins count as few enough, unless a business sets another number. */
export const mostAdmins = { usual: 5, least: 1, most: 50 } as const

/**
 * What is worth a look about a business's admins. ALONE: there is one, and nobody acts without them. MANY: more than was set.
 * TWO: three or more, and each of them alone can do what is strongest.
 */
export type AdminFinding = 'alone' | 'many' | 'two'

export function adminFindings({
  admins,
  most,
  twoApprovals,
}: {
  readonly admins: number
  readonly most: number
  readonly twoApprovals: boolean
}): AdminFinding[] {
  const found: AdminFinding[] = []
  if (admins === 1) found.push('alone')
  if (admins > most) found.push('many')
  if (admins >= 3 && !twoApprovals) found.push('two')
  return found
}
