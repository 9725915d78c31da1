import { Temporal } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { ProvenBy } from '../base/live-session.ts'
import { hashOf } from '../base/secrets.ts'
import { beginSession } from '../sign-in/sessions.ts'
import { methods } from './methods.ts'
import type { CommandLineToken } from './oidcRecords.ts'

const proofNamed = (named: readonly string[]) =>
  (Object.keys(methods) as ProvenBy[]).find(proof => methods[proof].join() === named.join()) ?? null

/** Begins the sign-in that an access token of the command line is. */
export async function letCommandLineIn(
  kit: Kit,
  { secret, person, proof, expiresIn }: CommandLineToken,
): Promise<void> {
  await kit.change(null, async change => {
    const provenBy = proof && proofNamed(proof.methods)
    await beginSession(
      change.manager,
      {
        person,
        kind: 'command-line',
        name: 'command line',
        provenAt: provenBy ? Temporal.Instant.fromEpochMilliseconds(proof.at * 1000) : null,
        provenBy,
        expiresAt: change.now.add({ seconds: expiresIn }),
        secret,
      },
      change.now,
    )
    await tell(change, person, 'sign-in.begun', 'signed in at the command line')
  })
}

/** Ends it where the token was revoked (RFC 7009). Whoever holds a token may end it. */
export async function commandLineEnded(kit: Kit, secret: string): Promise<void> {
  const live = "secret_hash = $1 AND kind = 'command-line' AND ended_at IS NULL"
  const [known] = (await kit.database.query(`SELECT id FROM session WHERE ${live}`, [hashOf(secret)])) as unknown[]
  if (!known) return
  await kit.change(null, async change => {
    const [ended] = (await change.manager.query(
      `UPDATE session SET ended_at = $2 WHERE ${live} RETURNING person_id AS person`,
      [hashOf(secret), change.now.toString()],
    )) as [{ person: string }[], number]
    for (const { person } of ended) await tell(change, person, 'sign-in.ended', 'ended the sign-in at the command line')
  })
}

async function tell(
  change: Change,
  person: string,
  what: 'sign-in.begun' | 'sign-in.ended',
  did: string,
): Promise<void> {
  const [named] = (await change.manager.query('SELECT name FROM person WHERE id = $1', [person])) as { name: string }[]
  const name = named?.name ?? 'Somebody'
  change.record({ chain: person, what, sentence: `${name} ${did}.`, by: { id: person, name } })
}
