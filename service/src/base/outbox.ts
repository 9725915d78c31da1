import { v7 as newId } from 'uuid'
import type { DataSource, EntityManager } from 'typeorm'
import type { Instant } from '@famiglia/core'
import type { Letter } from './letter.ts'

/** Keeps a letter until it is sent, and returns its id. */
export async function putInOutbox(
  manager: EntityManager,
  letter: Letter,
  now: Instant,
  proposal: string | null,
): Promise<string> {
  const id = newId()
  await manager.query('INSERT INTO mail (id, letter, queued_at, proposal_id) VALUES ($1, $2, $3, $4)', [
    id,
    JSON.stringify(letter),
    now.toString(),
    proposal,
  ])
  return id
}

/** Removes a proposal's letters that nobody is sending yet; one that is on its way is past recalling. */
export async function takeOutOfOutbox(manager: EntityManager, proposal: string): Promise<number> {
  const [, taken] = (await manager.query(
    'DELETE FROM mail WHERE id IN (SELECT id FROM mail WHERE proposal_id = $1 AND sent_at IS NULL FOR UPDATE SKIP LOCKED)',
    [proposal],
  )) as [unknown, number]
  return taken
}

/** Sends a letter that has not left yet, and holds on to it meanwhile, so that nobody recalls it from under the pen. */
export async function sendUnsent(
  database: DataSource,
  id: string,
  now: () => Instant,
  send: (letter: Letter) => Promise<void>,
): Promise<void> {
  await database.transaction(async manager => {
    const [row] = (await manager.query('SELECT letter FROM mail WHERE id = $1 AND sent_at IS NULL FOR UPDATE', [
      id,
    ])) as {
      letter: Letter
    }[]
    if (!row) return
    await send(row.letter)
    await manager.query('UPDATE mail SET sent_at = $2 WHERE id = $1', [id, now().toString()])
  })
}
