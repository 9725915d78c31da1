import { isAddress } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { isIdText } from '../base/id-text.ts'
import { sayWhoCan, type Acting } from '../businesses/acting.ts'
import { getMember } from '../businesses/getMember.ts'
import { findMembership } from '../businesses/queries.ts'
import { holdingsOf, invitedHoldings, type Holding } from './holdings.ts'
import { partnersThrough } from './partnersPeople.ts'
import { findPersonByAddress, peopleById } from '../people/queries.ts'

/**
 * What somebody holds of the acting business's assets, told to admins, and to oneself: one of its own people, one of a
 * partner's as far as they reach them, or who is invited and has not answered. Anybody else: `person.unknown`.
 */
export async function holdingsFor(
  kit: Kit,
  acting: Acting,
  named: string,
  limit: number,
  after: string | undefined,
): Promise<{ items: Holding[]; next: string | null }> {
  const { manager } = kit.database
  const known = isIdText(named)
    ? (await peopleById(manager, [named])).get(named)
    : await findPersonByAddress(manager, named.toLowerCase())
  const isMember =
    known !== undefined && known !== null && (await findMembership(manager, acting.id, known.id)) !== null
  if (acting.standing !== 'admin' && known?.id !== acting.live.person) {
    const { name } = await getMember(manager, acting, named)
    throw new Problem(
      'standing.not-enough',
      `What ${name} reaches is told to them and to the admins of ${acting.name}. ${sayWhoCan(acting)}`,
    )
  }
  const isPartners = known && !isMember && (await partnersThrough(manager, acting.id, known.id)).length > 0
  if (known && (isMember || isPartners)) return holdingsOf(kit, known.id, acting.id, limit, after)
  const invited = isAddress(named) ? await invitedHoldings(kit, acting, named.toLowerCase()) : null
  if (invited) return { items: invited, next: null }
  throw new Problem(
    'person.unknown',
    `${isIdText(named) ? 'Nobody of that id' : named} neither works for ${acting.name}, nor is invited, nor reaches anything of it through a partner.`,
  )
}
