import { isFreshProof, type Instant } from '@famiglia/core'
import type { DataSource, EntityManager } from 'typeorm'
import type { Actor } from './actor.ts'
import { writeEntries, type Entry } from './chain.ts'
import type { Clock } from './clock.ts'
import { busy, databaseAway, hasToBeRepeated, isDatabaseAway, tookTooLong } from './database.ts'
import { sayChanged } from './hearing.ts'
import type { Jobs, Queue, Work } from './jobs.ts'
import { fitted, type Letter } from './letter.ts'
import { limitLetters } from './letter-limits.ts'
import { onlyOnce, type Once } from './once.ts'
import { putInOutbox, takeOutOfOutbox, type LetterOf } from './outbox.ts'
import { Problem } from './problem.ts'
import { inTurn, pauseBefore } from './turns.ts'

/** A change in the making: what a use case works with. */
export interface Change {
  readonly manager: EntityManager
  readonly actor: Actor | null
  readonly now: Instant
  /** How many entries it has told so far. */
  readonly entries: number
  /** Refuses with `proof.needed` (RFC 9470's step-up) unless who acts has proven it within the last ten minutes. */
  requireFreshProof(reason: string): void
  /** The same, and refuses a token that works with nobody there (`sign-in.unattended`): ways to sign in are its owner's alone. */
  requirePresence(reason: string): void
  /** The same, by more than a password: without a second step `proof.second-step`. */
  requireSecondStep(reason: string): void
  /** Tells a history, or that of each side; a change that tells none is refused. */
  record(entry: Entry): void
  /** Queues a letter, sent after the change holds; one that belongs to a proposal can be told to wait, and be recalled. */
  mail(letter: Letter, of?: LetterOf): Promise<void>
  /** Takes back a proposal's letters that have not left yet, and says how many. */
  recallLetters(proposal: string): Promise<number>
  /** Tells those who listen, within the change, what has become different. */
  announce(news: News): void
  /** Queues other work, done after the change holds and not before `at`. */
  later<Q extends Queue>(queue: Q, work: Work[Q], at?: Instant): Promise<void>
}

/**
 * What has become different by a change, as far as others have to hear of it: what a holder reaches on a target, or how
 * somebody stands in a business (their standing, a stop, their teams, whether they are there at all).
 */
export type News =
  | { readonly what: 'reach'; readonly holder: string; readonly target: string }
  | { readonly what: 'standing'; readonly business: string; readonly person: string }

/** Hears the news of a change before it holds; what it does and tells is part of the change. */
export type Listener = (change: Change, news: readonly News[]) => Promise<void> | void

export type MakeChange = <T>(
  actor: Actor | null,
  work: (change: Change) => Promise<T>,
  options?: ChangeOptions | Once | null,
) => Promise<T>

export interface ChangeOptions {
  readonly once?: Once | null
  /** Changes under one key wait for one another within this process, so that few have to be repeated. */
  readonly turn?: string
}

/** How often a change is tried before it is given up as `service.busy`. */
const tries = 40
/** Seconds that a change waits for what another one holds. */
const longestLock = 3

/**
 * The one door for every change. The use case works in one serializable transaction: what it has read is still so when
 * the change holds, whoever else writes meanwhile; where PostgreSQL sees that it would not be, the door does the whole
 * once more. What it tells is written into the histories at the end, and what follows is queued in the same
 * transaction. So nothing happens without a trace, and nothing is told that did not happen.
 */
export function changeDoor(
  database: DataSource,
  jobs: Jobs,
  clock: Clock,
  mostToStrangers: number,
  listeners: readonly Listener[],
): MakeChange {
  return async (actor, work, options = null) => {
    const { once = null, turn = actor?.person } = isOnce(options) ? { once: options } : (options ?? {})
    const attempt = async () => {
      const woken = new Set<Queue>()
      const result = await database.transaction('SERIALIZABLE', async manager => {
        // Reading a small table whole would count as having read every row of it, other businesses' too. And who holds a
        // row for long holds up nobody for longer than they would wait.
        await manager.query(`SET LOCAL enable_seqscan = off; SET LOCAL lock_timeout = '${longestLock}s'`)
        const make = async () => {
          const now = clock.now()
          const out = outgoing(manager, now, jobs, woken, actor?.person ?? null)
          const { change, told, news, written } = changeIn(manager, actor, now, out)
          const made = await work(change)
          if (told.length === 0) throw new Error('A change was about to leave no history.')
          if (news.length > 0) for (const hear of listeners) await hear(change, news)
          if (actor && written.length > 0) await limitLetters(manager, actor.person, mostToStrangers, now)
          await writeEntries(manager, now, actor, told)
          await sayChanged(manager, concernedBy(actor, told), written)
          return made
        }
        return once ? onlyOnce(manager, once, actor?.person ?? null, make) : make()
      })
      for (const queue of woken) jobs.wake(queue)
      return result
    }
    return inTurn(turn ?? null, () => repeated(attempt))
  }
}

/** Who may want to look anew: the businesses and people in whose histories it stands, whom it is about, and who did it. */
function concernedBy(actor: Actor | null, told: readonly Entry[]): Set<string> {
  const named = told.flatMap(({ chain, about, by }) => [...[chain].flat(), about, by?.id])
  return new Set([actor?.person, ...named].filter(id => id !== undefined))
}

/** What a change would send, had it been made. */
export type Rehearse = (actor: Actor, work: (change: Change) => Promise<unknown>) => Promise<readonly Letter[]>

/**
 * Goes through a change as if who acts had just confirmed who they are, and takes all of it back: nothing is kept, told or
 * sent. The letters that it would have sent are answered, word for word.
 */
export function rehearsals(database: DataSource, clock: Clock): Rehearse {
  return async (actor, work) =>
    repeated(async () => {
      const runner = database.createQueryRunner()
      try {
        await runner.connect()
        await runner.startTransaction('REPEATABLE READ')
        const letters: Letter[] = []
        const now = clock.now()
        const proven = { ...actor, provenAt: now, provenBy: 'code' as const, unattended: false }
        const { change } = changeIn(runner.manager, proven, now, {
          mail: async letter => void letters.push(letter),
          later: async () => {},
        })
        await work(change)
        return letters
      } finally {
        if (runner.isTransactionActive) await runner.rollbackTransaction()
        await runner.release()
      }
    })
}

function isOnce(options: ChangeOptions | Once | null): options is Once {
  return options !== null && 'key' in options
}

async function repeated<T>(attempt: () => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await attempt()
    } catch (cause) {
      if (isDatabaseAway(cause)) throw databaseAway(cause)
      if (tookTooLong(cause)) throw busy(cause)
      if (!hasToBeRepeated(cause)) throw cause
      if (tried === tries) throw busy(cause)
      await pauseBefore(tried)
    }
  }
}

/** What leaves a change: letters, and work for later. */
type Outgoing = Pick<Change, 'mail' | 'later'>

function outgoing(manager: EntityManager, now: Instant, jobs: Jobs, woken: Set<Queue>, by: string | null): Outgoing {
  const later: Change['later'] = async (queue, data, at) => {
    const seconds = at ? Math.max(0, Math.ceil((at.epochMilliseconds - now.epochMilliseconds) / 1000)) : 0
    await jobs.add(manager, queue, data, seconds)
    woken.add(queue)
  }
  return {
    later,
    mail: async (letter, of) => {
      await putInOutbox(manager, letter, now, { by, of })
      await later('send-letters', {}, of?.notBefore)
    },
  }
}

function changeIn(
  manager: EntityManager,
  actor: Actor | null,
  now: Instant,
  out: Outgoing,
): { change: Change; told: readonly Entry[]; news: readonly News[]; written: readonly string[] } {
  const told: Entry[] = []
  /** The addresses to which letters go. */
  const written: string[] = []
  const news: News[] = []
  const change: Change = {
    manager,
    actor,
    now,
    get entries() {
      return told.length
    },
    requireFreshProof: reason => requireFreshProof(actor, now, reason),
    requirePresence: reason => requirePresence(actor, now, reason),
    requireSecondStep: reason => {
      requirePresence(actor, now, reason)
      if (actor?.provenBy === 'password')
        throw new Problem(
          'proof.second-step',
          `${reason} A password alone is not enough for it: set up a second step under “How you sign in”, and confirm with that.`,
        )
    },
    record: entry => void told.push(entry),
    recallLetters: proposal => takeOutOfOutbox(manager, proposal),
    announce: one => void news.push(one),
    ...out,
    mail: async (letter, of) => {
      written.push(letter.to.address)
      await out.mail(fitted(letter), of)
    },
  }
  return { change, told, news, written }
}

function requirePresence(actor: Actor | null, now: Instant, reason: string): void {
  if (actor?.unattended)
    throw new Problem('sign-in.unattended', `${reason} A token that works with nobody there cannot do it.`)
  requireFreshProof(actor, now, reason)
}

export function requireFreshProof(actor: Actor | null, now: Instant, reason: string): void {
  if (actor?.unattended || isFreshProof(actor?.provenAt ?? null, now)) return
  throw new Problem('proof.needed', `${reason} You are asked again because your last proof is older than 10 minutes.`)
}
