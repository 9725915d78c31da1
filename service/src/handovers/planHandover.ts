import { kinds, mayInBusiness, parseHandover, printHandover, sayFew, type HandoverSentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { pendingChanges } from '../billing/queries.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { findMembership, getBusiness } from '../businesses/queries.ts'
import { findTraced } from '../partners/lookUp.ts'
import { getPartner } from '../reach/findPartner.ts'
import { getTarget } from '../reach/findTarget.ts'
import type { Terms } from './line.ts'

/** A sentence of a handover with what it names found, and nothing in its way. */
export interface PlannedHandover extends Terms {
  readonly sentence: HandoverSentence
}

export function readHandover(text: string): HandoverSentence {
  const reading = parseHandover(text)
  if (reading.ok) return reading.sentence
  const { code, message, start, end, nearest } = reading.error
  throw new Problem(code, message, { pointer: '/sentence', nearest, span: { start, end } })
}

/** A sentence of a handover with the business it names found. */
export interface NamedHandover {
  readonly sentence: HandoverSentence
  readonly to: string
}

/** Finds whom a sentence names, for admins; a business that is new to them is looked up, with a trace. */
export async function nameHandover(kit: Kit, acting: Acting, text: string): Promise<NamedHandover> {
  requireStanding(acting, 'deal-with-partners', 'Handing over assets')
  const sentence = readHandover(text)
  const { to } = sentence
  if (to.by === 'business') return { sentence, to: (await getPartner(kit.database.manager, acting, to.handle)).id }
  if (to.by !== 'number') throw new Error('Assets belong to businesses alone.')
  if (to.number === acting.number)
    throw new Problem('business.own-number', `${to.number} is the number of ${acting.name} itself.`, {
      pointer: '/sentence',
    })
  return { sentence, to: (await findTraced(kit, acting, to.number)).id }
}

/** What it comes to, with nothing in its way. */
export async function planHandover(
  manager: EntityManager,
  acting: Acting,
  { sentence, to }: NamedHandover,
  falls: readonly string[],
): Promise<PlannedHandover> {
  const terms = {
    from: await getBusiness(manager, acting.id),
    to: await getBusiness(manager, to),
    assets: await findAssets(manager, acting, sentence),
    keeping: sentence.keeping,
    withBilling: sentence.withBilling,
    withPeople: sentence.withPeople,
    falls,
  }
  await assertCanGo(manager, terms, null)
  return { ...terms, sentence }
}

export const sayAgain = ({ sentence }: PlannedHandover) => printHandover(sentence)

/** What is named, with what is inside of it: nothing is half-moved. */
async function findAssets(
  manager: EntityManager,
  acting: Acting,
  { assets: named, everything }: HandoverSentence,
): Promise<Asset[]> {
  const found = new Map<string, Asset>()
  for (const what of named)
    for (const asset of (await getTarget(manager, acting, what)).assets) found.set(asset.id, asset)
  if (everything) for (const asset of await allOf(manager, acting, everything.on)) found.set(asset.id, asset)
  if (found.size === 0)
    throw new Problem('handover.nothing', 'There is nothing in it to hand over.', { pointer: '/sentence' })
  return withInside(manager, [...found.values()])
}

/** All that a business owns and has not archived, or what of it is on one platform. */
async function allOf(manager: EntityManager, { id }: Acting, platform: string | null): Promise<Asset[]> {
  const rows = (await manager.query(
    'SELECT id FROM asset WHERE business_id = $1 AND archived_at IS NULL AND ($2::text IS NULL OR platform = $2) LIMIT $3',
    [id, platform, mostAssets + 1],
  )) as { id: string }[]
  return assetsById(
    manager,
    rows.map(row => row.id),
  )
}

/** Assets with what is inside of them, by name: nothing is half-moved. */
export async function withInside(manager: EntityManager, outer: readonly Asset[]): Promise<Asset[]> {
  const found = new Map(outer.map(asset => [asset.id, asset]))
  const inside = (await manager.query('SELECT id FROM asset WHERE inside_id = ANY ($1)', [[...found.keys()]])) as {
    id: string
  }[]
  for (const asset of await assetsById(
    manager,
    inside.map(row => row.id),
  ))
    found.set(asset.id, asset)
  const all = [...found.values()].sort((one, other) => one.name.localeCompare(other.name))
  if (all.length > mostAssets)
    throw new Problem('request.invalid', `At most ${mostAssets} assets go over at once: hand them over in parts.`)
  return all
}

const mostAssets = 200

/** Refuses what would go wrong, with the next step. `during`: the handover that is being carried out. */
export async function assertCanGo(manager: EntityManager, terms: Terms, during: string | null): Promise<void> {
  const why = await whyNot(manager, terms, during)
  if (why) throw why
}

/** Why assets cannot go over now; null where they can. */
export async function whyNot(manager: EntityManager, terms: Terms, during: string | null): Promise<Problem | null> {
  const { from, to, assets } = terms
  if (from.id === to.id) return new Problem('business.own-number', `${to.name} owns that already.`)
  if (from.trusteeId)
    return new Problem(
      'handover.in-trust',
      `${from.name} is held in trust: what it owns is handed over by who takes its chair, and by nobody before.`,
    )
  if (to.closedAt) return new Problem('handover.receiver', `${to.name} is closed: it cannot take anything over now.`)
  if (to.trusteeId)
    return new Problem(
      'handover.receiver',
      to.trusteeId === from.id
        ? `You hold ${to.name} in trust: hand its chair over instead, and all it has goes along.`
        : `${to.name} is held in trust: who takes its chair can take this over then.`,
    )
  const gone = assets.find(asset => asset.businessId !== from.id)
  if (gone) return new Problem('asset.unknown', `${gone.name} does not belong to ${from.name} any more.`)
  const other = assets.find(asset => asset.handoverId !== null && asset.handoverId !== during)
  if (other)
    return new Problem(
      'handover.under-way',
      `${other.name} is being handed over already. That has to be stopped first.`,
    )
  const contested = during === null && (await contestedOf(manager, assets))
  if (contested)
    return new Problem('handover.contested', `Another business contests who owns ${contested}: answer that first.`)
  const archived = assets.find(asset => asset.archivedAt)
  if (archived) return new Problem('asset.archived', `${archived.name} is archived: bring it back first.`)
  const frozen = during === null && assets.find(asset => asset.frozenAt)
  if (frozen) return new Problem('handover.frozen', `${frozen.name} is frozen: unfreeze it first.`)
  return (await torn(manager, assets)) ?? (await unpaid(manager, terms, during))
}

/** One of the assets that another business contests, by name; null where none is. */
async function contestedOf(manager: EntityManager, assets: readonly Asset[]): Promise<string | null> {
  const [row] = (await manager.query(
    'SELECT asset.name FROM contest JOIN asset ON asset.id = contest.asset_id WHERE contest.ended_at IS NULL AND asset.id = ANY ($1) LIMIT 1',
    [assets.map(asset => asset.id)],
  )) as { name: string }[]
  return row?.name ?? null
}

/** What is inside of something goes with it. */
async function torn(manager: EntityManager, assets: readonly Asset[]): Promise<Problem | null> {
  const ids = assets.map(asset => asset.id)
  const [left] = (await manager.query('SELECT name FROM asset WHERE inside_id = ANY ($1) AND id <> ALL ($1) LIMIT 1', [
    ids,
  ])) as { name: string }[]
  if (left)
    return new Problem('handover.torn', `${left.name} has come inside of what goes over: hand it over anew, with that.`)
  const part = assets.find(asset => asset.insideId && !ids.includes(asset.insideId))
  if (!part) return null
  const [outer] = await assetsById(manager, [part.insideId!])
  return new Problem(
    'handover.torn',
    `${part.name} is inside ${outer!.name}, and goes over with it alone: name that too, as ${outer!.kind}/${outer!.handle}.`,
  )
}

/** At no instant is an account without somebody who pays for it and answers for that. */
async function unpaid(
  manager: EntityManager,
  { from, to, assets, withBilling }: Terms,
  during: string | null,
): Promise<Problem | null> {
  const accounts = assets.filter(asset => asset.payer)
  const third = accounts.find(asset => ![from.id, to.id].includes(asset.payer!.id))
  if (third)
    return new Problem(
      'handover.payer',
      `${third.payer!.name} pays for ${third.name}, as agreed with ${from.name}: have the payment taken over first.`,
    )
  const planned = await pendingChanges(
    manager,
    accounts.map(asset => asset.id),
  )
  const changing = during === null && accounts.find(asset => planned.has(asset.id))
  if (changing)
    return new Problem(
      'handover.payer',
      `Who pays for ${changing.name} is to change: wait until that is done, or call it off.`,
    )
  if (withBilling) return null
  for (const asset of accounts.filter(one => one.payer!.id === from.id)) {
    const place = await findMembership(manager, from.id, asset.answering!.id)
    if (!place || !mayInBusiness(place.standing, 'see-to-payments'))
      return new Problem(
        'handover.payer',
        `${from.name} would go on paying for ${asset.name}, and ${asset.answering!.name} answers for it only as its steward: have somebody in finance answer for it, or say “with billing”.`,
      )
  }
  return null
}

type Named = readonly Pick<Asset, 'name' | 'kind'>[]
type Sides = { readonly from: { readonly name: string }; readonly to: { readonly name: string } }

/** `Day Trips and Night Crossings`; an asset that is called as one of the two businesses is told by its kind too. */
export function sayAssets(assets: Named, { from, to }: Sides): string {
  return sayFew(
    assets.map(({ name, kind }) => ([from.name, to.name].includes(name) ? `the ${kinds[kind].noun} ${name}` : name)),
  )
}

/** `Day Trips goes over`, `Day Trips and Night Crossings go over`: assets with what they do, as a sentence begins. */
export function sayOfAssets(assets: Named, sides: Sides, one: string, many: string): string {
  const text = `${sayAssets(assets, sides)} ${assets.length === 1 ? one : many}`
  // A name keeps its own first letter.
  return text.replace(/^the /, 'The ')
}
