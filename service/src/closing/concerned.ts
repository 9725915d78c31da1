import type { Change } from '../base/change.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { isPartner, partnerIds } from '../reach/findPartner.ts'

interface Told {
  readonly what: string
  /** As the histories of its partners read it. */
  readonly sentence: string
  readonly subject: string
  readonly toPeople: string
  readonly toPartners: string
  readonly button: string
}

/**
 * Tells everybody who works for a business and is not stopped there, and the admins of every partner; each partner’s history has an entry of its
 * own, so that none reads of the others. All hear of it at once where they are signed in.
 */
export async function tellOfClosing(change: Change, acting: Acting, told: Told): Promise<void> {
  const people = (await change.manager.query(
    `SELECT person.id, person.name, main.address FROM membership JOIN person ON person.id = membership.person_id
     JOIN person_address main ON main.person_id = person.id AND main.main WHERE membership.business_id = $1
       AND membership.paused_at IS NULL AND membership.frozen_at IS NULL AND person.paused_at IS NULL ORDER BY person.id`,
    [acting.id],
  )) as { id: string; name: string; address: string }[]
  const path = `/${acting.number}/desk`
  for (const to of people)
    await change.mail({
      to,
      subject: told.subject,
      body: [`Dear ${to.name},`, told.toPeople],
      button: { label: told.button, leads: { to: 'page', path } },
    })
  const partners = (await change.manager.query(`SELECT id FROM (${partnerIds}) near`, [acting.id])) as { id: string }[]
  for (const { id } of partners) {
    // Who asked for something by its number alone does not know of the business.
    if (!(await isPartner(change.manager, id, acting.id))) continue
    change.record({ chain: id, what: told.what, sentence: told.sentence, partners: [acting.number] })
    for (const to of await adminsOf(change.manager, id))
      await change.mail({ to, subject: told.subject, body: [`Dear ${to.name},`, told.toPartners] })
  }
}
