import { generateKeyPair, randomUUID } from 'node:crypto'
import { promisify } from 'node:util'
import { Temporal, type Instant } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'

const day = 24
/** Days after which another key takes over. */
const turnsAfter = 90
/** Days that a key is published before it signs, and stays so after it signed last: caches of the key set catch up. */
const overlap = 2

export interface SigningKey {
  readonly kid: string
  /** The private key, as a JWK (RFC 7517). */
  readonly jwk: object
  readonly madeAt: Instant
}

/**
 * The keys that ID tokens are signed with (RS256), the one that signs first. They lie in the records, sealed, so that
 * all processes sign with the same; each is followed by another after three months. Calling it draws one when it is due.
 */
export async function signingKeys(kit: Kit): Promise<readonly SigningKey[]> {
  const now = kit.clock.now()
  const known = await readKeys(kit)
  const newest = known[0]
  if (newest && !isOver(newest.madeAt, turnsAfter, now)) return inOrder(known, now)
  await drawKey(kit, now)
  return inOrder(await readKeys(kit), now)
}

async function readKeys(kit: Kit): Promise<SigningKey[]> {
  const rows = (await kit.database.query(
    'SELECT kid, sealed, made_at AS "madeAt" FROM signing_key ORDER BY made_at DESC, kid LIMIT 10',
  )) as { kid: string; sealed: string; madeAt: Date }[]
  return rows.map(({ kid, sealed, madeAt }) => ({
    kid,
    jwk: JSON.parse(kit.secrets.unseal(sealed)) as object,
    madeAt: Temporal.Instant.fromEpochMilliseconds(madeAt.getTime()),
  }))
}

/** Of several processes that find it due at once, one draws it. What has not signed for long is forgotten. */
async function drawKey(kit: Kit, now: Instant): Promise<void> {
  const { privateKey } = await promisify(generateKeyPair)('rsa', { modulusLength: 2048 })
  const kid = randomUUID()
  const jwk = { ...privateKey.export({ format: 'jwk' }), kid, use: 'sig', alg: 'RS256' }
  await kit.database.transaction(async manager => {
    await manager.query('LOCK TABLE signing_key IN SHARE ROW EXCLUSIVE MODE')
    await manager.query(
      'INSERT INTO signing_key (kid, sealed, made_at) SELECT $1, $2, $3 WHERE NOT EXISTS (SELECT FROM signing_key WHERE made_at > $4)',
      [
        kid,
        kit.secrets.seal(JSON.stringify(jwk)),
        now.toString(),
        now.subtract({ hours: turnsAfter * day }).toString(),
      ],
    )
    await manager.query('DELETE FROM signing_key WHERE made_at < $1', [
      now.subtract({ hours: 2 * (turnsAfter + overlap) * day }).toString(),
    ])
  })
}

/** The newest that has been published long enough signs; the very first has to at once. */
function inOrder(newestFirst: readonly SigningKey[], now: Instant): SigningKey[] {
  const signs = newestFirst.find(({ madeAt }) => isOver(madeAt, overlap, now)) ?? newestFirst.at(-1)
  const after = newestFirst.indexOf(signs!)
  const kept = newestFirst.filter(
    (key, index) => index <= after || !isOver(newestFirst[index - 1]!.madeAt, 2 * overlap, now),
  )
  return signs ? [signs, ...kept.filter(key => key !== signs)] : []
}

const isOver = (from: Instant, days: number, now: Instant) =>
  Temporal.Instant.compare(from.add({ hours: days * day }), now) <= 0
