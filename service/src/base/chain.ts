import type { Instant } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Actor } from './actor.ts'
import { hashEntry, type HistoryContent } from './hash-entry.ts'

/** What a use case tells the history. */
export interface Entry {
  /** The business or the person whose chain it stands in; both businesses' where it happened between two. */
  readonly chain: string | readonly string[]
  readonly what: string
  readonly sentence: string
  readonly data?: Record<string, unknown>
  readonly asset?: string
  /** The person it concerns, where that is another than who acts. */
  readonly about?: string
  /** The numbers of the businesses it happened between. */
  readonly partners?: readonly string[]
  /** Who acts, where nobody is signed in: somebody who has just made a sign-in, or nobody at all. */
  readonly by?: { readonly id: string; readonly name: string } | null
}

/** An event between businesses stands in the history of each. */
export function between(...parties: readonly { readonly id: string; readonly number: string }[]) {
  return { chain: parties.map(party => party.id), partners: parties.map(party => party.number) }
}

/**
 * Writes the entries of a change into their chains. The heads of the chains are locked in one order, so that two changes
 * which write into the same chains wait for one another and never in a circle.
 */
export async function writeEntries(
  manager: EntityManager,
  at: Instant,
  actor: Actor | null,
  entries: readonly Entry[],
): Promise<void> {
  const chains = new Set(entries.flatMap(entry => entry.chain))
  for (const chain of [...chains].sort()) {
    const own = entries.filter(entry => [entry.chain].flat().includes(chain))
    await writeChain(manager, at, actor, chain, own)
  }
}

async function writeChain(
  manager: EntityManager,
  at: Instant,
  actor: Actor | null,
  chain: string,
  entries: readonly Entry[],
): Promise<void> {
  const [head] = (await manager.query('SELECT number, hash FROM history_head WHERE chain_id = $1 FOR UPDATE', [
    chain,
  ])) as { number: number; hash: string }[]
  let last: { number: number; hash: string | null } = head ?? { number: 0, hash: null }
  const rows = entries.map(entry => {
    const content = contentOf(entry, last.number + 1, at, actor)
    const row = { content, before: last.hash, hash: hashEntry(content, last.hash) }
    last = { number: content.number, hash: row.hash }
    return row
  })
  await manager.query(
    `INSERT INTO history (chain_id, number, at, person_id, asset_id, about_id, entry, before, hash)
     SELECT $1, (e->'content'->>'number')::integer, $2, (e->'content'->'person'->>'id')::uuid, (e->'content'->>'asset')::uuid, (e->'content'->>'about')::uuid,
       e->'content', e->>'before', e->>'hash' FROM jsonb_array_elements($3::jsonb) AS e`,
    [chain, at.toString(), JSON.stringify(rows)],
  )
  await manager.query(
    'INSERT INTO history_head (chain_id, number, hash) VALUES ($1, $2, $3) ON CONFLICT (chain_id) DO UPDATE SET number = excluded.number, hash = excluded.hash',
    [chain, last.number, last.hash],
  )
}

function contentOf(entry: Entry, number: number, at: Instant, actor: Actor | null): HistoryContent {
  return {
    number,
    at: at.toString(),
    person: entry.by !== undefined ? entry.by : actor ? { id: actor.person, name: actor.name } : null,
    provenBy: actor?.provenBy ?? null,
    what: entry.what,
    sentence: entry.sentence,
    asset: entry.asset ?? null,
    about: entry.about ?? null,
    data: { ...entry.data, ...(entry.partners ? { partners: entry.partners } : {}) },
  }
}
