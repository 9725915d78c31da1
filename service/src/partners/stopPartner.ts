import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf, type Business } from '../businesses/queries.ts'
import { peopleById } from '../people/queries.ts'
import { reachesThrough } from '../reach/partnersPeople.ts'
import { frozenBy, isFrozenOutside } from './frozen.ts'

/**
 * Freezes all that goes between two businesses, or lifts what the acting one froze. Nothing is ended: lifted, all is as
 * it was. Each side has a freeze of its own, so that neither lifts the other's.
 */
export function freezePartner(kit: Kit) {
  return async (acting: Acting, partner: Business, frozen: boolean): Promise<{ result: string }> => {
    requireStanding(acting, 'freeze', frozen ? 'Freezing a partner' : 'Lifting a freeze')
    return changeFor(kit, acting, async change => {
      if (!frozen) requireForLifting(change)
      const sides = await frozenBy(change.manager, acting.id, partner.id)
      const repeated = sides.includes(acting.id) === frozen
      const theirs = sides.includes(partner.id)
      await keepFreeze(change, acting, partner, frozen)
      change.record({
        ...between(acting, partner),
        what: `partner.${frozen ? 'frozen' : 'freeze-lifted'}${repeated ? '-repeated' : ''}`,
        sentence: `${acting.live.name} ${frozen ? frozeAll(acting, partner) : liftedAll(acting, partner)}${repeated ? `; it was ${asBefore(frozen)}` : ''}.`,
      })
      if (repeated) return { result: sayRepeated(`What goes between you and ${partner.name}`, frozen) }
      for (const admin of await adminsOf(change.manager, partner.id))
        await change.mail({
          to: admin,
          subject: frozen
            ? `${acting.name} froze what goes between you and them`
            : `${acting.name} lifted the freeze between you and them`,
          body: [`Dear ${admin.name},`, tellPartner(acting, partner, frozen, theirs)],
        })
      return { result: sayFrozen(partner.name, frozen, theirs) }
    })
  }
}

/** To lift a stop is to give again what was stopped. */
function requireForLifting(change: Change): void {
  change.requireFreshProof('It brings back all that was stopped, so it needs you to confirm it’s you.')
}

const frozeAll = (acting: Acting, partner: Business) =>
  `froze, for ${acting.name}, all that goes between it and ${partner.name}`
const liftedAll = (acting: Acting, partner: Business) =>
  `lifted, for ${acting.name}, the freeze between it and ${partner.name}`

/** How things stood already, where nothing changed. */
function asBefore(frozen: boolean): string {
  return frozen ? 'frozen already' : 'not frozen'
}

function sayRepeated(what: string, frozen: boolean): string {
  return frozen ? `${what} is frozen already.` : `${what} is not frozen by you.`
}

function sayFrozen(name: string, frozen: boolean, theirs: boolean): string {
  if (frozen) return `Frozen: nothing goes between you and ${name} any more, from this moment on. Nothing was ended.`
  return theirs
    ? `Your freeze is lifted. ${name} has one of its own: nothing goes between you until they lift it too.`
    : `Lifted: what there is between you and ${name} holds again, as it was.`
}

function tellPartner(acting: Acting, partner: Business, frozen: boolean, theirs: boolean): string {
  if (frozen)
    return [
      `${acting.live.name} froze all access between ${acting.name} and ${partner.name}.`,
      `Nothing is ended: it is stopped until they lift it. Write to ${acting.live.address} if you did not expect it.`,
    ].join(' ')
  return theirs
    ? `${acting.live.name} lifted the freeze of ${acting.name}. Your own is still there: nothing goes between you until you lift it too.`
    : `What ${acting.name} and ${partner.name} gave one another holds again, as it was.`
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

/** Freezes one of a partner's people on all assets of the acting business, or lifts it. The partner is told by letter. */
export function freezePartnersPerson(kit: Kit) {
  return async (acting: Acting, partner: Business, person: string, frozen: boolean): Promise<{ result: string }> => {
    requireStanding(acting, 'freeze', frozen ? 'Freezing somebody' : 'Lifting a freeze')
    if (!(await reachesThrough(kit, acting.id, partner.id, person)))
      throw new Problem('person.unknown', `Nobody of ${partner.name} reaches your assets under that id.`)
    return changeFor(kit, acting, async change => {
      if (!frozen) requireForLifting(change)
      const did = frozen ? 'froze' : 'lifted the freeze of'
      const { name } = (await peopleById(change.manager, [person])).get(person)!
      const repeated = (await isFrozenOutside(change.manager, acting.id, person)) === frozen
      await keepPersonFreeze(change, acting, person, frozen)
      change.record({
        ...between(acting, partner),
        what: `partner.person-${frozen ? 'frozen' : 'freeze-lifted'}${repeated ? '-repeated' : ''}`,
        sentence: `${acting.live.name} ${did} ${name} of ${partner.name} on all assets of ${acting.name}${repeated ? `; they were ${asBefore(frozen)}` : ''}.`,
        about: person,
      })
      if (repeated) return { result: sayRepeated(name, frozen) }
      const whole = (await frozenBy(change.manager, acting.id, partner.id)).length > 0
      for (const admin of await adminsOf(change.manager, partner.id))
        await change.mail({
          to: admin,
          subject: `${acting.name} ${did} ${name}`,
          body: [
            `Dear ${admin.name},`,
            frozen
              ? `${acting.live.name} stopped ${name} on all assets of ${acting.name}. Your others go on. Write to ${acting.live.address} about it.`
              : `What you put ${name} on at ${acting.name} counts again${afterWhole(whole)}.`,
          ],
        })
      return {
        result: frozen
          ? `Frozen: ${name} reaches none of your assets any more. ${partner.name} and its others go on.`
          : `Lifted: what ${partner.name} put ${name} on counts again${afterWhole(whole)}.`,
      }
    })
  }
}

function afterWhole(whole: boolean): string {
  return whole ? ', once the freeze between the two businesses is lifted too' : ''
}

async function keepPersonFreeze(change: Change, acting: Acting, person: string, frozen: boolean): Promise<void> {
  await (frozen
    ? change.manager.query(
        'INSERT INTO outside_freeze (person_id, business_id, frozen_at, frozen_by) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
        [person, acting.id, change.now.toString(), acting.live.person],
      )
    : change.manager.query('DELETE FROM outside_freeze WHERE person_id = $1 AND business_id = $2', [person, acting.id]))
}
