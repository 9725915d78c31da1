import { sayCount, sayEnd, withReason } from '@famiglia/core'
import { askSecondAdmin, type ActOfTwo } from '../admins/actOfTwo.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { getMember } from '../businesses/getMember.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf } from '../proposals/kind.ts'
import { isOpen, openProposal, openProposals } from '../proposals/queries.ts'
import { endUnderstudy } from './end.ts'
import { understudy } from './kind.ts'
import { namedLetter } from './letters.ts'
import { keepUnderstudyProposal, understudyOf } from './records.ts'

export interface UnderstudyNamed {
  readonly result: string
  readonly proposal: string
}

interface Wanted {
  /** An address or an id. */
  readonly who: string
  readonly days: number
  readonly note: string | null
}

const register = registerOf([understudy])

/**
 * Asks somebody who works for the business to be its understudy. Takes a second step of who names them, and a second admin
 * where it takes two. An admin already: `understudy.admin`; somebody was asked and has not answered: `understudy.asked`.
 */
export function nameUnderstudy(kit: Kit) {
  return async (acting: Acting, wanted: Wanted, once: Once | null): Promise<UnderstudyNamed> => {
    requireStanding(acting, 'arrange-people', 'Naming an understudy')
    return changeFor(
      kit,
      acting,
      async change => {
        change.requireSecondStep('Naming an understudy needs you to confirm it’s you.')
        const person = await getNamed(change, acting, wanted.who)
        const asked = await askSecondAdmin(change, acting, {
          act: 'understudy',
          said: `name ${person.name} the understudy of ${acting.name}, after ${sayCount(wanted.days, 'day', 'days')} without a no`,
          given: { ...wanted, who: person.id },
          reason: wanted.note ?? 'so that somebody can act',
        })
        return asked ?? name(kit, change, acting, { ...wanted, who: person.id }, false)
      },
      once,
    )
  }
}

/** The same, once a second admin agreed. */
export const namingUnderstudy: ActOfTwo = {
  act: 'understudy',
  carryOut: async (kit, change, acting, given: Wanted) => (await name(kit, change, acting, given, true)).result,
}

async function getNamed(change: Change, acting: Acting, who: string) {
  const person = await getMember(change.manager, acting, who)
  if (person.standing === 'admin')
    throw new Problem('understudy.admin', `${person.name} is an admin of ${acting.name} already.`)
  const waiting = (await openProposals(change.manager, { businessId: acting.id, kind: 'understudy' })).find(one =>
    isOpen(one, change.now),
  )
  if (waiting)
    throw new Problem(
      'understudy.asked',
      `${waiting.toAddress} was asked already, and has until ${sayEnd(waiting.lapsesAt, acting.zone)}. Withdraw that first.`,
    )
  return person
}

async function name(
  kit: Kit,
  change: Change,
  acting: Acting,
  { who, days, note }: Wanted,
  byTwo: boolean,
): Promise<UnderstudyNamed> {
  const person = await getNamed(change, acting, who)
  const proposal = await openProposal(change, {
    kind: 'understudy',
    businessId: acting.id,
    toAddress: person.address,
    note,
    sentBy: acting.live.person,
    days: acting.proposalDays,
    zone: acting.zone,
  })
  await keepUnderstudyProposal(change, proposal.id, { person, days, byTwo })
  change.record({
    chain: acting.id,
    what: 'understudy.named',
    sentence: withReason(`${acting.live.name} asked ${person.name} to be the understudy of ${acting.name}`, note),
    about: person.id,
    data: { proposal: proposal.id, days },
  })
  const waits = change.now.add({ seconds: kit.config.FAMIGLIA_LETTER_WAITS_SECONDS })
  await change.mail(namedLetter(await gatherProposal(change.manager, register, proposal)), {
    proposal: proposal.id,
    notBefore: waits,
  })
  return {
    result: `${person.name} is asked to be the understudy of ${acting.name}. It waits until ${sayEnd(proposal.lapsesAt, acting.zone)}.`,
    proposal: proposal.id,
  }
}

/** Ends it: an admin does, or the understudy themself. */
export function stopBeingUnderstudy(kit: Kit) {
  return async (acting: Acting, reason: string | null): Promise<{ result: string }> =>
    changeFor(kit, acting, async change => {
      const found = await understudyOf(change.manager, acting.id)
      const own = found?.person.id === acting.live.person
      if (!own) requireStanding(acting, 'arrange-people', 'Ending an understudy')
      if (!found) throw new Problem('understudy.none', `${acting.name} has no understudy.`)
      const by = { id: acting.live.person, name: acting.live.name }
      const said = withReason(own ? `${by.name} does not want to be it any more` : `${by.name} ended it`, reason)
      await endUnderstudy(change, found, { by, said })
      return { result: `${found.person.name} is no longer the understudy of ${acting.name}.` }
    })
}
