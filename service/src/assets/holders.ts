import {
  kinds,
  reachOf,
  throughBusiness,
  sayLevel,
  Temporal,
  highestTierWithin,
  type AccessFacts,
  type GrantFact,
  momentOfEnd,
  printMoment,
  sayGiven,
  type Figure,
  type Path,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Room } from '../base/room.ts'
import { cutPage, readCursor } from '../base/page.ts'
import type { Asset } from './records.ts'

/** Somebody who reaches an asset, or would once they have answered. */
export interface Holder {
  readonly person: { readonly id: string | null; readonly name: string; readonly address: string }
  readonly state: 'in force' | 'waiting' | 'not begun'
  readonly tier: string | null
  readonly level: string
  readonly through: string
  /** The partner they work for, where they reach it through one. */
  readonly partner: { readonly number: string; readonly name: string } | null
  readonly sees: readonly Figure[]
  readonly hidden: readonly Figure[]
  readonly signsInWith: string | null
  readonly invitedBy: string | null
  readonly since: string | null
  readonly lastUsed: string | null
  readonly until: string | null
  /** The open invitation, or the one grant of their own, to change or end. */
  readonly proposal: string | null
  readonly grant: string | null
  /** The sentence that says the grant of their own as it stands: where every change begins. */
  readonly said: string | null
}

interface Candidate {
  id: string
  name: string
  address: string
  second_proof: boolean
  last_used: Date | null
  invited_by: string | null
  member_since: Date | null
}

/** People who may reach an asset by any path, a page at a time by name; then each is decided with the same facts as ever. */
const candidates = `
  WITH reaching AS (
    SELECT person_id FROM membership WHERE business_id = $2 AND standing IN ('admin', 'finance')
    UNION SELECT g.person_id FROM access_grant g WHERE g.target_id = ANY($1) AND g.person_id IS NOT NULL AND g.ended_at IS NULL
    UNION SELECT t.person_id FROM access_grant g JOIN team_member t ON t.team_id = g.team_id WHERE g.target_id = ANY($1) AND g.ended_at IS NULL
    UNION SELECT m.person_id FROM access_grant g JOIN membership m ON m.business_id = g.partner_id AND m.standing = 'admin' WHERE g.target_id = ANY($1) AND g.ended_at IS NULL
  )
  SELECT person.id, person.name, main.address, person.totp_sealed IS NOT NULL OR EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS second_proof, last_use.at AS last_used, inviter.name AS invited_by, membership.since AS member_since
  FROM reaching JOIN person ON person.id = reaching.person_id JOIN person_address main ON main.person_id = person.id AND main.main
    LEFT JOIN last_use ON last_use.asset_id = $3 AND last_use.person_id = person.id
    LEFT JOIN membership ON membership.business_id = $2 AND membership.person_id = person.id LEFT JOIN person inviter ON inviter.id = membership.invited_by
  WHERE ($4::text IS NULL OR (person.name, person.id) > ($4, $5::uuid)) AND ($7::uuid IS NULL OR EXISTS (SELECT FROM membership own WHERE own.person_id = person.id AND own.business_id = $7))
  ORDER BY person.name, person.id LIMIT $6`

const waiting = `
  SELECT proposal.id, proposal.to_address, proposal.opened_at, proposal.lapses_at, sender.name AS sender, item.tier, item.actions, item.hiding, item.until_at
  FROM proposal_item item JOIN proposal ON proposal.id = item.proposal_id AND proposal.state = 'open' AND proposal.lapses_at > $2 JOIN person sender ON sender.id = proposal.sent_by
  WHERE item.target_id = ANY($1) AND proposal.kind = 'invitation' ORDER BY proposal.opened_at LIMIT 200`

interface WaitingRow {
  id: string
  to_address: string
  opened_at: Date
  sender: string
  tier: string | null
  actions: string[]
  hiding: Figure[]
  until_at: Date | null
}

/**
 * Who reaches an asset, and through what; who waits for an answer comes on the first page. A business that holds it from
 * another is told of its own people alone.
 */
export async function holdersOf(
  room: Room,
  asset: Asset,
  limit: number,
  after: string | undefined,
  heldBy: string | null = null,
): Promise<{ items: Holder[]; next: string | null }> {
  const cursor = readCursor(after)
  const places = await placesOf(room.database.manager, asset)
  const rows = (await room.database.query(candidates, [
    places,
    asset.businessId,
    asset.id,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
    heldBy,
  ])) as Candidate[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const facts = await room.facts.aroundAll(page.items.map(row => ({ person: row.id, asset: asset.id })))
  const holders = page.items.flatMap((row, index) => {
    const around = facts[index] ?? null
    return toHolder(room, row, around && heldBy ? throughBusiness(around, heldBy) : around)
  })
  return {
    items: cursor || heldBy ? holders : [...holders, ...(await waitingFor(room, asset, places))],
    next: page.next,
  }
}

function toHolder(room: Room, row: Candidate, facts: AccessFacts | null): Holder[] {
  if (!facts) return []
  const now = room.clock.now()
  const { level, paths } = reachOf(facts, now)
  const live = paths.filter(path => !path.stopped)
  const coming = paths.filter(path => path.stopped === 'not-begun')
  const counted = live.length > 0 ? live : coming
  const main = counted[0]
  if (!main) return []
  const shown = live.length > 0 ? level : main.level
  const own = counted
    .flatMap(path => path.grants)
    .find(
      grant => grant.holder.kind === 'person' && grant.giver.id === facts.asset.owner.id && grant.on.kind !== 'bundle',
    )
  const figures = kinds[facts.asset.kind].figures
  const until = untilOf(counted)
  return [
    {
      person: { id: row.id, name: row.name, address: row.address },
      state: live.length > 0 ? 'in force' : 'not begun',
      tier: highestTierWithin(facts.asset.kind, shown.actions),
      level:
        main.through === 'owner' && main.standing?.standing === 'admin' ? 'steward' : sayLevel(facts.asset.kind, shown),
      through: [...new Set(counted.map(path => sayThrough(path)))].join('; '),
      partner: partnerOf(main),
      sees: figures.filter(figure => shown.sees.has(figure)),
      hidden: figures.filter(figure => !shown.sees.has(figure)),
      signsInWith: row.second_proof ? 'with a second proof' : 'password only',
      invitedBy: row.invited_by,
      since: sinceOf(main, row),
      lastUsed: row.last_used?.toISOString() ?? null,
      until: until?.toString() ?? null,
      proposal: null,
      grant: own?.id ?? null,
      said: own ? sayOwn(own, facts.asset, row.address) : null,
    },
  ]
}

/** What access to an asset can be given on: itself, what holds it, and the bundles either is in. */
export async function placesOf(manager: EntityManager, asset: Pick<Asset, 'id' | 'insideId'>): Promise<string[]> {
  const own = [asset.id, ...(asset.insideId ? [asset.insideId] : [])]
  const rows = (await manager.query('SELECT DISTINCT bundle_id AS id FROM bundle_asset WHERE asset_id = ANY($1)', [
    own,
  ])) as {
    id: string
  }[]
  return [...own, ...rows.map(row => row.id)]
}

/** A grant said again as a sentence. */
export function sayOwn(grant: GrantFact, asset: AccessFacts['asset'], address: string): string | null {
  if (grant.on.id !== asset.id) return null
  const { zone } = grant.giver
  return [
    `let ${address} ${sayGiven(grant)} on ${grant.giver.id === asset.owner.id ? `${asset.kind}/${asset.handle}` : asset.number}`,
    grant.hiding.length > 0 ? `hiding ${grant.hiding.join(' and ')}` : '',
    grant.until ? `until ${printMoment(momentOfEnd(grant.until, zone))}` : '',
    grant.purpose ? `to "${grant.purpose}"` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

function sayThrough(path: Path): string {
  if (path.through === 'owner') return `owning business, ${path.standing?.standing}`
  const last = path.grants.at(-1)!
  const on = last.on.kind === 'bundle' ? `, by the bundle ${last.on.name}` : ''
  if (path.through === 'person') return path.grants.length > 1 ? `${last.giver.name}, staffed` : `own grant${on}`
  return `${path.through === 'team' ? 'team ' : ''}${last.holder.name}${on}`
}

/** The first business on the way from the owner: the one that the owner dealt with. */
function partnerOf({ grants }: Path): Holder['partner'] {
  const first = grants[0]?.holder
  return first?.kind === 'business' ? { number: first.number, name: first.name } : null
}

function sinceOf(path: Path, row: Candidate): string | null {
  if (path.through === 'owner') return row.member_since?.toISOString() ?? null
  return path.grants.at(-1)?.from.toString() ?? null
}

/** The latest end of any counting path; null when one has none. */
function untilOf(paths: readonly Path[]): Temporal.Instant | null {
  const ends = paths.map(path => path.grants.map(grant => grant.until).filter(until => until !== null))
  if (ends.some(along => along.length === 0)) return null
  return ends
    .map(along => along.reduce((one, other) => (Temporal.Instant.compare(one, other) < 0 ? one : other)))
    .reduce((one, other) => (Temporal.Instant.compare(one, other) > 0 ? one : other))
}

async function waitingFor(room: Room, asset: Asset, places: readonly string[]): Promise<Holder[]> {
  const rows = (await room.database.query(waiting, [places, room.clock.now().toString()])) as WaitingRow[]
  const figures = kinds[asset.kind].figures
  return rows.map(row => ({
    person: { id: null, name: row.to_address, address: row.to_address },
    state: 'waiting',
    tier: row.tier,
    level: [row.tier, ...row.actions].filter(Boolean).join(', '),
    through: 'invitation',
    partner: null,
    sees: figures.filter(figure => !row.hiding.includes(figure)),
    hidden: row.hiding,
    signsInWith: null,
    invitedBy: row.sender,
    since: row.opened_at.toISOString(),
    lastUsed: null,
    until: row.until_at?.toISOString() ?? null,
    proposal: row.id,
    grant: null,
    said: null,
  }))
}
