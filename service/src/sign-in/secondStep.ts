import type { EntityManager } from 'typeorm'

/** What is asked for besides the password: a code where an app is set up, else a passkey where there is one. */
export type SecondStep = 'code' | 'passkey'

/** What somebody has set up as a second step, or null: then the password alone is who they are. */
export async function secondStepOf(manager: EntityManager, person: string): Promise<SecondStep | null> {
  const [row] = (await manager.query(
    `SELECT totp_sealed IS NOT NULL AS code, EXISTS (SELECT FROM passkey WHERE passkey.person_id = person.id) AS passkey
     FROM person WHERE id = $1`,
    [person],
  )) as { code: boolean; passkey: boolean }[]
  return row?.code ? 'code' : row?.passkey ? 'passkey' : null
}
