import { isBefore } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { getBusiness } from '../businesses/queries.ts'
import { endGrant } from '../grants/endGrant.ts'
import { holderOfGrant } from '../grants/holderOf.ts'
import { keepGrant, type GrantWanted } from '../grants/keepGrant.ts'
import type { GivenBy, Holder } from '../grants/parties.ts'
import { grantsById, grantsTo, type Grant } from '../grants/queries.ts'
import { grantsBelow } from '../reach/below.ts'
import { withOwners } from '../reach/held.ts'
import { targetsById } from '../reach/targets.ts'
import { assertFits, assertMarkIsFree } from './fit.ts'

/** The manager account as a holder of grants. */
export async function holderOfLinks(manager: EntityManager, under: Asset): Promise<Holder> {
  return holderOfGrant(manager, { holderKind: 'manager', holderId: under.id })
}

/**
 * The one writer of links: in force from its beginning on, in the place of the one there is between the two. Refuses a
 * loop, a seventh manager account, and a second one that may give access. What the manager's people gave because they might
 * give access ends with that.
 */
export async function keepLink(
  change: Change,
  given: GivenBy,
  under: Asset,
  wanted: Pick<GrantWanted, 'target' | 'terms' | 'mayPassOn'>,
  sentence: string | null = null,
): Promise<string> {
  const account = wanted.target.assets[0]!
  await assertFits(change.manager, account, under, change.now.toString())
  if (wanted.mayPassOn) await assertMarkIsFree(change, account, under)
  const holder = await holderOfLinks(change.manager, under)
  const { from } = wanted.terms
  const terms = { ...wanted.terms, from: from && isBefore(change.now, from) ? from : null }
  const whole = { ...wanted, terms, purpose: null, upstream: null, saysAll: true }
  const { id, before } = await keepGrant(change, given, holder, whole, sentence)
  if (before?.mayPassOn && !wanted.mayPassOn)
    await endBelow(
      change,
      given,
      await givenByMark(change.manager, before),
      `${under.name} may not give access any more`,
    )
  return id
}

/** Unlinks: what hung on it ends in the same moment. */
export async function endLink(
  change: Change,
  by: Pick<GivenBy, 'giver' | 'person' | 'by'>,
  { link, under, why }: { readonly link: Grant; readonly under: Asset; readonly why: string | null },
): Promise<void> {
  const targets = await targetsById(change.manager, [link.targetId!])
  const below = await grantsBelow(change.manager, [link.id])
  await endGrant(
    change,
    by,
    await holderOfLinks(change.manager, under),
    { grant: link, target: targets.get(link.targetId!)! },
    why,
  )
  await endBelow(
    change,
    by,
    below.map(one => one.id),
    `the account was unlinked from ${under.name}`,
  )
}

/** The link between an account and a manager account that was not ended; null where there is none. */
export async function linkBetween(manager: EntityManager, account: Asset, under: Asset): Promise<Grant | null> {
  const [link] = await grantsTo(manager, account.businessId, { kind: 'manager', id: under.id }, account.id)
  return link ?? null
}

/**
 * What was given on the strength of “may give access”: to other businesses, and by who is no admin of the manager's
 * business; its admins put its own people on an account without.
 */
export async function givenByMark(manager: EntityManager, link: Pick<Grant, 'id'>): Promise<string[]> {
  const rows = (await manager.query(
    `SELECT g.id FROM access_grant g WHERE g.upstream_id = $1 AND g.ended_at IS NULL AND (g.holder_kind = 'business' OR NOT EXISTS (
       SELECT FROM membership m WHERE m.business_id = g.business_id AND m.person_id = g.given_by AND m.standing = 'admin'))`,
    [link.id],
  )) as { id: string }[]
  const ids = rows.map(row => row.id)
  return ids.length === 0 ? [] : [...ids, ...(await grantsBelow(manager, ids)).map(one => one.id)]
}

async function endBelow(
  change: Change,
  { person, by }: Pick<GivenBy, 'person' | 'by'>,
  ids: readonly string[],
  why: string,
): Promise<void> {
  const below = await grantsById(change.manager, ids)
  const found = await targetsById(
    change.manager,
    below.map(grant => grant.targetId!),
  )
  for (const grant of below) {
    const giver = await getBusiness(change.manager, grant.businessId)
    const target = (await withOwners(change.manager, giver.id, found)).get(grant.targetId!)!
    const holder = await holderOfGrant(change.manager, grant)
    await endGrant(change, { giver, person, ...(by === undefined ? {} : { by }) }, holder, { grant, target }, why)
  }
}

/** What the manager’s side called accounts that do not go over with its manager accounts: its own, and told to nobody else. */
export async function forgetLabels(
  change: Change,
  { managers, besides }: { readonly managers: readonly string[]; readonly besides: readonly string[] },
): Promise<void> {
  await change.manager.query('DELETE FROM link_label WHERE manager_id = ANY ($1) AND asset_id <> ALL ($2)', [
    managers,
    besides,
  ])
}
