import { v7 as newId } from 'uuid'
import type { DataSource, EntityManager } from 'typeorm'
import type { Instant } from '@famiglia/core'
import type { Letter } from './letter.ts'

/**
 * Keeps a letter until it is sent; but not a reminder to somebody who wants none. `by` is who has it sent, noted where it goes to
 * an address that nobody signs in with.
 */
export async function putInOutbox(
  manager: EntityManager,
  letter: Letter,
  now: Instant,
  { by, of }: { readonly by: string | null; readonly of?: LetterOf | undefined },
): Promise<void> {
  await manager.query(
    `INSERT INTO mail (id, letter, queued_at, proposal_id, not_before, to_stranger_by)
     SELECT $1, $2::jsonb, $3, $4, $5, (SELECT $6::uuid WHERE NOT EXISTS (SELECT FROM person_address WHERE address = $7))
     WHERE NOT ($8 AND EXISTS (SELECT FROM no_reminders WHERE address IN (${sameReader('$7')})))`,
    [
      newId(),
      JSON.stringify(letter),
      now.toString(),
      of?.proposal ?? null,
      of?.notBefore.toString() ?? null,
      by,
      letter.to.address.toLowerCase(),
      letter.isReminder ?? false,
    ],
  )
}

/** SQL for the addresses at which the reader of one address reads: that one, and all of the person whose it is. */
export const sameReader = (address: string): string =>
  `SELECT ${address} UNION SELECT other.address FROM person_address own JOIN person_address other USING (person_id) WHERE own.address = ${address}`

/** The proposal that a letter is about, and before when it does not leave. */
export interface LetterOf {
  readonly proposal: string
  readonly notBefore: Instant
}

/**
 * Letters that one person has sent to addresses that nobody signs in with, since then: those queued just now, all, and the most to
 * one address that one of just now goes to.
 */
export async function countToStrangers(
  manager: EntityManager,
  by: string,
  since: Instant,
  now: Instant,
): Promise<{ justNow: number; all: number; toOne: number }> {
  const [row] = (await manager.query(
    `WITH sent AS (SELECT address, count(*) AS times, count(*) FILTER (WHERE queued_at >= $3) AS just_now
       FROM mail WHERE to_stranger_by = $1 AND queued_at > $2 GROUP BY address)
     SELECT coalesce(sum(just_now), 0)::integer AS "justNow", coalesce(sum(times), 0)::integer AS all,
       coalesce(max(times) FILTER (WHERE just_now > 0), 0)::integer AS "toOne" FROM sent`,
    [by, since.toString(), now.toString()],
  )) as { justNow: number; all: number; toOne: number }[]
  return row!
}

/** Removes a proposal's letters that nobody is sending yet; one that is on its way is past recalling. */
export async function takeOutOfOutbox(manager: EntityManager, proposal: string): Promise<number> {
  const [, taken] = (await manager.query(
    `DELETE FROM mail WHERE id IN (SELECT id FROM mail WHERE proposal_id = $1 AND sent_at IS NULL AND sending_since IS NULL AND refused_at IS NULL
      FOR UPDATE SKIP LOCKED)`,
    [proposal],
  )) as [unknown, number]
  return taken
}

/** A letter that somebody is sending. */
export interface InHand {
  readonly id: string
  readonly letter: Letter
  readonly tries: number
}

/**
 * What became of a letter in hand: SENT; REFUSED for good, with what the server said; to be tried LATER; or the server is
 * AWAY, for this letter and all others.
 */
export type Outcome =
  | { readonly is: 'sent' }
  | { readonly is: 'refused'; readonly why: string }
  | { readonly is: 'later'; readonly seconds: number }
  | { readonly is: 'away' }

/** Longer than the most patient server takes (RFC 5321, 4.5.3.2): a letter in hand for so long was dropped by a process that ended. */
const inHandAtMost = '15 minutes'

/**
 * Takes the oldest letter that is due into one's hand, or null. Nothing is locked while it is sent; to one address a letter is
 * only taken once those written before it have left, so that a reminder never arrives before what it reminds of.
 */
export async function takeInHand(database: DataSource, now: Instant): Promise<InHand | null> {
  const waits = (of: string) =>
    `${of}.sent_at IS NULL AND ${of}.refused_at IS NULL AND (${of}.not_before IS NULL OR ${of}.not_before <= $1)`
  const [rows] = (await database.query(
    `UPDATE mail SET sending_since = now(), tries = tries + 1 WHERE id = (
       SELECT mail.id FROM mail WHERE ${waits('mail')} AND (mail.next_try_at IS NULL OR mail.next_try_at <= $1)
         AND (mail.sending_since IS NULL OR mail.sending_since < now() - interval '${inHandAtMost}')
         AND NOT EXISTS (SELECT FROM mail earlier WHERE earlier.address = mail.address AND ${waits('earlier')}
           AND (earlier.queued_at, earlier.id) < (mail.queued_at, mail.id))
       ORDER BY mail.queued_at, mail.id LIMIT 1 FOR UPDATE SKIP LOCKED)
     RETURNING id, letter, tries`,
    [now.toString()],
  )) as [InHand[], number]
  return rows[0] ?? null
}

/** Puts down what became of it. */
export async function putDown(database: DataSource, id: string, outcome: Outcome, now: Instant): Promise<void> {
  const at = now.toString()
  if (outcome.is === 'sent')
    await database.query('UPDATE mail SET sent_at = $2, sending_since = NULL WHERE id = $1', [id, at])
  else if (outcome.is === 'refused')
    await database.query('UPDATE mail SET refused_at = $2, refusal = $3, sending_since = NULL WHERE id = $1', [
      id,
      at,
      outcome.why,
    ])
  else
    await database.query('UPDATE mail SET sending_since = NULL, next_try_at = $2 WHERE id = $1', [
      id,
      outcome.is === 'later' ? now.add({ seconds: outcome.seconds }).toString() : null,
    ])
}

/** Notes that a letter that had left came back after all, perhaps before it was put down as sent; whether it was not known yet. */
export async function noteReturned(database: DataSource, id: string, why: string, now: Instant): Promise<boolean> {
  const [, noted] = (await database.query(
    'UPDATE mail SET refused_at = $2, refusal = $3 WHERE id = $1 AND (sent_at IS NOT NULL OR sending_since IS NOT NULL) AND refused_at IS NULL',
    [id, now.toString(), why],
  )) as [unknown, number]
  return noted > 0
}

/** How many letters wait, were sent and came back, and since when the oldest waits, in seconds: for whoever runs the service. */
export async function countLetters(
  database: DataSource,
): Promise<{ waiting: number; refused: number; oldestSeconds: number }> {
  const [row] = (await database.query(
    `SELECT (count(*) FILTER (WHERE refused_at IS NULL))::integer AS waiting, (count(*) FILTER (WHERE refused_at IS NOT NULL))::integer AS refused,
       coalesce(extract(epoch FROM now() - min(queued_at) FILTER (WHERE refused_at IS NULL AND (not_before IS NULL OR not_before <= now()))), 0)::float AS "oldestSeconds"
     FROM mail WHERE sent_at IS NULL OR refused_at IS NOT NULL`,
  )) as { waiting: number; refused: number; oldestSeconds: number }[]
  return row!
}
