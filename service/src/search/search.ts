import { adviseNumber, findKinds, kinds, looksLikeNumber, readNumber, type Kind } from '@famiglia/core'
import { areIn, beginsWith, isCalled, wordsTyped } from '../base/finding.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { purposesOf } from '../purposes/queries.ts'
import { partnerIds } from '../reach/findPartner.ts'
import { heldAssets } from '../reach/held.ts'
import { peopleReached } from '../reach/holdersFor.ts'
import { holdsSomethingOn } from '../reach/places.ts'
import { listBundles } from '../reach/readBundles.ts'

export const whats = [
  'person',
  'invited',
  'asset',
  'held',
  'team',
  'bundle',
  'purpose',
  'partner',
  'their person',
] as const

/** Something that a search found. */
export interface Found {
  readonly what: (typeof whats)[number]
  /** By what it is named in an address: an id, a number, a handle, or its name. */
  readonly at: string
  readonly name: string
  /** What else helps to tell it from others: an address, the kind of asset, whose it is. */
  readonly detail: string
}

export interface Searched {
  readonly items: readonly Found[]
  /** Where nothing was found: how many things of that name one has for one’s other businesses. */
  readonly elsewhere: readonly { readonly number: string; readonly name: string; readonly count: number }[]
  /** What is wrong with a number that was typed; null where nothing is. */
  readonly advice: string | null
}

/** How many of each sort are told. */
const most = 6

/** Everything that is called so, of what somebody may see for the business they act for; the nearest first. */
export async function search(kit: Kit, acting: Acting, text: string): Promise<Searched> {
  const items = await found(kit, acting, text)
  if (items.length > 0) return { items, elsewhere: [], advice: null }
  return { items, elsewhere: await elsewhere(kit, acting, text), advice: await adviceOn(kit, acting, text) }
}

async function found(kit: Kit, acting: Acting, text: string): Promise<Found[]> {
  const words = wordsTyped(numberAsWritten(text))
  if (!words) return []
  const [rows, bundles, purposes] = await Promise.all([
    kit.database.query(everythingCalled, [
      acting.id,
      words,
      text.length > 2 ? findKinds(text) : [],
      acting.standing,
      acting.live.person,
      kit.clock.now().toString(),
      most,
      text.includes('@'),
    ]) as Promise<Found[]>,
    listBundles(kit, acting),
    purposesOf(kit.database.manager, acting.id),
  ])
  const named = [
    ...bundles.map(({ handle, name, assets }): Found => {
      return { what: 'bundle', at: handle, name, detail: `bundle of ${assets}` }
    }),
    ...purposes.map(({ name, own }): Found => {
      return { what: 'purpose', at: name, name, detail: own ? 'purpose of your own' : 'purpose' }
    }),
  ].filter(({ name }) => areIn(words, name))
  return [...rows.map(toFound), ...named.slice(0, most)]
}

function toFound({ what, at, name, detail }: Found): Found {
  return { what, at, name, detail: what === 'asset' ? kinds[detail as Kind].noun : detail }
}

const reached = holdsSomethingOn('asset', '$1', '$5::uuid', '$6')

/** One sort of thing: the nearest few, those first whose name begins with what was typed. */
const sort = (what: Found['what'], at: string, name: string, detail: string, names: readonly string[], from: string) =>
  `(SELECT '${what}' AS what, ${at}::text AS at, ${name} AS name, ${detail} AS detail, ${beginsWith('$2', name)} AS nearer
    FROM ${from} AND (${isCalled('$2', ...names)}${what === 'asset' || what === 'held' ? ' OR asset.kind = ANY($3)' : ''})
    ORDER BY nearer DESC, 3, 2 LIMIT $7)`

/** Of an address what is before the @, unless that was typed too: a domain would find everybody there. */
const typedPart = (address: string) => `CASE WHEN $8 THEN ${address} ELSE split_part(${address}, '@', 1) END`

const everythingCalled = `SELECT what, at, name, detail FROM (${[
  sort(
    'person',
    'person.id',
    'person.name',
    'main.address',
    ['person.name', typedPart('main.address')],
    `membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
       WHERE membership.business_id = $1`,
  ),
  sort(
    'asset',
    'asset.number',
    'asset.name',
    'asset.kind',
    ['asset.name', 'asset.handle', 'asset.number', 'asset.platform_ref'],
    `asset WHERE asset.business_id = $1 AND ($4 <> 'member' OR ${reached})`,
  ),
  sort(
    'held',
    'asset.number',
    'asset.name',
    "'of ' || owner.name",
    ['asset.name', 'asset.number'],
    `asset JOIN business owner ON owner.id = asset.business_id
       WHERE asset.id IN (${heldAssets('$1::uuid')}) AND asset.archived_at IS NULL AND ($4 = 'admin' OR ${reached})`,
  ),
  sort(
    'team',
    'team.handle',
    'team.name',
    "'team'",
    ['team.name', 'team.handle'],
    'team WHERE team.business_id = $1 AND team.dissolved_at IS NULL',
  ),
  sort(
    'partner',
    'business.number',
    'business.name',
    'business.town',
    ['business.name', 'business.number'],
    `(${partnerIds}) near JOIN business ON business.id = near.id WHERE $4 = 'admin'`,
  ),
  sort(
    'their person',
    'partner.number',
    'person.name',
    "'at ' || partner.name",
    ['person.name'],
    `(SELECT DISTINCT reached.person_id, g.to_business_id FROM access_grant g
        JOIN access_grant below ON below.upstream_id = g.id AND below.ended_at IS NULL ${peopleReached('below')}
        WHERE g.business_id = $1 AND g.to_business_id IS NOT NULL AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $6)) put
       JOIN person ON person.id = put.person_id JOIN business partner ON partner.id = put.to_business_id WHERE $4 = 'admin'`,
  ),
  sort(
    'invited',
    'proposal.id',
    'proposal.to_address',
    "'invited'",
    [typedPart('proposal.to_address')],
    `proposal WHERE proposal.business_id = $1 AND proposal.kind = 'invitation' AND proposal.state = 'open' AND proposal.lapses_at > $6
       AND ($4 = 'admin' OR proposal.sent_by = $5)`,
  ),
].join(' UNION ALL ')}) found ORDER BY nearer DESC`

/** A business’s or an asset’s number is found however it is spaced. */
function numberAsWritten(text: string): string {
  const reading = looksLikeNumber(text) ? readNumber(text) : null
  return reading?.ok ? reading.number : text
}

async function elsewhere(kit: Kit, acting: Acting, text: string): Promise<Searched['elsewhere']> {
  const others = (await kit.database.query(
    `SELECT business.id, business.number, business.name, business.zone, business.proposal_days AS "proposalDays", membership.standing
     FROM membership JOIN business ON business.id = membership.business_id WHERE membership.person_id = $1 AND business.id <> $2
       AND membership.paused_at IS NULL AND membership.frozen_at IS NULL ORDER BY business.name LIMIT 5`,
    [acting.live.person, acting.id],
  )) as Omit<Acting, 'live' | 'closedAt' | 'admins'>[]
  const counted = await Promise.all(
    others.map(async other => {
      const items = await found(kit, { ...other, closedAt: null, admins: [], live: acting.live }, text)
      // Purposes are much the same everywhere: to find one says nothing.
      const own = items.filter(({ what }) => what !== 'purpose')
      return { number: other.number, name: other.name, count: own.length }
    }),
  )
  return counted.filter(({ count }) => count > 0)
}

/** What is wrong with a number, compared with those that who asks may know. */
async function adviceOn(kit: Kit, acting: Acting, text: string): Promise<string | null> {
  if (!looksLikeNumber(text)) return null
  const wanted = /^\s*a/i.test(text) ? 'A' : 'B'
  const known = (await kit.database.query(
    `SELECT number, name FROM business WHERE id = $1 OR ($2 = 'admin' AND id IN (${partnerIds}))
     UNION ALL (SELECT number, name FROM asset WHERE business_id = $1 AND ($2 <> 'member' OR ${holdsSomethingOn('asset', '$1', '$3::uuid', '$4')}) LIMIT 2000)`,
    [acting.id, acting.standing, acting.live.person, kit.clock.now().toString()],
  )) as { number: string; name: string }[]
  return adviseNumber(text, wanted, known)
}
