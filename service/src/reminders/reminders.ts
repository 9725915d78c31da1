import type { EntityManager } from 'typeorm'
import { v7 as newId } from 'uuid'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { sameReader } from '../base/outbox.ts'
import { actorOf } from '../base/session.ts'
import { findPersonByAddress } from '../people/queries.ts'

/**
 * Says whether reminders come by letter, to an address and all others of whose it is; by who is signed in, or by anyone who
 * has the link of a letter (null).
 */
export function wantReminders(kit: Kit) {
  return async (live: LiveSession | null, address: string, wanted: boolean): Promise<void> =>
    kit.change(live ? actorOf(live) : null, async change => {
      await (wanted
        ? change.manager.query(`DELETE FROM no_reminders WHERE address IN (${sameReader('$1')})`, [address])
        : change.manager.query(
            'INSERT INTO no_reminders (address, since) VALUES ($1, $2) ON CONFLICT (address) DO NOTHING',
            [address, change.now.toString()],
          ))
      const owner = live?.person ?? (await findPersonByAddress(change.manager, address))?.id
      change.record({
        chain: owner ?? newId(),
        what: wanted ? 'reminders.wanted' : 'reminders.unwanted',
        sentence: live
          ? `${live.name} wants ${wanted ? 'reminders' : 'no more reminders'} by letter.`
          : `${wanted ? 'Reminders go' : 'No more reminders go'} to ${address}, by the link of a letter.`,
        ...(live ? {} : { by: null }),
      })
    })
}

export async function areRemindersWanted(manager: EntityManager, address: string): Promise<boolean> {
  const rows = (await manager.query(`SELECT FROM no_reminders WHERE address IN (${sameReader('$1')})`, [
    address,
  ])) as unknown[]
  return rows.length === 0
}
