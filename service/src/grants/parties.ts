import { parseSentence, printWho, type What, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { isIdText } from '../base/id-text.ts'
import type { Room } from '../base/room.ts'
import { findHeld } from '../assets/held.ts'
import { findAsset } from '../assets/findAsset.ts'
import type { Acting } from '../businesses/acting.ts'
import { businesses } from '../businesses/records.ts'
import { getPartner } from '../partners/findPartner.ts'

/**
 * The other businesses whose histories a sentence will be written into: those it names, the owners of what is passed
 * on, and whoever holds something by what ends. They are locked before it is planned; what is wrong with the sentence
 * is told by the plan.
 */
export async function partiesOf(room: Room, acting: Acting, text: string): Promise<string[]> {
  const reading = parseSentence(text, room.clock.now().toZonedDateTimeISO(acting.zone).toPlainDate())
  if (!reading.ok) return []
  const { sentence } = reading
  const manager = room.database.manager
  if ('grant' in sentence) return alongGrant(manager, sentence.grant)
  const who = sentence.verb === 'let' ? sentence.who : [sentence.who]
  const named = await Promise.all(who.map(one => businessNamed(manager, acting, one)))
  const owners = await Promise.all(sentence.on.map(what => ownerNamed(manager, acting, what)))
  const falling = sentence.verb === 'end' ? await fallingWith(manager, acting, who, named) : []
  return [...named, ...owners, ...falling].filter(id => id !== null)
}

async function businessNamed(manager: EntityManager, acting: Acting, who: Who): Promise<string | null> {
  if (who.by === 'number') return (await manager.findOneBy(businesses, { number: who.number }))?.id ?? null
  if (who.by === 'business') return orNull(getPartner(manager, acting, printWho(who)).then(found => found.id))
  return null
}

async function ownerNamed(manager: EntityManager, acting: Acting, what: What): Promise<string | null> {
  if (await findAsset(manager, acting.id, what)) return null
  return orNull(findHeld(manager, acting.id, what).then(held => held?.ownedBy ?? null))
}

/** What is refused here is refused again, with its reason, when the sentence is planned. */
async function orNull<T>(found: Promise<T>): Promise<T | null> {
  return found.catch(() => null)
}

const alongBelow = `
  WITH RECURSIVE below AS (
    SELECT g.* FROM access_grant g WHERE g.id = ANY($1)
    UNION SELECT g.* FROM below JOIN access_grant g ON g.upstream_id = below.id AND g.ended_at IS NULL)
  SELECT business_id AS id FROM below UNION SELECT partner_id FROM below WHERE partner_id IS NOT NULL
  UNION SELECT coalesce(asset.business_id, bundle.business_id) FROM below LEFT JOIN asset ON asset.id = below.asset_id LEFT JOIN bundle ON bundle.id = below.bundle_id`

async function alongGrant(manager: EntityManager, grant: string): Promise<string[]> {
  if (!isIdText(grant)) return []
  const rows = (await manager.query(alongBelow, [[grant]])) as { id: string }[]
  return rows.map(row => row.id)
}

async function fallingWith(
  manager: EntityManager,
  acting: Acting,
  who: readonly Who[],
  named: readonly (string | null)[],
): Promise<string[]> {
  const address = who[0]?.by === 'address' ? who[0].address : null
  const partner = named[0] ?? null
  const rows = (await manager.query(
    `SELECT id FROM access_grant WHERE ended_at IS NULL AND ((business_id = $1 AND partner_id = $2) OR (business_id = $2 AND partner_id = $1)
       OR (business_id = $1 AND upstream_id IS NOT NULL AND person_id = (SELECT person_id FROM person_address WHERE address = $3)))`,
    [acting.id, partner, address],
  )) as { id: string }[]
  const all = (await manager.query(alongBelow, [rows.map(row => row.id)])) as { id: string }[]
  return all.map(row => row.id)
}
