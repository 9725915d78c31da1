import { sayList } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById } from '../assets/queries.ts'
import type { Listener, News } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { canAnswer } from './answering.ts'

/** Accounts for whose payment somebody answers who stands differently now, or holds something else on them. */
const touched = `
  SELECT asset.id FROM asset WHERE asset.payer_id IS NOT NULL AND (
    (asset.answering_id, asset.payer_id) IN (SELECT * FROM unnest($1::uuid[], $2::uuid[]))
    OR asset.id = ANY ($3)) LIMIT 200`

/**
 * Whoever answers for a payment goes on being able to: a change after which they could not is refused as
 * `billing.holder-needed`, and names what to do first. A pause or a freeze takes nothing away, and stays quick.
 */
export function stillAnswered(kit: Kit): Listener {
  return async (change, news) => {
    const left: string[] = []
    let who = ''
    let first = ''
    for (const asset of await assetsById(change.manager, await touchedBy(change.manager, news))) {
      if (await canAnswer(kit, change.manager, asset.payer!.id, asset.answering!.id, asset)) continue
      if (!who) who = asset.answering!.name
      if (!first) first = asset.businessId === asset.payer!.id ? `${asset.kind}/${asset.handle}` : asset.number
      left.push(asset.name)
    }
    if (left.length === 0) return
    throw new Problem(
      'billing.holder-needed',
      `${who} answers for what is paid for ${sayList(left)}. Have somebody else take that over first: “billing ${first} to …”.`,
      { accounts: left },
    )
  }
}

async function touchedBy(manager: EntityManager, news: readonly News[]): Promise<string[]> {
  const standing = news.flatMap(one => (one.what === 'standing' ? [one] : []))
  const reach = news.flatMap(one => (one.what === 'reach' ? [one] : []))
  const rows = (await manager.query(touched, [
    standing.map(one => one.person),
    standing.map(one => one.business),
    reach.map(one => one.target),
  ])) as { id: string }[]
  return rows.map(row => row.id)
}
