import { v7 as newId } from 'uuid'
import type { DataSource, EntityManager } from 'typeorm'
import type { Instant } from '@famiglia/core'
import type { Letter } from './letter.ts'

/** Keeps a letter until it is sent, and returns its id. */
export async function putInOutbox(manager: EntityManager, letter: Letter, now: Instant): Promise<string> {
  const id = newId()
  await manager.query('INSERT INTO mail (id, letter, queued_at) VALUES ($1, $2, $3)', [
    id,
    JSON.stringify(letter),
    now.toString(),
  ])
  return id
}

/** The letter of a mail that was not sent yet, or null. */
export async function findUnsent(database: DataSource, id: string): Promise<Letter | null> {
  const [row] = (await database.query('SELECT letter FROM mail WHERE id = $1 AND sent_at IS NULL', [id])) as {
    letter: Letter
  }[]
  return row?.letter ?? null
}

export async function markSent(database: DataSource, id: string, now: Instant): Promise<void> {
  await database.query('UPDATE mail SET sent_at = $2 WHERE id = $1', [id, now.toString()])
}
