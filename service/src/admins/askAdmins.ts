import { sayList, withReason } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { openProposal } from '../proposals/queries.ts'
import { adminAskLetter } from './adminAskLetters.ts'
import { decidersAmong } from './deciders.ts'
import { keepAdminAsk, type AdminAsk } from './records.ts'
import { sayAdminAsk } from './sayAdminAsk.ts'

/** Asks the other admins of a business for a yes: those who can decide it are told at once. */
export async function askAdmins(
  change: Change,
  business: Pick<Acting, 'id' | 'name' | 'number' | 'zone' | 'proposalDays'>,
  ask: AdminAsk,
  reason: string,
): Promise<{ result: string; proposal: string }> {
  const { person, name, address } = change.actor!
  const proposal = await openProposal(change, {
    kind: 'admin-ask',
    businessId: business.id,
    note: reason,
    sentBy: person,
    days: ask.wants === 'undo' ? business.proposalDays : secondHasDays,
    zone: business.zone,
  })
  await keepAdminAsk(change, proposal.id, ask)
  const said = sayAdminAsk(ask, business.name)
  change.record({
    chain: business.id,
    what: 'admin-ask.sent',
    sentence: withReason(`${name} asked to ${said}`, reason),
    ...about(ask),
    data: { proposal: proposal.id },
  })
  const deciders = await decidersAmong(change.manager, business.id, person, ask)
  for (const to of deciders)
    await change.mail(adminAskLetter(to, business, { id: person, name, address }, said, reason, proposal.id))
  const names = sayList(
    deciders.map(admin => admin.name),
    'or',
  )
  return { result: `Asked to ${said}. It waits for ${names || 'another admin'}.`, proposal: proposal.id }
}

/** Days that a second admin has to agree. */
const secondHasDays = 3

/** Whom it concerns, where it is about one of the admins, or who shall be one. */
function about(ask: AdminAsk): { about?: string } {
  if (ask.wants === 'undo') return { about: ask.undoes.person.id }
  return ask.wants === 'standing' ? { about: ask.person.id } : {}
}
