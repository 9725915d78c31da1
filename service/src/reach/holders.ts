import {
  printSentence,
  reachOf,
  sayGiven,
  showReach,
  sinceOn,
  standingOn,
  throughBusiness,
  throughOf,
  latestEnd,
  partnerOn,
  wantedOf,
  kinds,
  type AccessFacts,
  type Action,
  type Figure,
  type GrantFact,
  type Path,
  type Terms,
  type What,
} from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { factsFrom } from './facts.ts'
import { hasSecondStep } from '../people/queries.ts'
import { peopleReached } from './holdersFor.ts'
import { placesOf } from './places.ts'

/** Somebody who reaches an asset, or would once they have answered. */
export interface Holder {
  readonly person: { readonly id: string | null; readonly name: string; readonly address: string }
  readonly state: 'in force' | 'waiting' | 'not begun' | 'stopped'
  /** Why it does not count now, as it stands after “because”; null where it does. */
  readonly why: string | null
  readonly tier: string | null
  /** Actions given by name, beyond the tier. */
  readonly named: readonly Action[]
  readonly level: string
  readonly through: string
  /** The partner they work for, where they reach it through one. */
  readonly partner: { readonly number: string; readonly name: string } | null
  readonly sees: readonly Figure[]
  readonly hidden: readonly Figure[]
  readonly secondProof: boolean | null
  readonly invitedBy: string | null
  readonly since: string | null
  readonly lastUsed: string | null
  readonly until: string | null
  /** The open invitation, or the one grant of their own, to change or end. */
  readonly proposal: string | null
  readonly grant: string | null
  /** The sentence that says the grant of their own as it stands, as written: where every change begins. */
  readonly said: string | null
}

interface Candidate {
  id: string
  name: string
  address: string
  second_proof: boolean | null
  last_used: Date | null
  invited_by: string | null
  member_since: Date | null
}

/** People who may reach an asset by any path, a page at a time by name; then each is decided with the same facts as ever. */
const candidates = `
  WITH reaching AS (
    SELECT person_id FROM membership WHERE business_id = $2 AND standing IN ('admin', 'finance')
    UNION SELECT reached.person_id FROM access_grant g ${peopleReached('g')} WHERE g.target_id = ANY($1) AND g.ended_at IS NULL
    UNION SELECT m.person_id FROM access_grant g JOIN membership m ON m.business_id = g.holder_id AND m.standing = 'admin'
      WHERE g.holder_kind = 'business' AND g.target_id = ANY($1) AND g.ended_at IS NULL
  )
  SELECT person.id, person.name, main.address, ${hasSecondStep('person')} AS second_proof, last_use.at AS last_used,
    inviter.name AS invited_by, membership.since AS member_since
  FROM reaching JOIN person ON person.id = reaching.person_id JOIN person_address main ON main.person_id = person.id AND main.main
    LEFT JOIN last_use ON last_use.asset_id = $3 AND last_use.person_id = person.id
    LEFT JOIN membership ON membership.business_id = $2 AND membership.person_id = person.id LEFT JOIN person inviter ON inviter.id = membership.invited_by
  WHERE ($4::text IS NULL OR (person.name, person.id) > ($4, $5::uuid)) AND ($7::uuid IS NULL
    OR EXISTS (SELECT FROM membership own WHERE own.person_id = person.id AND own.business_id = $7))
  ORDER BY person.name, person.id LIMIT $6`

const waiting = `
  SELECT proposal.id, proposal.to_address, proposal.opened_at, sender.name AS sender, item.tier, item.actions, item.hiding, item.until_at
  FROM proposal_item item JOIN proposal ON proposal.id = item.proposal_id AND proposal.state = 'open' AND proposal.lapses_at > $2
    JOIN person sender ON sender.id = proposal.sent_by
  WHERE item.target_id = ANY($1) AND proposal.kind = 'invitation' ORDER BY proposal.opened_at LIMIT 200`

interface WaitingRow {
  id: string
  to_address: string
  opened_at: Date
  sender: string
  tier: Terms['tier']
  actions: Action[]
  hiding: Figure[]
  until_at: Date | null
}

export interface HoldersWanted {
  readonly limit: number
  readonly after: string | undefined
  /** The business that holds it from another, and is told of its own people alone; null for the owner. */
  readonly heldBy: string | null
  /** Whether it is told who has no second step: to admins. */
  readonly forAdmins: boolean
}

/** Who reaches an asset, and through what; who waits for an answer comes on the first page. */
export async function holdersOf(
  kit: Kit,
  asset: Asset,
  { limit, after, heldBy, forAdmins }: HoldersWanted,
): Promise<{ items: Holder[]; next: string | null }> {
  const cursor = readCursor(after)
  const places = await placesOf(kit.database.manager, asset)
  const rows = (await kit.database.query(candidates, [
    places,
    asset.businessId,
    asset.id,
    cursor?.[0] ?? null,
    cursor?.[1] ?? null,
    limit + 1,
    heldBy,
  ])) as Candidate[]
  const page = cutPage(rows, limit, row => [row.name, row.id])
  const facts = await factsFrom(kit).aroundAll(page.items.map(row => ({ person: row.id, asset: asset.id })))
  const holders = page.items.flatMap((row, index) => {
    const around = facts[index] ?? null
    const told = forAdmins ? row : { ...row, second_proof: null }
    return toHolder(kit, told, around && heldBy ? throughBusiness(around, heldBy) : around)
  })
  return {
    items: cursor || heldBy ? holders : [...holders, ...(await waitingFor(kit, asset, places))],
    next: page.next,
  }
}

function toHolder(kit: Kit, row: Candidate, facts: AccessFacts | null): Holder[] {
  const shown = facts && showReach(facts, reachOf(facts, kit.clock.now()))
  if (!facts || !shown) return []
  const { counted, ...level } = shown
  const [main] = counted
  const own = counted
    .flatMap(path => path.grants)
    .find(
      grant => grant.holder.kind === 'person' && grant.giver.id === facts.asset.owner.id && grant.on.kind !== 'bundle',
    )
  return [
    {
      person: { id: row.id, name: row.name, address: row.address },
      ...level,
      through: [...new Set(counted.map(sayThrough))].join('; '),
      partner: partnerOn(main!),
      secondProof: row.second_proof,
      invitedBy: row.invited_by,
      since: sinceOn(main!)?.toString() ?? row.member_since?.toISOString() ?? null,
      lastUsed: row.last_used?.toISOString() ?? null,
      until: latestEnd(counted)?.toString() ?? null,
      proposal: null,
      grant: own?.id ?? null,
      said: own ? writeOwn(own, facts.asset, row.address) : null,
    },
  ]
}

/** A grant to a person said again as a sentence, as written; null where it is not on the asset itself. */
export function writeOwn(grant: GrantFact, asset: AccessFacts['asset'], address: string): string | null {
  if (grant.on.id !== asset.id) return null
  const what: What =
    grant.giver.id === asset.owner.id
      ? { by: 'handle', kind: asset.kind, handle: asset.handle }
      : { by: 'number', number: asset.number as never }
  const terms = { ...grant, from: null }
  const wanted = wantedOf([{ what, terms }], grant.giver.zone, { purpose: grant.purpose })
  return printSentence({ verb: 'let', who: [{ by: 'address', address }], ...wanted })
}

function sayThrough(path: Path): string {
  const grants = path.grants
  const last = grants.at(-1)
  if (!last) return `owning business, ${standingOn(path)}`
  const on = last.on.kind === 'bundle' ? `, by the bundle ${last.on.name}` : ''
  const through = throughOf(path)
  if (through === 'person') return grants.length > 1 ? `${last.giver.name}, staffed` : `own grant${on}`
  return `${through === 'team' ? 'team ' : ''}${last.holder.name}${on}`
}

async function waitingFor(kit: Kit, asset: Asset, places: readonly string[]): Promise<Holder[]> {
  const rows = (await kit.database.query(waiting, [places, kit.clock.now().toString()])) as WaitingRow[]
  const figures = kinds[asset.kind].figures
  return rows.map(row => ({
    person: { id: null, name: row.to_address, address: row.to_address },
    state: 'waiting',
    why: 'they have not answered the invitation',
    tier: row.tier,
    named: row.actions,
    level: sayGiven(row, asset.kind),
    through: 'invitation',
    partner: null,
    sees: figures.filter(figure => !row.hiding.includes(figure)),
    hidden: row.hiding,
    secondProof: null,
    invitedBy: row.sender,
    since: row.opened_at.toISOString(),
    lastUsed: null,
    until: row.until_at?.toISOString() ?? null,
    proposal: row.id,
    grant: null,
    said: null,
  }))
}
