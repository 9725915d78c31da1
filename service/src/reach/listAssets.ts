import { findKinds, kinds } from '@famiglia/core'
import { isCalled, wordsTyped } from '../base/finding.ts'
import type { Kit } from '../base/kit.ts'
import { cutPage, readCursor } from '../base/page.ts'
import type { Acting } from '../businesses/acting.ts'
import { holdsSomethingOn } from './places.ts'
import type { Asset } from '../assets/records.ts'

interface AssetRow {
  id: string
  number: string
  kind: Asset['kind']
  handle: string
  name: string
  platform: string
  archived: boolean
  frozen: boolean
  inside: string | null
  holders: number
}

interface Listed {
  readonly limit: number
  readonly after?: string | undefined
  /** A part of a name, a number, or a word of the trade for a kind. */
  readonly find?: string | undefined
  readonly archived: boolean
}

/** A page of the business's assets: all of them for admins and finance people, for members those they reach. */
export async function listAssets(kit: Kit, acting: Acting, { limit, after, find, archived }: Listed) {
  const cursor = readCursor(after)
  const rows: AssetRow[] = await kit.database.query(
    `SELECT asset.id, asset.number, asset.kind, asset.handle, asset.name, asset.platform,
       asset.archived_at IS NOT NULL AS archived, asset.frozen_at IS NOT NULL AS frozen, outer_asset.name AS inside,
       (SELECT count(*)::integer FROM access_grant g WHERE g.target_id = asset.id AND g.business_id = $1 AND g.ended_at IS NULL
         AND (g.until_at IS NULL OR g.until_at > $7)) AS holders
     FROM asset LEFT JOIN asset outer_asset ON outer_asset.id = asset.inside_id WHERE asset.business_id = $1
       AND (asset.archived_at IS NOT NULL) = $10 AND ($2::text IS NULL OR (asset.name COLLATE by_name, asset.id) > ($2, $3::uuid))
       AND ($4::text[] IS NULL OR ${isCalled('$4', 'asset.name', 'asset.handle', 'asset.number', 'asset.platform_ref')} OR asset.kind = ANY($9))
       AND ($5 OR ${holdsSomethingOn('asset', '$1', '$6::uuid', '$7')})
     ORDER BY asset.name COLLATE by_name, asset.id LIMIT $8`,
    [
      acting.id,
      cursor?.[0] ?? null,
      cursor?.[1] ?? null,
      wordsTyped(find),
      acting.standing !== 'member',
      acting.live.person,
      kit.clock.now().toString(),
      limit + 1,
      find && find.length > 2 ? findKinds(find) : [],
      archived,
    ],
  )
  const page = cutPage(rows, limit, row => [row.name, row.id])
  return { ...page, items: page.items.map(row => ({ ...row, noun: kinds[row.kind].noun })) }
}
