import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import { assetsById } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import { getBusiness } from '../businesses/queries.ts'
import { getMeansById } from '../means/queries.ts'
import { peopleById } from '../people/queries.ts'
import type { PaidFromThen } from './paying.ts'

/** What is a link proposal's own. */
export interface LinkOwn {
  /** The manager account under which it would hang. */
  readonly under: Asset
  /** Whether the manager account's side asks; else the account's owner offers. */
  readonly fromAbove: boolean
  /** Whether who asks dealt with the owner before. Who asks for an account by its number alone is not told whose it is before they answer. */
  readonly toNamed: boolean
  /** Who would pay from then on; null where that does not change. */
  readonly paid: PaidFromThen | null
  /** Of the accounts asked for those that the asking side reached already, and knows by name. */
  readonly known: readonly string[]
}

interface Row {
  id: string
  under: string
  fromAbove: boolean
  toNamed: boolean
  known: string[]
  payer: string | null
  answering: string | null
  means: string | null
}

export async function readLinkProposals(manager: EntityManager, ids: readonly string[]): Promise<Map<string, LinkOwn>> {
  const rows = (await manager.query(
    `SELECT proposal_id AS id, manager_id AS under, from_above AS "fromAbove", to_named AS "toNamed", known_assets AS known, payer_id AS payer, answering_id AS answering, means_id AS means
     FROM link_proposal WHERE proposal_id = ANY($1)`,
    [ids],
  )) as Row[]
  const found = await assetsById(
    manager,
    rows.map(row => row.under),
  )
  const accounts = new Map(found.map(asset => [asset.id, asset]))
  const own = new Map<string, LinkOwn>()
  for (const { id, under, fromAbove, toNamed, known, ...paying } of rows)
    own.set(id, { under: accounts.get(under)!, fromAbove, toNamed, known, paid: await readPaid(manager, paying) })
  return own
}

async function readPaid(
  manager: EntityManager,
  { payer, answering, means }: Pick<Row, 'payer' | 'answering' | 'means'>,
): Promise<PaidFromThen | null> {
  if (!payer) return null
  return {
    payer: await getBusiness(manager, payer),
    answering: answering ? (await peopleById(manager, [answering])).get(answering)! : null,
    means: means ? await getMeansById(manager, means) : null,
  }
}

export async function keepLinkProposal(change: Change, proposal: string, own: LinkOwn): Promise<void> {
  await change.manager.query(
    `INSERT INTO link_proposal (proposal_id, manager_id, from_above, to_named, known_assets, payer_id, answering_id, means_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
     ON CONFLICT (proposal_id) DO UPDATE SET payer_id = excluded.payer_id, answering_id = excluded.answering_id, means_id = excluded.means_id, known_assets = (SELECT array_agg(DISTINCT one) FROM unnest(link_proposal.known_assets || excluded.known_assets) one)`,
    [
      proposal,
      own.under.id,
      own.fromAbove,
      own.toNamed,
      own.known,
      own.paid?.payer.id ?? null,
      own.paid?.answering?.id ?? null,
      own.paid?.means?.id ?? null,
    ],
  )
}

/** What the manager's side calls an account: its own, and never told to the owner. Null takes it away. */
export async function keepLabel(
  change: Change,
  { under, account }: { readonly under: string; readonly account: string },
  label: string | null,
): Promise<void> {
  if (label === null)
    await change.manager.query('DELETE FROM link_label WHERE manager_id = $1 AND asset_id = $2', [under, account])
  else
    await change.manager.query(
      'INSERT INTO link_label (manager_id, asset_id, label) VALUES ($1, $2, $3) ON CONFLICT (manager_id, asset_id) DO UPDATE SET label = excluded.label',
      [under, account, label],
    )
}
