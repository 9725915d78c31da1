import type { Provider } from 'oidc-provider'
import type { Kit } from '../base/kit.ts'
import { eachApart } from '../base/each-apart.ts'
import { hashOf } from '../base/secrets.ts'
import { commandLineClient } from './oidcRecords.ts'

/** Remembers which sign-in here one at a platform rests on, by the grant that all its tokens belong to. */
export async function restsOn(
  kit: Kit,
  grant: string,
  on: { readonly session: string; readonly platform: string; readonly sid: string },
): Promise<void> {
  await kit.database.query(
    'INSERT INTO platform_sign_in (grant_id, session_id, platform, sid) VALUES ($1, $2, $3, $4)',
    [grant, on.session, on.platform, on.sid],
  )
}

/** A sign-in that goes on; $1 is now. */
const goesOn = `(session.ended_at IS NULL AND session.expires_at > $1
  AND EXISTS (SELECT FROM person WHERE person.id = session.person_id AND person.paused_at IS NULL))`

/** What the library tells of a token, a code or the like. */
export interface Given {
  readonly kind?: string
  readonly jti?: string
  readonly clientId?: string
  readonly grantId?: string
}

/**
 * Who somebody is, as long as the sign-in goes on that what was given out rests on: all of a platform’s on one in the
 * console, an access token of the command line on the one that it is. What rests on none is worth nothing.
 */
export async function stillSignedIn(
  kit: Kit,
  person: string,
  given?: Given,
): Promise<{ name: string; address: string } | undefined> {
  const isPlatforms = given !== undefined && given.clientId !== commandLineClient
  const isCommandLines = given?.clientId === commandLineClient && given.kind === 'AccessToken'
  const [found] = (await kit.database.query(
    `SELECT person.name, main.address FROM person JOIN person_address main ON main.person_id = person.id AND main.main
     WHERE person.id = $2 AND person.paused_at IS NULL
       AND ($3::text IS NULL OR EXISTS (SELECT FROM platform_sign_in rested JOIN session ON session.id = rested.session_id
         WHERE rested.grant_id = $3 AND ${goesOn}))
       AND ($4::text IS NULL OR EXISTS (SELECT FROM session WHERE session.secret_hash = $4 AND ${goesOn}))`,
    [
      kit.clock.now().toString(),
      person,
      isPlatforms ? (given.grantId ?? '') : null,
      isCommandLines ? hashOf(given.jti ?? '') : null,
    ],
  )) as { name: string; address: string }[]
  return found
}

/** Sign-ins at platforms whose sign-in here is over. */
const over = `platform_sign_in rested JOIN session ON session.id = rested.session_id WHERE NOT ${goesOn}`
/** So many of one platform are told in a round. */
const atOnce = 100

/**
 * Forgets what was given out for sign-ins that are over, and tells their platforms (OpenID Connect Back-Channel Logout 1.0).
 * One that does not answer is told again later, for a day; the others do not wait for it.
 */
export function tellSignedOut(kit: Kit, server: { current(): Promise<Provider> }): () => Promise<void> {
  return async () => {
    const now = kit.clock.now().toString()
    await kit.database.query(`DELETE FROM oidc_record WHERE grant_id IN (SELECT rested.grant_id FROM ${over})`, [now])
    const provider = await server.current()
    await eachApart(kit.platforms.all, async ({ key }) => {
      const ended = (await kit.database.query(
        `SELECT rested.sid, session.person_id AS person, array_agg(rested.grant_id) AS grants FROM ${over} AND rested.platform = $2
         GROUP BY 1, 2 ORDER BY min(coalesce(session.ended_at, session.expires_at)), 1 LIMIT ${atOnce}`,
        [now, key],
      )) as Ended[]
      const client = (await provider.Client.find(key)) as Told | undefined
      for (const { person, sid, grants } of ended) {
        if (client?.backchannelLogoutUri) await client.backchannelLogout(person, sid)
        await kit.database.query('DELETE FROM platform_sign_in WHERE grant_id = ANY ($1)', [grants])
      }
    })
  }
}

/** What the library knows of a platform, beyond its types. */
interface Told {
  readonly backchannelLogoutUri?: string
  backchannelLogout(person: string, sid: string): Promise<void>
}

interface Ended {
  readonly sid: string
  readonly person: string
  readonly grants: string[]
}

/** What the library has told already when somebody signed out at the authorization server itself: nothing given out for it is left. */
export async function toldAlready(kit: Kit, sids: readonly string[]): Promise<void> {
  await kit.database.query(
    `WITH gone AS (DELETE FROM platform_sign_in WHERE sid = ANY ($1) RETURNING grant_id)
     DELETE FROM oidc_record WHERE grant_id IN (SELECT grant_id FROM gone)`,
    [sids],
  )
}
