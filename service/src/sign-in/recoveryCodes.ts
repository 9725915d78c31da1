import { randomInt } from 'node:crypto'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { actorOf } from '../base/session.ts'
import type { LiveSession } from '../base/live-session.ts'
import { tellOwner } from './tellOwner.ts'

const howMany = 10
/** Letters and digits that are not taken for one another. */
const alphabet = 'abcdefghjkmnpqrstuvwxyz23456789'

/** Draws ten recovery codes in the place of those before. They are told once, and kept as keyed hashes. */
export async function drawRecoveryCodes(kit: Kit, change: Change, person: string): Promise<string[]> {
  const codes = Array.from({ length: howMany }, drawCode)
  await change.manager.query('DELETE FROM recovery_code WHERE person_id = $1', [person])
  await change.manager.query('INSERT INTO recovery_code (person_id, code_hash) SELECT $1, unnest($2::text[])', [
    person,
    codes.map(code => kit.secrets.mac('recovery code', plain(code))),
  ])
  return codes
}

/** Draws them for who has set up a first second step, and has none; none where there are some. */
export async function firstRecoveryCodes(kit: Kit, change: Change, person: string): Promise<string[]> {
  return (await countRecoveryCodes(change.manager, person)) > 0 ? [] : drawRecoveryCodes(kit, change, person)
}

/** Draws new ones for who is signed in; the ones before are void. */
export function renewRecoveryCodes(kit: Kit) {
  return async (live: LiveSession): Promise<string[]> =>
    kit.change(actorOf(live), async change => {
      change.requirePresence('New recovery codes need you to confirm it’s you.')
      const codes = await drawRecoveryCodes(kit, change, live.person)
      change.record({
        chain: live.person,
        what: 'recovery-codes.drawn',
        sentence: `${live.name} drew new recovery codes; the ones before are void.`,
      })
      await tellOwner(
        change,
        live,
        'New recovery codes were drawn',
        'Ten new recovery codes were drawn. The ones you may have kept before are void.',
      )
      return codes
    })
}

/** Takes a recovery code, once, in the place of a code from the app. Says how many are left; null when it is not one. */
export async function takeRecoveryCode(
  kit: Kit,
  manager: EntityManager,
  person: string,
  code: string,
): Promise<number | null> {
  const [taken] = (await manager.query(
    'DELETE FROM recovery_code WHERE person_id = $1 AND code_hash = ANY($2) RETURNING 1',
    [person, kit.secrets.macs('recovery code', plain(code))],
  )) as [unknown[], number]
  return taken.length === 0 ? null : countRecoveryCodes(manager, person)
}

export async function countRecoveryCodes(manager: EntityManager, person: string): Promise<number> {
  const [row] = (await manager.query('SELECT count(*)::integer AS left FROM recovery_code WHERE person_id = $1', [
    person,
  ])) as { left: number }[]
  return row!.left
}

function drawCode(): string {
  const letters = Array.from({ length: 12 }, () => alphabet[randomInt(alphabet.length)]).join('')
  return letters.replace(/(.{4})(?=.)/g, '$1-')
}

function plain(code: string): string {
  return code.toLowerCase().replace(/[^a-z0-9]/g, '')
}
