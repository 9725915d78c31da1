import {
  printSentence,
  reachOf,
  sayGiven,
  showReach,
  sinceOn,
  throughBusiness,
  latestEnd,
  partnerOn,
  wantedOf,
  kinds,
  type AccessFacts,
  type Action,
  type Figure,
  type GrantFact,
  type Terms,
  type What,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import { factsFrom } from './facts.ts'
import { hasSecondStep } from '../people/queries.ts'
import { peopleReached } from './holdersFor.ts'
import { placesOf, placesOfAsset } from './places.ts'
import { sayThrough } from './sayThrough.ts'
import { gatheringAbove } from './tree.ts'

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

/** Who may reach an asset by any path, in SQL: their ids, with what stands above it; whether they do, their facts tell. */
const reachingIt = (asset: string) => `
  WITH RECURSIVE above AS (SELECT ${asset}::uuid AS id UNION ${gatheringAbove('above')}),
  spot AS (SELECT asset.business_id, ${placesOfAsset('asset')} AS places FROM above JOIN asset ON asset.id = above.id),
  reaching AS (
    SELECT m.person_id FROM spot JOIN membership m ON m.business_id = spot.business_id AND m.standing IN ('admin', 'finance')
    UNION SELECT reached.person_id FROM spot JOIN access_grant g ON g.target_id = ANY(spot.places) AND g.ended_at IS NULL ${peopleReached('g')}
    UNION SELECT m.person_id FROM spot JOIN access_grant g ON g.target_id = ANY(spot.places) AND g.holder_kind = 'business'
      AND g.ended_at IS NULL JOIN membership m ON m.business_id = g.holder_id AND m.standing = 'admin'
  )`

/** The same as people by name, for a question about several assets. */
export const mayReach = (asset: string) =>
  `${reachingIt(asset)} SELECT person.id, person.name FROM reaching JOIN person ON person.id = reaching.person_id ORDER BY person.name, person.id`

/** Such people a page at a time by name; then each is decided with the same facts as ever. */
const candidates = `${reachingIt('$1')}
  SELECT person.id, person.name, main.address, ${hasSecondStep('person')} AS second_proof, last_use.at AS last_used,
    inviter.name AS invited_by, membership.since AS member_since
  FROM reaching JOIN person ON person.id = reaching.person_id JOIN person_address main ON main.person_id = person.id AND main.main
    LEFT JOIN last_use ON last_use.asset_id = $1 AND last_use.person_id = person.id
    LEFT JOIN membership ON membership.business_id = $2 AND membership.person_id = person.id LEFT JOIN person inviter ON inviter.id = membership.invited_by
  WHERE ($3::text IS NULL OR (person.name, person.id) > ($3, $4::uuid)) AND ($6::uuid IS NULL
    OR EXISTS (SELECT FROM membership own WHERE own.person_id = person.id AND own.business_id = $6))
  ORDER BY person.name, person.id LIMIT $5`

/** Who may reach an asset by any path, by name; whether they do is worked out from their facts. */
export async function whoMayReach(
  manager: EntityManager,
  asset: Pick<Asset, 'id' | 'businessId'>,
  limit: number,
): Promise<{ id: string; name: string; address: string }[]> {
  const rows = (await manager.query(candidates, [asset.id, asset.businessId, null, null, limit, null])) as Candidate[]
  return rows.map(({ id, name, address }) => ({ id, name, address }))
}

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
  const rows = (await kit.database.query(candidates, [
    asset.id,
    asset.businessId,
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
    items: cursor || heldBy ? holders : [...holders, ...(await waitingFor(kit, asset))],
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

async function waitingFor(kit: Kit, asset: Asset): Promise<Holder[]> {
  const places = await placesOf(kit.database.manager, asset)
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
