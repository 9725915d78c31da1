import { sayMeans } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import { requireFreshProof } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeMeans, getMeans, keepMeans, type Means } from './queries.ts'

/** Minutes that somebody has to register a means of payment on its platform. */
const minutes = 60

/**
 * Begins to put a means of payment on record: its number is typed in on a page of the platform's own, which leads back
 * here. For finance people and admins, with a fresh proof.
 */
export function openMeans(kit: Kit) {
  return async (acting: Acting, platform: string, once: Once | null): Promise<{ id: string; shownAt: string }> => {
    requireStanding(acting, 'see-to-payments', 'Adding a means of payment')
    const { key } = kit.platforms.get(platform)
    requireFreshProof(actorOf(acting.live), kit.clock.now(), 'Adding a means of payment needs you to confirm it’s you.')
    const id = newId()
    const back = `${kit.publicUrl()}/${acting.number}/money?registered=${id}`
    const begun = await kit.platforms.openMeans(key, acting.name, back)
    return changeFor(
      kit,
      acting,
      async change => {
        await change.manager.query(
          'INSERT INTO means_opening (id, business_id, person_id, platform, platform_ref, opened_at) VALUES ($1, $2, $3, $4, $5, $6)',
          [id, acting.id, acting.live.person, key, begun.ref, change.now.toString()],
        )
        change.record({
          chain: acting.id,
          what: 'means.begun',
          sentence: `${acting.live.name} began to add a means of payment on ${kit.platforms.get(key).name}.`,
        })
        return { id, shownAt: begun.shownAt }
      },
      once,
    )
  }
}

interface Opening {
  platform: string
  ref: string
}

/** Puts on record what was registered there: its name, its last digits and how long it is good. Said twice it is one. */
export function registerMeans(kit: Kit) {
  return async (acting: Acting, opening: string): Promise<Means> => {
    requireStanding(acting, 'see-to-payments', 'Adding a means of payment')
    const since = kit.clock.now().subtract({ minutes }).toString()
    const [begun] = (await kit.database.query(
      'SELECT platform, platform_ref AS ref FROM means_opening WHERE id = $1 AND business_id = $2 AND person_id = $3 AND opened_at > $4',
      [opening, acting.id, acting.live.person, since],
    )) as Opening[]
    if (!begun)
      throw new Problem(
        'means.unknown',
        'You began no such means of payment within the last hour. Begin again, under Money.',
      )
    const { name } = kit.platforms.get(begun.platform)
    const there = await kit.platforms.findMeans(begun.platform, begun.ref)
    if (!there)
      throw new Problem('means.not-yet', `${name} knows nothing of it yet: finish on its page, then come back.`)
    return changeFor(kit, acting, async change => {
      const of = { business: acting.id, person: acting.live.person, platform: begun.platform }
      const kept = await keepMeans(change, of, there)
      change.record({
        chain: acting.id,
        what: 'means.added',
        sentence: `${acting.live.name} added ${sayMeans(kept)} on ${name}.`,
        data: { means: kept.id },
      })
      return kept
    })
  }
}

/** Takes a means of payment off the record. One that something is or is to be paid with stays: `means.in-use`. */
export function removeMeans(kit: Kit) {
  return async (acting: Acting, handle: string): Promise<{ result: string }> => {
    requireStanding(acting, 'see-to-payments', 'Removing a means of payment')
    return changeFor(kit, acting, async change => {
      const means = await getMeans(change.manager, acting, handle)
      change.requireFreshProof('Removing a means of payment needs you to confirm it’s you.')
      const used = (await change.manager.query(
        `SELECT asset.name FROM asset WHERE means_id = $1
         UNION SELECT asset.name FROM billing_change planned JOIN asset ON asset.id = planned.asset_id WHERE planned.means_id = $1 AND planned.state IN ('planned', 'asking')
         UNION SELECT asset.name FROM billing_proposal asked JOIN proposal ON proposal.id = asked.proposal_id AND proposal.state = 'open'
           JOIN asset ON asset.id = asked.asset_id WHERE asked.means_id = $1 ORDER BY 1 LIMIT 20`,
        [means.id],
      )) as { name: string }[]
      if (used.length > 0)
        throw new Problem(
          'means.in-use',
          `${sayMeans(means)} pays, or is to pay, for ${used.map(one => one.name).join(', ')}. Have that paid with another one first.`,
        )
      await changeMeans(change, means.id, { removedAt: change.now })
      change.record({
        chain: acting.id,
        what: 'means.removed',
        sentence: `${acting.live.name} removed ${sayMeans(means)}.`,
        data: { means: means.id },
      })
      return { result: `${sayMeans(means)} is off the record. It stays registered on its platform.` }
    })
  }
}
