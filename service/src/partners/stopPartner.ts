import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/queries.ts'
import { adminsOf } from '../businesses/queries.ts'
import { between } from '../base/chain.ts'
import { peopleById } from '../people/queries.ts'
import { reachesThrough } from '../reach/partnersPeople.ts'

/**
 * Freezes all that goes between two businesses, or lifts what the acting one froze. Nothing is ended: lifted, all is as
 * it was. Each side has a freeze of its own, so that neither lifts the other's.
 */
export function freezePartner(kit: Kit) {
  return async (acting: Acting, partner: Business, frozen: boolean): Promise<{ result: string }> => {
    requireStanding(acting, 'freeze', frozen ? 'Freezing a partner' : 'Lifting a freeze')
    return changeFor(kit, acting, async change => {
      if (!frozen) requireForLifting(change)
      await keepFreeze(change, acting, partner, frozen)
      change.record({
        ...between(acting, partner),
        what: frozen ? 'partner.frozen' : 'partner.freeze-lifted',
        sentence: frozen
          ? `${acting.live.name} froze, for ${acting.name}, all that goes between it and ${partner.name}.`
          : `${acting.live.name} lifted, for ${acting.name}, the freeze between it and ${partner.name}.`,
      })
      for (const admin of await adminsOf(change.manager, partner.id))
        await change.mail({
          to: admin,
          subject: frozen
            ? `${acting.name} froze what goes between you and them`
            : `${acting.name} lifted the freeze between you and them`,
          body: [
            `Dear ${admin.name},`,
            frozen
              ? `${acting.live.name} froze all access between ${acting.name} and ${partner.name}. Nothing is ended: it is stopped until they lift it. Write to ${acting.live.address} if you did not expect it.`
              : `What ${acting.name} and ${partner.name} gave one another holds again, as it was.`,
          ],
        })
      const theirs = await isFrozenBy(change, partner.id, acting.id, partner.id)
      return { result: sayFrozen(partner.name, frozen, theirs) }
    })
  }
}

/** To lift a stop is to give again what was stopped. */
function requireForLifting(change: Change): void {
  change.requireFreshProof('It brings back all that was stopped, so it needs you to confirm it’s you.')
}

function sayFrozen(name: string, frozen: boolean, theirs: boolean): string {
  if (frozen) return `Frozen: nothing goes between you and ${name} any more, from this moment on. Nothing was ended.`
  return theirs
    ? `Your freeze is lifted. ${name} has one of its own: nothing goes between you until they lift it too.`
    : `Lifted: what there is between you and ${name} holds again, as it was.`
}

async function keepFreeze(change: Change, acting: Acting, partner: Business, frozen: boolean): Promise<void> {
  const pairs = [
    [acting.id, partner.id],
    [partner.id, acting.id],
  ] as const
  for (const [giver, holder] of pairs)
    await (frozen
      ? change.manager.query(
          'INSERT INTO partner_freeze (giver_id, holder_id, by_id, frozen_at, frozen_by) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING',
          [giver, holder, acting.id, change.now.toString(), acting.live.person],
        )
      : change.manager.query('DELETE FROM partner_freeze WHERE giver_id = $1 AND holder_id = $2 AND by_id = $3', [
          giver,
          holder,
          acting.id,
        ]))
}

async function isFrozenBy(change: Change, by: string, giver: string, holder: string): Promise<boolean> {
  const rows = (await change.manager.query(
    'SELECT FROM partner_freeze WHERE by_id = $1 AND giver_id = $2 AND holder_id = $3',
    [by, giver, holder],
  )) as unknown[]
  return rows.length > 0
}

/** Freezes one of a partner's people on all assets of the acting business, or lifts it. The partner is told by letter. */
export function freezePartnersPerson(kit: Kit) {
  return async (acting: Acting, partner: Business, person: string, frozen: boolean): Promise<{ result: string }> => {
    requireStanding(acting, 'freeze', frozen ? 'Freezing somebody' : 'Lifting a freeze')
    if (!(await reachesThrough(kit, acting.id, partner.id, person)))
      throw new Problem('person.unknown', `Nobody of ${partner.name} reaches your assets under that id.`)
    return changeFor(kit, acting, async change => {
      if (!frozen) requireForLifting(change)
      const { name } = (await peopleById(change.manager, [person])).get(person)!
      await (frozen
        ? change.manager.query(
            'INSERT INTO outside_freeze (person_id, business_id, frozen_at, frozen_by) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
            [person, acting.id, change.now.toString(), acting.live.person],
          )
        : change.manager.query('DELETE FROM outside_freeze WHERE person_id = $1 AND business_id = $2', [
            person,
            acting.id,
          ]))
      change.record({
        ...between(acting, partner),
        what: frozen ? 'partner.person-frozen' : 'partner.person-freeze-lifted',
        sentence: frozen
          ? `${acting.live.name} froze ${name} of ${partner.name} on all assets of ${acting.name}.`
          : `${acting.live.name} lifted the freeze of ${name} of ${partner.name} on the assets of ${acting.name}.`,
        about: person,
      })
      for (const admin of await adminsOf(change.manager, partner.id))
        await change.mail({
          to: admin,
          subject: `${acting.name} ${frozen ? 'froze' : 'lifted the freeze of'} ${name}`,
          body: [
            `Dear ${admin.name},`,
            frozen
              ? `${acting.live.name} stopped ${name} on all assets of ${acting.name}. Your others go on. Write to ${acting.live.address} about it.`
              : `${name} reaches what you put them on at ${acting.name} again.`,
          ],
        })
      return {
        result: frozen
          ? `Frozen: ${name} reaches none of your assets any more. ${partner.name} and its others go on.`
          : `Lifted: ${name} reaches what ${partner.name} put them on again.`,
      }
    })
  }
}
