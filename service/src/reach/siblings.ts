import {
  printSentence,
  printWho,
  sayThings,
  Temporal,
  wantedOf,
  type Action,
  type BusinessNumber,
  type Figure,
  type Terms,
  type What,
  type Who,
} from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { getBusiness } from '../businesses/queries.ts'
import { placesOfAsset } from './places.ts'

/** Somebody who holds a sibling of a new asset, with the sentence that would let them reach the new one alike. */
export interface SiblingHolder {
  readonly name: string
  readonly text: string
  readonly has: string
  readonly sentence: string
}

/** Whoever is stopped is no one to add: paused or frozen people and businesses, and those who left, are not proposed. */
const holding = `
  SELECT DISTINCT ON (g.holder_id) g.holder_kind AS kind, team.handle, main.address, partner.number,
    coalesce(team.name, partner.name, person.name) AS name, g.tier, g.actions, g.hiding, g.until_at AS until, g.purpose, sibling.name AS sibling
  FROM asset JOIN asset sibling ON sibling.business_id = asset.business_id AND sibling.kind = asset.kind AND sibling.id <> asset.id
    JOIN access_grant g ON g.asset_id = sibling.id
    LEFT JOIN team ON g.holder_kind = 'team' AND team.id = g.holder_id LEFT JOIN person ON g.holder_kind = 'person'
      AND person.id = g.holder_id LEFT JOIN person_address main ON main.person_id = person.id AND main.main
    LEFT JOIN business partner ON g.holder_kind = 'business' AND partner.id = g.holder_id
    LEFT JOIN membership ON membership.business_id = asset.business_id AND membership.person_id = person.id
  WHERE asset.id = $1 AND g.business_id = asset.business_id AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2)
    AND (team.id IS NOT NULL OR (partner.id IS NOT NULL AND partner.closed_at IS NULL) OR (membership.paused_at IS NULL AND membership.frozen_at IS NULL AND membership.person_id IS NOT NULL AND person.paused_at IS NULL))
    AND NOT EXISTS (SELECT FROM access_grant mine WHERE mine.holder_id = g.holder_id AND mine.ended_at IS NULL
      AND mine.target_id = ANY (${placesOfAsset('asset')}))
  ORDER BY g.holder_id, g.given_at DESC LIMIT 50`

interface Row {
  kind: 'team' | 'person' | 'business'
  handle: string
  address: string
  number: BusinessNumber
  name: string
  tier: Terms['tier']
  actions: Action[]
  hiding: Figure[]
  until: Date | null
  purpose: string | null
  sibling: string
}

function whoIs({ kind, handle, address, number }: Row): Who {
  if (kind === 'team') return { by: 'team', handle }
  return kind === 'business' ? { by: 'number', number } : { by: 'address', address }
}

/** Who holds assets of the same kind and not this one: whoever adds one is asked whether they should reach it too, under the same terms. */
export async function siblingHolders(kit: Kit, asset: Asset): Promise<SiblingHolder[]> {
  const rows = (await kit.database.query(holding, [asset.id, kit.clock.now().toString()])) as Row[]
  const { zone } = await getBusiness(kit.database.manager, asset.businessId)
  return rows.map(row => {
    const until = row.until ? Temporal.Instant.fromEpochMilliseconds(row.until.getTime()) : null
    const terms = { tier: row.tier, actions: row.actions, hiding: row.hiding, from: null, until }
    const what: What = { by: 'handle', kind: asset.kind, handle: asset.handle }
    const wanted = wantedOf([{ what, terms }], zone, { purpose: row.purpose })
    return {
      name: row.name,
      text: printWho(whoIs(row)),
      has: sayThings([{ name: row.sibling, kind: asset.kind, terms }], zone, row.purpose),
      sentence: printSentence({ verb: 'let', who: [whoIs(row)], ...wanted }),
    }
  })
}
