import { sayInstant, undoHolds } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Letter } from '../base/letter.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { keepAdminChange, type AdminChange, type Place } from './records.ts'

type OfBusiness = Pick<Acting, 'id' | 'name' | 'number' | 'zone'>
export type Done = Pick<AdminChange, 'person' | 'before' | 'after' | 'by' | 'reason'> & {
  /** Said of whoever accepted it themselves just now: no letter has to tell them. */
  readonly accepted?: true
}

/** `made Bea Fontaine an admin`, `made Bea Fontaine a member, who was an admin`, `ended Bea Fontaine, who was an admin`. */
export function sayDone({ person, before, after, by }: Pick<Done, 'person' | 'before' | 'after' | 'by'>): string {
  if (after === 'admin' && by.id === person.id) return 'stepped in as an admin'
  if (after === 'admin') return `made ${person.name} an admin`
  const was = before === 'admin' ? ', who was an admin' : ''
  return after === 'none' ? `ended ${person.name}${was}` : `made ${person.name} ${withArticle(after)}${was}`
}

export function withArticle(place: Place): string {
  return place === 'finance' ? 'a finance person' : place === 'admin' ? 'an admin' : 'a member'
}

/**
 * What has to be there before somebody is made an admin, lowered or ended as one: a fresh proof by more than a password
 * and a reason (`admin.reason`). To go oneself takes no reason.
 */
export function requireForAdmins(change: Change, person: string | null, said: string, reason: string | null): string {
  if (person !== null && person === change.actor?.person) {
    change.requireFreshProof(`${said} needs you to confirm it’s you.`)
    return reason ?? 'at their own wish'
  }
  change.requireSecondStep(`${said} needs you to confirm it’s you.`)
  if (reason) return reason
  throw new Problem('admin.reason', `${said} takes a reason: it is told to all admins.`, { pointer: '/note' })
}

/** Keeps what was done, so that it can be asked to be undone, and tells all admins at once, and whom it concerns. */
export async function tellAdmins(change: Change, business: OfBusiness, done: Done): Promise<void> {
  await keepAdminChange(change, business.id, {
    person: done.person.id,
    before: done.before,
    after: done.after,
    by: done.by.id,
    reason: done.reason,
  })
  const others = (await adminsOf(change.manager, business.id)).filter(admin => admin.id !== done.person.id)
  const until = sayInstant(change.now.add(undoHolds), business.zone)
  for (const to of done.accepted ? others : [...others, done.person])
    await change.mail(doneLetter(to, business, done, until))
}

function doneLetter(to: KnownPerson, business: OfBusiness, done: Done, until: string): Letter {
  const concerned = to.id === done.person.id
  const said = concerned ? sayDone({ ...done, person: { ...done.person, name: 'you' } }) : sayDone(done)
  const own = to.id === done.by.id
  return {
    to,
    subject: `${done.by.name} ${said} at ${business.name}`,
    body: [
      `Dear ${to.name},`,
      `${own ? 'You' : done.by.name} ${said} at ${business.name} just now.`,
      own
        ? `All admins are told. Until ${until} each of them, and ${done.person.name}, can ask for it to be undone.`
        : `If that should not be, ask for it to be undone, until ${until}: another admin decides then.`,
    ],
    note: { text: done.reason, from: done.by.name },
    button: {
      label: own ? 'See who are admins' : 'Ask for it to be undone',
      leads: { to: 'page', path: concerned && done.after !== 'admin' ? '/my-access' : `/${business.number}/desk` },
    },
  }
}

/** To all admins: how many of them it takes. */
export async function tellAllAdmins(
  change: Change,
  business: OfBusiness,
  subject: string,
  body: string,
): Promise<void> {
  for (const to of await adminsOf(change.manager, business.id))
    await change.mail({
      to,
      subject,
      body: [`Dear ${to.name},`, body],
      button: { label: 'To your desk', leads: { to: 'page', path: `/${business.number}/desk` } },
    })
}
