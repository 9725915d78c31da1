import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'

/** Something that is not enough for its purpose, and is meant so. */
export interface Meant {
  /** As a sentence names them: an address, a business’s number. */
  readonly who: string
  readonly whoName: string
  readonly purpose: string
  /** What was missing when that was said; null where it was answered with less: then whatever is missing is meant so. */
  readonly missing: readonly string[] | null
}

/** Keeps it in the name of who makes the change; what was said before of the same is replaced. */
export async function keepMeant(change: Change, business: string, by: string, meant: Meant): Promise<void> {
  await dropMeant(change, business, meant)
  await change.manager.query(
    'INSERT INTO left_as_is (business_id, who, who_name, purpose, missing, said_by, said_at) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [business, meant.who, meant.whoName, meant.purpose, meant.missing, by, change.now.toString()],
  )
}

export async function dropMeant(
  change: Change,
  business: string,
  { who, purpose }: Pick<Meant, 'who' | 'purpose'>,
): Promise<void> {
  await change.manager.query(
    'DELETE FROM left_as_is WHERE business_id = $1 AND who = $2 AND lower(purpose) = lower($3)',
    [business, who, purpose],
  )
}

/** What is meant so in a business, the newest first, each with who said it and when. */
export async function meantIn(
  manager: EntityManager,
  business: string,
): Promise<(Meant & { readonly by: string; readonly at: Date })[]> {
  return manager.query(
    `SELECT who, who_name AS "whoName", purpose, missing, person.name AS by, said_at AS at FROM left_as_is JOIN person ON person.id = said_by
     WHERE business_id = $1 ORDER BY said_at DESC LIMIT 500`,
    [business],
  )
}
