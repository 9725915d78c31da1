import type { Adapter, AdapterPayload } from 'oidc-provider'
import type { DataSource } from 'typeorm'
import { hashOf } from '../base/secrets.ts'

/** A record found by another key is known by its hash alone; written again, it keeps that hash. */
const byHash = 'hash:'
const keyOf = (id: string): string => (id.startsWith(byHash) ? id.slice(byHash.length) : hashOf(id))

type Stored = AdapterPayload & { authTime?: number }

/** How the person who let the command line in had last proven who they are in that browser. */
export interface BrowsersProof {
  /** Seconds since the epoch. */
  readonly at: number
  /** Authentication methods (RFC 8176). */
  readonly methods: readonly string[]
}

export interface CommandLineToken {
  readonly secret: string
  readonly person: string
  readonly proof: BrowsersProof | null
  readonly expiresIn: number
}

/** Told of the command line's access tokens: each is a sign-in like any other, from when it is given until it is revoked. */
export interface CommandLineTokens {
  given(token: CommandLineToken): Promise<void>
  ended(secret: string): Promise<void>
}

export const commandLineClient = 'famiglia-cli'

/**
 * Keeps what the authorization server has to remember. Ids of its records are secrets (codes, tokens): they are
 * kept as hashes, and taken out of what is stored.
 */
export function oidcRecords(database: DataSource, commandLine: CommandLineTokens): (kind: string) => Adapter {
  const findBy = async (kind: string, column: 'id_hash', value: string): Promise<Stored | undefined> => {
    const [row] = (await database.query(
      `SELECT payload FROM oidc_record WHERE kind = $1 AND ${column} = $2 AND (expires_at IS NULL OR expires_at > now())`,
      [kind, value],
    )) as { payload: Stored }[]
    return row?.payload
  }
  return kind => ({
    async upsert(id, payload, expiresIn) {
      const { jti: _secret, userCode, ...kept } = payload as Stored & { jti?: string; userCode?: string }
      await database.query(
        `INSERT INTO oidc_record (kind, id_hash, payload, grant_id, user_code_hash, uid, expires_at)
          VALUES ($1, $2, $3, $4, $5, $6, CASE WHEN $7::integer IS NULL THEN NULL ELSE now() + $7::integer * interval '1 second' END)
         ON CONFLICT (kind, id_hash) DO UPDATE SET payload = excluded.payload, grant_id = excluded.grant_id, uid = excluded.uid,
           expires_at = excluded.expires_at`,
        [
          kind,
          keyOf(id),
          JSON.stringify(kept),
          payload.grantId ?? null,
          userCode ? hashOf(userCode) : null,
          payload.uid ?? null,
          expiresIn || null,
        ],
      )
      if (kind === 'AccessToken' && payload.clientId === commandLineClient && payload.accountId)
        await commandLine.given({
          secret: id,
          person: payload.accountId,
          proof: await proofOf(database, payload.grantId),
          expiresIn: expiresIn ?? 0,
        })
    },
    async find(id) {
      const payload = await findBy(kind, 'id_hash', keyOf(id))
      return payload && { ...payload, jti: id }
    },
    async findByUserCode(userCode) {
      const [row] = (await database.query(
        'SELECT payload, id_hash FROM oidc_record WHERE kind = $1 AND user_code_hash = $2 AND expires_at > now()',
        [kind, hashOf(userCode)],
      )) as { payload: Stored; id_hash: string }[]
      return row && { ...row.payload, userCode, jti: byHash + row.id_hash }
    },
    async findByUid(uid) {
      const [row] = (await database.query(
        'SELECT payload, id_hash FROM oidc_record WHERE kind = $1 AND uid = $2 AND (expires_at IS NULL OR expires_at > now())',
        [kind, uid],
      )) as { payload: Stored; id_hash: string }[]
      return row && { ...row.payload, jti: byHash + row.id_hash }
    },
    async consume(id) {
      await database.query(
        `UPDATE oidc_record SET payload = payload || jsonb_build_object('consumed', extract(epoch FROM now())::integer) WHERE kind = $1 AND id_hash = $2`,
        [kind, keyOf(id)],
      )
    },
    async destroy(id) {
      await database.query('DELETE FROM oidc_record WHERE kind = $1 AND id_hash = $2', [kind, keyOf(id)])
      if (kind === 'AccessToken') await commandLine.ended(id)
    },
    async revokeByGrantId(grantId) {
      await database.query('DELETE FROM oidc_record WHERE grant_id = $1', [grantId])
    },
  })
}

async function proofOf(database: DataSource, grantId: string | undefined): Promise<BrowsersProof | null> {
  const [row] = (await database.query(
    `SELECT (payload->>'authTime')::integer AS at, coalesce(payload->'amr', '[]') AS methods FROM oidc_record WHERE kind = 'DeviceCode' AND grant_id = $1`,
    [grantId ?? null],
  )) as { at: number | null; methods: string[] }[]
  return row?.at ? { at: row.at, methods: row.methods } : null
}
