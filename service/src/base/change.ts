import { isFreshProof, type Instant } from '@famiglia/core'
import type { DataSource, EntityManager } from 'typeorm'
import { appendToHistory, type Entry } from '../history/append.ts'
import type { Letter } from '../mail/letter.ts'
import { putInOutbox, takeOutOfOutbox } from '../mail/records.ts'
import type { Clock } from './clock.ts'
import { databaseAway, isDatabaseAway } from './database.ts'
import type { Jobs, Queue, Work } from './jobs.ts'
import { onlyOnce, type Once } from './once.ts'
import { Problem } from './problem.ts'

/** Who makes a change: a person, signed in. */
export interface Actor {
  readonly person: string
  readonly name: string
  readonly address: string
  readonly session: string
  readonly provenAt: Instant | null
  readonly provenBy: string | null
  /** A token that was made with a fresh proof to work without anybody there: it is not asked again. */
  readonly unattended: boolean
}

/** Whose histories a change is written into: those of businesses, or a person's own. */
export interface Chains {
  readonly businesses?: readonly string[]
  readonly person?: string
}

/** A change in the making: what a use case works with. */
export interface Change {
  readonly manager: EntityManager
  readonly actor: Actor | null
  readonly now: Instant
  /** How many entries it has written so far. */
  readonly entries: number
  /** Refuses with `proof.needed` (RFC 9470's step-up) unless who acts has proven it within the last ten minutes. */
  requireFreshProof(reason: string): void
  /** Writes an entry into a history, or into that of each side; a change without any is refused. */
  record(entry: Entry): Promise<void>
  /** Queues a letter, sent after the change holds; one that belongs to a proposal can be told to wait, and be recalled. */
  mail(letter: Letter, of?: { readonly proposal: string; readonly notBefore: Instant }): Promise<void>
  /** Takes back a proposal's letters that have not left yet, and says how many. */
  recallLetters(proposal: string): Promise<number>
  /** Queues other work, done after the change holds and not before `at`. */
  later<Q extends Queue>(queue: Q, work: Work[Q], at?: Instant): Promise<void>
}

export type MakeChange = <T>(
  actor: Actor | null,
  chains: Chains,
  work: (change: Change) => Promise<T>,
  once?: Once | null,
) => Promise<T>

/**
 * The one door for every change. It opens the transaction, locks the histories that will be written (so that chains
 * stay chains, and two last admins cannot leave at once), lets the use case work, and has what follows queued in the
 * same transaction. Nothing happens without a trace, and nothing is told that did not happen.
 */
export function changeDoor(database: DataSource, jobs: Jobs, clock: Clock): MakeChange {
  return async (actor, chains, work, once = null) => {
    const woken = new Set<Queue>()
    try {
      const result = await database.transaction(async manager => {
        await lockChains(manager, chains)
        const make = async () => {
          const change = changeIn(manager, actor, clock.now(), jobs, woken)
          const made = await work(change)
          if (change.entries === 0) throw new Error('A change was about to leave no history.')
          return made
        }
        return once ? onlyOnce(manager, once, actor?.person ?? null, make) : make()
      })
      for (const queue of woken) jobs.wake(queue)
      return result
    } catch (cause) {
      throw isDatabaseAway(cause) ? databaseAway(cause) : cause
    }
  }
}

function changeIn(manager: EntityManager, actor: Actor | null, now: Instant, jobs: Jobs, woken: Set<Queue>): Change {
  let entries = 0
  const later: Change['later'] = async (queue, data, at) => {
    const seconds = at ? Math.max(0, Math.ceil((at.epochMilliseconds - now.epochMilliseconds) / 1000)) : 0
    await jobs.add(manager, queue, data, seconds)
    woken.add(queue)
  }
  return {
    manager,
    actor,
    now,
    get entries() {
      return entries
    },
    requireFreshProof: reason => requireFreshProof(actor, now, reason),
    record: async entry => {
      for (const chain of typeof entry.chain === 'string' ? [entry.chain] : new Set(entry.chain))
        await appendToHistory(manager, now, actor, chain, entry)
      entries++
    },
    mail: async (letter, of) =>
      later('send-mail', { mail: await putInOutbox(manager, letter, now, of?.proposal ?? null) }, of?.notBefore),
    recallLetters: proposal => takeOutOfOutbox(manager, proposal),
    later,
  }
}

export function requireFreshProof(actor: Actor | null, now: Instant, reason: string): void {
  if (actor?.unattended || isFreshProof(actor?.provenAt ?? null, now)) return
  throw new Problem('proof.needed', `${reason} You are asked again because your last proof is older than 10 minutes.`)
}

/** Always in the same order, so that two changes never wait for one another. */
async function lockChains(manager: EntityManager, chains: Chains): Promise<void> {
  if (chains.businesses?.length)
    await manager.query('SELECT id FROM business WHERE id = ANY($1) ORDER BY id FOR UPDATE', [chains.businesses])
  if (chains.person) await manager.query('SELECT id FROM person WHERE id = $1 FOR UPDATE', [chains.person])
}
