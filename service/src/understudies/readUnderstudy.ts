import { isBefore, mayInBusiness, againAt, tellingsOf } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { sayWhoCan, type Acting } from '../businesses/acting.ts'
import { payingPeopleOf } from '../businesses/queries.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { newestSteppingIn, readUnderstudyProposals, understudyOf, type SteppingIn, type Understudy } from './records.ts'

/** Who is the understudy, who was asked, and who steps in: for those who can say no, and for the understudy. */
export async function readUnderstudy(kit: Kit, acting: Acting) {
  const { manager } = kit.database
  const understudy = await understudyOf(manager, acting.id)
  const isYou = understudy?.person.id === acting.live.person
  const canSayNo = mayInBusiness(acting.standing, 'see-to-payments')
  if (!isYou && !canSayNo)
    throw new Problem(
      'standing.not-enough',
      `That is for admins, people in finance and the understudy. ${sayWhoCan(acting)}`,
    )
  const now = kit.clock.now()
  const asked = canSayNo
    ? (await openProposals(manager, { businessId: acting.id, kind: 'understudy' })).find(one => isOpen(one, now))
    : null
  const askedOf = asked && (await readUnderstudyProposals(manager, [asked.id])).get(asked.id)!
  const newest = understudy && (await newestSteppingIn(manager, understudy.id))
  return {
    understudy: understudy && {
      name: understudy.person.name,
      address: understudy.person.address,
      isYou,
      namedBy: understudy.namedBy,
      since: understudy.since.toString(),
      days: understudy.days,
      stepsInFrom: stepsInFrom(understudy, newest, now),
    },
    asked: asked
      ? {
          proposal: asked.id,
          name: askedOf!.person.name,
          sentAt: asked.sentAt.toString(),
          lapsesAt: asked.lapsesAt.toString(),
        }
      : null,
    steppingIn: understudy && newest && !newest.ended ? await tell(kit, acting, understudy, newest) : null,
  }
}

/** From when on they can step in again, where somebody said no. */
function stepsInFrom({ days }: Understudy, newest: SteppingIn | null, now: SteppingIn['began']): string | null {
  if (newest?.outcome !== 'refused') return null
  const again = againAt(newest.ended!, days)
  return isBefore(now, again) ? again.toString() : null
}

async function tell(kit: Kit, acting: Acting, { person }: Understudy, under: SteppingIn) {
  const others = await payingPeopleOf(kit.database.manager, acting.id)
  return {
    name: person.name,
    reason: under.reason,
    began: under.began.toString(),
    becomes: under.becomes.toString(),
    tellings: tellingsOf(under.began, under.becomes).map((at, index) => ({
      at: at.toString(),
      isOut: index < under.told,
    })),
    told: others
      .filter(other => other.id !== person.id)
      .map(({ name, address, standing }) => ({ name, address, standing })),
    canSayNo: mayInBusiness(acting.standing, 'see-to-payments') && person.id !== acting.live.person,
  }
}

/** What the desk tells: whether who reads it is the understudy, and the stepping in under way, to whom it concerns. */
export async function understudyOnDesk(kit: Kit, acting: Acting) {
  const understudy = await understudyOf(kit.database.manager, acting.id)
  const isUnderstudy = understudy?.person.id === acting.live.person
  if (!understudy || !(isUnderstudy || mayInBusiness(acting.standing, 'see-to-payments')))
    return { isUnderstudy, steppingIn: null }
  const newest = await newestSteppingIn(kit.database.manager, understudy.id)
  return { isUnderstudy, steppingIn: newest && !newest.ended ? await tell(kit, acting, understudy, newest) : null }
}
