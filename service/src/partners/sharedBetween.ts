import { sayGiven, sayList, type Action, type Figure, type Tier } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/queries.ts'

interface SharedRow {
  given: boolean
  /** The manager account, where it is a link. */
  under: string | null
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  names: string[]
}

const shared = `
  SELECT g.business_id = $1 AS given, gathering.name AS under, g.tier, g.actions, g.hiding, array_agg(coalesce(asset.name, bundle.name)
    ORDER BY coalesce(asset.name, bundle.name)) AS names
  FROM access_grant g LEFT JOIN asset gathering ON g.holder_kind = 'manager' AND gathering.id = g.holder_id LEFT JOIN asset ON asset.id = g.asset_id LEFT JOIN bundle ON bundle.id = g.bundle_id
  WHERE g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $3) 
    AND ((g.business_id = $1 AND g.to_business_id = $2) OR (g.business_id = $2 AND g.to_business_id = $1))
  GROUP BY 1, 2, g.tier, g.actions, g.hiding ORDER BY 1 DESC LIMIT 50`

/** What two businesses share, as sentences told to the first: `You let them run on Summer Crossings.` */
export async function sharedBetween(
  kit: Kit,
  acting: Pick<Acting, 'id'>,
  other: Pick<Business, 'id'>,
): Promise<string[]> {
  const rows = (await kit.database.query(shared, [acting.id, other.id, kit.clock.now().toString()])) as SharedRow[]
  const open = (await kit.database.query(
    `SELECT kind, business_id = $1 AS sent FROM proposal WHERE state = 'open' AND lapses_at > $3
      AND ((business_id = $1 AND to_business_id = $2) OR (business_id = $2 AND to_business_id = $1)) LIMIT 20`,
    [acting.id, other.id, kit.clock.now().toString()],
  )) as { kind: string; sent: boolean }[]
  return [
    ...rows.map(({ given, under, names, ...words }) => {
      const hiding = words.hiding.length > 0 ? `, hiding ${sayList(words.hiding)}` : ''
      if (under)
        return `${given ? 'You' : 'They'} linked ${sayList(names)} under ${under} at ${sayGiven(words)}${hiding}.`
      return `${given ? 'You let them' : 'They let you'} ${sayGiven(words)} on ${sayList(names)}${hiding}.`
    }),
    ...open.map(({ kind, sent }) => {
      const what = kind === 'business-ask' ? 'An ask' : kind === 'link' ? 'A request to link accounts' : 'An offer'
      return sent ? `${what} of yours waits for their answer.` : `${what} of theirs waits for your answer.`
    }),
  ]
}
