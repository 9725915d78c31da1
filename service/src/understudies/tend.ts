import { dueOf } from '@famiglia/core'
import { changeStanding } from '../admins/changeStanding.ts'
import type { Change, Listener } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { actingNow } from '../businesses/acting.ts'
import { findMembership, getBusiness, payingPeopleOf } from '../businesses/queries.ts'
import { signsInWithTwo } from '../people/queries.ts'
import { endSteppingIn, endUnderstudy } from './end.ts'
import { steppingInLetter } from './letters.ts'
import {
  businessesSteppedInto,
  closeSteppingIn,
  closeUnderstudy,
  newestSteppingIn,
  noteTold,
  understudiesAmong,
  understudyOf,
  type SteppingIn,
  type Understudy,
} from './records.ts'

class NothingDue extends Error {}

/** Tells again those who can say no, and makes those an admin whose time of silence is over. */
export function tendUnderstudies(kit: Kit) {
  return async (): Promise<void> => {
    for (const business of await businessesSteppedInto(kit.database.manager))
      try {
        await kit.change(null, change => tend(change, business), { turn: business })
      } catch (cause) {
        if (!(cause instanceof NothingDue)) throw cause
      }
  }
}

async function tend(change: Change, id: string): Promise<void> {
  const understudy = await understudyOf(change.manager, id)
  const under = understudy && (await newestSteppingIn(change.manager, understudy.id))
  if (!under || under.ended) throw new NothingDue()
  const due = dueOf({ ...under, ends: under.becomes }, change.now)
  if (due.told > under.told) return tellAgain(change, understudy, under, { told: due.told, becomes: due.ends })
  if (!due.isOver) throw new NothingDue()
  const why = await whyNotAdmin(change, understudy)
  if (why) return void (await endSteppingIn(change, understudy, { by: null, said: why, outcome: 'fell' }))
  const { person } = understudy
  await closeSteppingIn(change, under.id, { outcome: 'done', by: null, why: null })
  await closeUnderstudy(change, understudy.id)
  const business = await getBusiness(change.manager, id)
  await changeStanding(change, business, person, person, { standing: 'admin', reason: under.reason })
}

async function tellAgain(
  change: Change,
  understudy: Understudy,
  under: SteppingIn,
  due: Pick<SteppingIn, 'told' | 'becomes'>,
): Promise<void> {
  await noteTold(change, under.id, due)
  const business = await getBusiness(change.manager, understudy.business)
  const to = (await payingPeopleOf(change.manager, business.id)).filter(one => one.id !== understudy.person.id)
  for (const one of to)
    await change.mail(steppingInLetter(one, business, understudy, { ...under, becomes: due.becomes }, false))
  change.record({
    chain: business.id,
    what: 'understudy.told-again',
    sentence: `Everybody who can say no was told again that ${understudy.person.name} stepped in.`,
    about: understudy.person.id,
    by: null,
  })
}

/** Why somebody cannot be made an admin by silence; null where they can. */
async function whyNotAdmin(change: Change, { business, person }: Understudy): Promise<string | null> {
  const who = { person: person.id, name: person.name, address: person.address }
  if (!(await actingNow(change.manager, business, who))) return `${person.name} is stopped there.`
  if (!(await signsInWithTwo(change.manager, person.id)))
    return `${person.name} has no second step of signing in any more.`
  return null
}

/** Who leaves, is stopped or is made an admin by somebody steps in no longer; who leaves or is an admin is no understudy. */
export function understudiesStillGood(): Listener {
  return async (change, news) => {
    const pairs = news.flatMap(one => (one.what === 'standing' ? [one] : []))
    for (const understudy of await understudiesAmong(change.manager, pairs)) {
      const { person, business } = understudy
      const now = await findMembership(change.manager, business, person.id)
      if (!now) await endUnderstudy(change, understudy, { by: null, said: `${person.name} left.` })
      else if (now.standing === 'admin')
        await endUnderstudy(change, understudy, { by: null, said: `${person.name} was made an admin.` })
      else if (now.pausedAt || now.frozenAt)
        await endSteppingIn(change, understudy, { by: null, said: `${person.name} was stopped.`, outcome: 'fell' })
    }
  }
}
