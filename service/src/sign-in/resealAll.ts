import type { Kit } from '../base/kit.ts'

const atOnce = 200

/**
 * Seals anew with the newest secret what was sealed with an earlier one, some at a time; afterwards the earlier one can be taken
 * out of the setting. What is changed meanwhile is left as it is.
 */
export async function resealAll(kit: Kit): Promise<void> {
  for (let after = '00000000-0000-0000-0000-000000000000'; ;) {
    const people = (await kit.database.query(
      `SELECT id, totp_sealed AS sealed, totp_pending_sealed AS pending FROM person
       WHERE id > $1 AND (totp_sealed IS NOT NULL OR totp_pending_sealed IS NOT NULL) ORDER BY id LIMIT ${atOnce}`,
      [after],
    )) as { id: string; sealed: string | null; pending: string | null }[]
    for (const { id, sealed, pending } of people) {
      const [anew, anewPending] = [sealed, pending].map(one => one && kit.secrets.resealed(one))
      if (anew)
        await kit.database.query('UPDATE person SET totp_sealed = $3 WHERE id = $1 AND totp_sealed = $2', [
          id,
          sealed,
          anew,
        ])
      if (anewPending)
        await kit.database.query(
          'UPDATE person SET totp_pending_sealed = $3 WHERE id = $1 AND totp_pending_sealed = $2',
          [id, pending, anewPending],
        )
    }
    if (people.length < atOnce) break
    after = people.at(-1)!.id
  }
  await resealKeys(kit)
}

async function resealKeys(kit: Kit): Promise<void> {
  const keys = (await kit.database.query('SELECT kid, sealed FROM signing_key LIMIT 100')) as {
    kid: string
    sealed: string
  }[]
  for (const { kid, sealed } of keys) {
    const anew = kit.secrets.resealed(sealed)
    if (anew) await kit.database.query('UPDATE signing_key SET sealed = $2 WHERE kid = $1', [kid, anew])
  }
}
