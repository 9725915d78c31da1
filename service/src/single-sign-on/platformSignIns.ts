import type { Kit } from '../base/kit.ts'
import { eachApart } from '../base/each-apart.ts'
import type { AuthorizationServer } from './authorizationServer.ts'

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

/** Sign-ins at platforms whose sign-in here is over; $1 is now. */
const over = `platform_sign_in rested JOIN session ON session.id = rested.session_id
  WHERE (session.ended_at IS NOT NULL OR session.expires_at <= $1
    OR EXISTS (SELECT FROM person WHERE person.id = session.person_id AND person.paused_at IS NOT NULL))`

/** Who a token of the authorization server speaks of, as long as the sign-in that it rests on goes on. */
export async function stillSignedIn(
  kit: Kit,
  person: string,
  grant: string | undefined,
): Promise<{ name: string; address: string } | undefined> {
  const [found] = (await kit.database.query(
    `SELECT person.name, main.address FROM person JOIN person_address main ON main.person_id = person.id AND main.main
     WHERE person.id = $2 AND person.paused_at IS NULL AND NOT EXISTS (SELECT FROM ${over} AND rested.grant_id = $3)`,
    [kit.clock.now().toString(), person, grant ?? null],
  )) as { name: string; address: string }[]
  return found
}

/**
 * Tells platforms of sign-ins that are over (OpenID Connect Back-Channel Logout 1.0), and forgets what was given out for
 * them. A platform that does not answer is told again later; the others do not wait for it.
 */
export function tellSignedOut(kit: Kit, server: AuthorizationServer): () => Promise<void> {
  return async () => {
    const ended = (await kit.database.query(
      `SELECT rested.platform, rested.sid, session.person_id AS person, array_agg(rested.grant_id) AS grants
       FROM ${over} GROUP BY 1, 2, 3 LIMIT 200`,
      [kit.clock.now().toString()],
    )) as Over[]
    if (ended.length === 0) return
    for (const { grants } of ended)
      await kit.database.query('DELETE FROM oidc_record WHERE grant_id = ANY ($1)', [grants])
    const provider = await server.current()
    await eachApart(ended, async ({ platform, sid, person, grants }) => {
      const client = (await provider.Client.find(platform)) as Told | undefined
      if (client?.backchannelLogoutUri) await client.backchannelLogout(person, sid)
      await forget(kit, grants)
    })
  }
}

/** What the library knows of a platform, beyond its types. */
interface Told {
  readonly backchannelLogoutUri?: string
  backchannelLogout(person: string, sid: string): Promise<void>
}

interface Over {
  readonly platform: string
  readonly sid: string
  readonly person: string
  readonly grants: string[]
}

async function forget(kit: Kit, grants: readonly string[]): Promise<void> {
  await kit.database.query('DELETE FROM platform_sign_in WHERE grant_id = ANY ($1)', [grants])
}

/** What the library has told already when somebody signed out at the authorization server itself. */
export async function toldAlready(kit: Kit, sids: readonly string[]): Promise<void> {
  await kit.database.query('DELETE FROM platform_sign_in WHERE sid = ANY ($1)', [sids])
}
