import { belowOf } from './below.ts'
import { peopleReached } from './holdersFor.ts'
import { placesOfAsset } from './places.ts'

/**
 * Who of other businesses reaches what the business $1 owns or passes on, in SQL, as `reach`: the person, the business they
 * do so for, what was given, and the grant of their own by which they do, where there is one. Partners put them on what they
 * were given; or they reach a manager account of another business that it hangs under. `partner`: of one partner alone.
 */
export function outsideReach(partner: string | null): string {
  const to = (column: string) => (partner ? `${column} = ${partner}` : `${column} IS NOT NULL`)
  return `${belowOf(`g.business_id = $1 AND ${to('g.to_business_id')}`)},
  upwards AS (
    SELECT g.target_id, g.holder_id AS id, g.to_business_id AS first FROM access_grant g
      WHERE g.business_id = $1 AND g.holder_kind = 'manager' AND g.ended_at IS NULL
    UNION SELECT upwards.target_id, link.holder_id, coalesce(upwards.first, link.to_business_id) FROM upwards
      JOIN access_grant link ON link.holder_kind = 'manager' AND link.target_id = upwards.id AND link.ended_at IS NULL),
  spot AS (SELECT upwards.target_id, asset.business_id, ${placesOfAsset('asset')} AS places FROM upwards
    JOIN asset ON asset.id = upwards.id WHERE ${to('upwards.first')}),
  reach AS (SELECT * FROM (
    SELECT m.person_id, m.business_id AS of_id, below.target_id, NULL::uuid AS grant_id FROM below JOIN membership m ON below.holder_kind = 'business'
      AND m.business_id = below.holder_id AND m.standing = 'admin'
    UNION SELECT reached.person_id, below.business_id, below.target_id, below.id FROM below ${peopleReached('below')}
    UNION SELECT m.person_id, m.business_id, spot.target_id, NULL::uuid FROM spot JOIN membership m ON m.business_id = spot.business_id
      AND m.standing IN ('admin', 'finance')
    UNION SELECT reached.person_id, g.business_id, spot.target_id, g.id FROM spot JOIN access_grant g ON g.target_id = ANY(spot.places)
      AND g.ended_at IS NULL ${peopleReached('g')}
    UNION SELECT m.person_id, m.business_id, spot.target_id, NULL::uuid FROM spot JOIN access_grant g ON g.target_id = ANY(spot.places)
      AND g.holder_kind = 'business' AND g.ended_at IS NULL JOIN membership m ON m.business_id = g.holder_id AND m.standing = 'admin') every_way
    WHERE every_way.of_id <> $1)`
}
