import { sayUnfit, whyUnfit, type Branch } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import { gatheringAbove, hangingUnder } from '../reach/tree.ts'

/** All links on the ways down from one asset and up from another; those that are over count no more. */
const around = `
  WITH RECURSIVE up AS (SELECT $1::uuid AS id UNION ${gatheringAbove('up')}),
  down AS (SELECT $2::uuid AS id UNION ${hangingUnder('down')})
  SELECT json_build_object('id', below.id, 'name', below.name, 'isManager', below.kind = 'manager-account', 'owner', below.business_id) AS below,
    json_build_object('id', above.id, 'name', above.name, 'isManager', true, 'owner', above.business_id) AS above
  FROM access_grant link JOIN asset below ON below.id = link.target_id JOIN asset above ON above.id = link.holder_id
  WHERE link.holder_kind = 'manager' AND link.ended_at IS NULL AND (link.until_at IS NULL OR link.until_at > $3)
    AND (link.target_id IN (SELECT id FROM up) OR link.holder_id IN (SELECT id FROM down))`

/**
 * Refuses what would close a loop or hang too deep, in words that name the way: `link.loop`, `link.too-deep`,
 * `link.under-itself`. `seenBy`: the business that is told, and what it knows besides its own; nothing else is named.
 */
export async function assertFits(
  manager: EntityManager,
  account: Asset,
  under: Asset,
  at: string,
  seenBy: { readonly business: string; readonly known: readonly string[] } | null = null,
): Promise<void> {
  const branches = (await manager.query(around, [under.id, account.id, at])) as {
    below: Branch['below'] & { owner: string }
    above: Branch['above'] & { owner: string }
  }[]
  const isKnown = (owner: string, id: string) =>
    seenBy === null || owner === seenBy.business || seenBy.known.includes(id) || id === under.id
  const known = ({ owner, name, ...node }: Branch['below'] & { owner: string }) => ({
    ...node,
    name: isKnown(owner, node.id) ? name : 'another one',
  })
  const node = ({ id, name, number, kind, businessId }: Asset) => ({
    id,
    name: isKnown(businessId, id) ? name : number,
    isManager: kind === 'manager-account',
  })
  const unfit = whyUnfit(
    branches.map(({ below, above }) => ({ below: known(below), above: known(above) })),
    { below: node(account), above: node(under) },
  )
  if (unfit) throw new Problem(unfit.code, sayUnfit(unfit))
}

/** Only one manager account of an account may give access there: `link.mark-taken` says which one does. */
export async function assertMarkIsFree(change: Change, account: Asset, under: Asset): Promise<void> {
  const [other] = (await change.manager.query(
    `SELECT link.id, link.until_at AS until, gathering.name FROM access_grant link JOIN asset gathering ON gathering.id = link.holder_id
     WHERE link.target_id = $1 AND link.holder_kind = 'manager' AND link.may_pass_on AND link.ended_at IS NULL AND link.holder_id <> $2`,
    [account.id, under.id],
  )) as { id: string; until: Date | null; name: string }[]
  if (!other) return
  if (other.until && other.until.getTime() <= change.now.epochMilliseconds) {
    await change.manager.query('UPDATE access_grant SET may_pass_on = false WHERE id = $1', [other.id])
    return
  }
  throw new Problem(
    'link.mark-taken',
    `${other.name} may give access to ${account.name} already, and only one manager account of an account may. Take it from that one first: say its link again without “may give access”.`,
  )
}
