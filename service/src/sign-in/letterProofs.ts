import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'

/** What a link in a letter can prove: that one may choose a new password, or that an address is one's own. */
export type LetterProofUse = 'new-password' | 'address'

export interface LetterProof {
  readonly id: string
  readonly personId: string
  readonly address: string
}

const mostAnHour = 5

/** Keeps that a letter was asked for, and returns its id; null when too many were asked for within the hour. */
export async function askForLetter(
  change: Change,
  use: LetterProofUse,
  person: string,
  address: string,
  minutes: number,
): Promise<string | null> {
  const [row] = (await change.manager.query(
    'SELECT count(*)::integer AS asked FROM letter_proof WHERE person_id = $1 AND use = $2 AND asked_at > $3',
    [person, use, change.now.subtract({ hours: 1 }).toString()],
  )) as { asked: number }[]
  if (row!.asked >= mostAnHour) return null
  const id = newId()
  await change.manager.query(
    'INSERT INTO letter_proof (id, use, person_id, address, asked_at, expires_at) VALUES ($1, $2, $3, $4, $5, $6)',
    [id, use, person, address, change.now.toString(), change.now.add({ minutes }).toString()],
  )
  return id
}

/** Looks up what a link from a letter proves, without using it up. */
export async function readLetterProof(kit: Kit, use: LetterProofUse, link: string): Promise<LetterProof> {
  const target = kit.secrets.readLink(use, link)
  if (!target)
    throw new Problem('link.unknown', 'This link is not whole, or was not made here. Copy it from the letter again.')
  const [row] = (await kit.database.query(
    'SELECT id, person_id AS "personId", address, expires_at AS expires, used_at AS used FROM letter_proof WHERE id = $1 AND use = $2',
    [target.id, use],
  )) as (LetterProof & { expires: Date; used: Date | null })[]
  if (!row) throw new Problem('link.unknown', 'This link leads nowhere any more.')
  if (row.used) throw new Problem('link.lapsed', 'This link was used already. Ask for a new one.')
  if (row.expires.getTime() <= kit.clock.now().epochMilliseconds)
    throw new Problem('link.lapsed', 'This link is too old. Ask for a new one.')
  return row
}

/** Uses it up, so that of two at once one counts. */
export async function useLetterProof(change: Change, proof: LetterProof): Promise<void> {
  const [used] = (await change.manager.query(
    'UPDATE letter_proof SET used_at = $2 WHERE id = $1 AND used_at IS NULL RETURNING 1',
    [proof.id, change.now.toString()],
  )) as [unknown[], number]
  if (used.length === 0) throw new Problem('link.lapsed', 'This link was used already. Ask for a new one.')
}
