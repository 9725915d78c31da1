import { isBefore, printLinking, sayEnd, sayGiven, sayList, type Fate, type Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { actingNow } from '../businesses/acting.ts'
import { adminsOf, businessesById, getBusiness, type Business } from '../businesses/queries.ts'
import { freezeGrant } from '../grants/keepGrant.ts'
import { grantsById, termsOf, type Grant } from '../grants/queries.ts'
import { endLink, forgetLabels, keepLink } from '../links/keepLink.ts'
import { sendLink } from '../links/sendLink.ts'
import { targetOfAsset } from '../reach/targets.ts'
import { unlinkedLetter } from './letters.ts'
import { nothingGiven, type Line, type Terms } from './line.ts'
import type { Handover } from './records.ts'

/** A link by which an account that does not go over hangs under a manager account that does. */
export interface Gathered {
  readonly key: string
  readonly fate: Extract<Fate, 'stays' | 'falls'>
  readonly link: Grant
  readonly account: Asset
  readonly owner: Business
  readonly under: Asset
}

/**
 * What hangs under the manager accounts of a handover and does not go along. Its owner linked it under who has the manager
 * account now: that does not hold for the new one, unless the account is the new one’s own. All of it is read, however much it
 * is: a link left over would let the new owner in.
 */
export async function gatheredUnder(manager: EntityManager, { to, assets }: Terms): Promise<Gathered[]> {
  const ids = assets.map(asset => asset.id)
  const rows = (await manager.query(
    `SELECT id FROM access_grant WHERE holder_kind = 'manager' AND holder_id = ANY ($1) AND target_id <> ALL ($1) AND ended_at IS NULL`,
    [ids],
  )) as { id: string }[]
  const links = await grantsById(
    manager,
    rows.map(row => row.id),
  )
  const accounts = new Map(
    (
      await assetsById(
        manager,
        links.map(link => link.targetId!),
      )
    ).map(asset => [asset.id, asset]),
  )
  const owners = await businessesById(
    manager,
    [...accounts.values()].map(account => account.businessId),
  )
  return links
    .map(link => {
      const account = accounts.get(link.targetId!)!
      return {
        key: `gathered/${link.id}`,
        fate: account.businessId === to.id ? ('stays' as const) : ('falls' as const),
        link,
        account,
        owner: owners.get(account.businessId)!,
        under: assets.find(asset => asset.id === link.holderId)!,
      }
    })
    .sort((one, other) => one.account.name.localeCompare(other.account.name))
}

const isOver = ({ until }: Grant, at: Instant) => until !== null && !isBefore(at, until)

export async function gatheredLines(manager: EntityManager, terms: Terms, now: Instant): Promise<Line[]> {
  const { from, to } = terms
  const live = (await gatheredUnder(manager, terms)).filter(({ link }) => !isOver(link, now))
  return live.map(({ key, fate, link, account, owner, under }) => ({
    ...nothingGiven,
    key,
    fate,
    canFall: false,
    who: `The link of ${account.name} of ${owner.name}`,
    on: under.name,
    words: [
      sayGiven(link, account.kind),
      link.hiding.length > 0 ? `hiding ${sayList(link.hiding)}` : '',
      link.until ? `until ${sayEnd(link.until, from.zone)}` : '',
    ]
      .filter(Boolean)
      .join(', '),
    why:
      fate === 'stays'
        ? 'the new owner’s own account'
        : owner.id === from.id
          ? `the account stays with ${from.name}`
          : `${to.name} asks ${owner.name} for it anew`,
    tier: link.tier,
    actions: link.actions.length,
    form: fate === 'stays' ? 'through' : 'idle',
    concerns: { kind: 'business', id: owner.id },
  }))
}

/** What becomes of them, in two parts: they end before the manager account goes over, and what stays is linked anew after. */
export async function unlinkGathered(change: Change, handover: Handover): Promise<Gathered[]> {
  const { from, to, acceptedBy } = handover
  const gathered = await gatheredUnder(change.manager, handover)
  for (const { link, owner, under } of gathered)
    await endLink(
      change,
      { giver: owner, person: acceptedBy, by: null },
      { link, under, why: `${under.name} went over from ${from.name} to ${to.name}` },
    )
  const ids = handover.assets.map(asset => asset.id)
  await forgetLabels(change, { managers: ids, besides: ids })
  return gathered
}

/** The new owner’s own accounts hang there again as signed; the owners of the others are asked, in the same words. */
export async function gatherAgain(change: Change, handover: Handover, gathered: readonly Gathered[]): Promise<void> {
  const { from, to, acceptedBy, id, signed } = handover
  const agreed = gathered.filter(one => signed.some(line => line.key === one.key))
  const stays = agreed.filter(one => one.fate === 'stays')
  const told = gathered.filter(
    ({ owner, link }) => owner.id !== from.id && owner.id !== to.id && !isOver(link, change.now),
  )
  for (const { link, account, under } of stays) {
    const given = { giver: to, person: acceptedBy, by: null, proposal: id }
    const again = await keepLink(change, given, under, {
      target: targetOfAsset(account),
      terms: termsOf(link, change.now),
      mayPassOn: link.mayPassOn,
    })
    if (link.frozenAt) await freezeGrant(change, { id: again }, true)
  }
  const acting = await actingNow(change.manager, to.id, { ...acceptedBy, person: acceptedBy.id })
  for (const one of told) {
    // Whoever linked since is told; in the new owner’s name only that is asked for which it signed.
    const asks = acting?.standing === 'admin' && agreed.includes(one)
    for (const admin of await adminsOf(change.manager, one.owner.id))
      await change.mail(unlinkedLetter(admin, one, handover, asks))
    if (asks) await askAnew(change, acting, handover, one)
  }
}

async function askAnew(
  change: Change,
  acting: NonNullable<Awaited<ReturnType<typeof actingNow>>>,
  { from }: Handover,
  { link, account, owner, under }: Gathered,
): Promise<void> {
  const terms = termsOf(link, change.now)
  const named = (asset: Asset) => ({ by: 'number' as const, number: asset.number })
  await sendLink(change, acting, {
    under,
    to: await getBusiness(change.manager, owner.id),
    fromAbove: true,
    toNamed: true,
    known: [account.id],
    paid: null,
    things: [{ target: targetOfAsset(account), terms, purpose: null, mayPassOn: false }],
    text: printLinking({
      verb: 'link',
      accounts: [named(account)],
      under: named(under),
      tier: terms.tier,
      actions: terms.actions,
      hiding: terms.hiding,
      from: null,
      until: null,
      label: null,
      mayGiveAccess: false,
      paidBy: null,
    }),
    note: `${under.name} went over from ${from.name} to ${acting.name}; it hung there until then.`,
    letterWaits: 0,
  })
}
