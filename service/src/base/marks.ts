import { setImmediate } from 'node:timers/promises'
import type pg from 'pg'
import type { DataSource } from 'typeorm'

/** The things that were changed, by their ids; or that it cannot be said which were. */
export type Changed = ReadonlySet<string> | 'anything'

/** A moment in records; of another server, or of records that were put back, no other can be told to be later. */
export interface Moment {
  readonly records: string
  readonly snapshot: string
}

/**
 * What tells one course of events from another. Another server, one that was cut off without its last changes, and records that were put back
 * have a name of their own; a server that copies another has one each time, as its snapshots leave out what is under way.
 */
const recordsNow = `CASE WHEN pg_is_in_recovery() THEN gen_random_uuid()::text
  ELSE concat_ws(' ', date_part('epoch', pg_postmaster_start_time()), date_part('epoch', pg_stat_get_bgwriter_stat_reset_time()), pg_relation_filenode('mark')) END`

export const momentNow = `${recordsNow} AS records, pg_current_snapshot()::text AS snapshot`

/** So many changes at once are not looked through: all is read anew. */
const most = 5_000

/**
 * The marks that can be seen now and could not be in an earlier snapshot: those of transactions that began after it, or were under
 * way in it. By the index, whatever else there is.
 */
const since = `SELECT ${momentNow}, pg_snapshot_xmin($1::pg_snapshot) >= (SELECT gone_before FROM mark_horizon) AS "isWhole",
  ARRAY((SELECT about FROM mark WHERE left_in >= pg_snapshot_xmax($1::pg_snapshot) ORDER BY left_in LIMIT ${most + 1})
    UNION ALL (SELECT about FROM mark WHERE left_in = ANY (ARRAY(SELECT pg_snapshot_xip($1::pg_snapshot))) LIMIT ${most + 1})) AS changed`

interface Told extends Moment {
  /** Whether no mark was taken away that could be among them. */
  readonly isWhole: boolean
  readonly changed: readonly string[]
}

/**
 * Asks what has changed. Questions that come in while others are being answered share the next round trip: it begins after each
 * of them came in, so whatever was committed before is in it.
 */
export class Marks {
  /** Up to when all was told. */
  private seen: Moment | null = null
  private underWay: Promise<unknown> = Promise.resolve()
  private next: Promise<void> | null = null

  constructor(
    private readonly pool: pg.Pool,
    private readonly onChanged: (changed: Changed) => void,
  ) {}

  /** Once this is done, whatever was changed before it was called has been told. */
  seeAll(): Promise<void> {
    return (this.next ??= this.seeNext())
  }

  /**
   * Sees to it that all that changes after a moment is told. Where nothing is told yet, or of other records, that begins there, and
   * whatever else is being read may have begun before it.
   */
  tellAfter({ records, snapshot }: Moment): void {
    if (this.seen?.records === records) return
    this.seen = { records, snapshot }
    this.onChanged('anything')
  }

  private async seeNext(): Promise<void> {
    // What came in with the same turn of the event loop goes along.
    await Promise.all([this.underWay, setImmediate()])
    this.next = null
    const seeing = this.see()
    this.underWay = seeing.catch(() => undefined)
    await seeing
  }

  private async see(): Promise<void> {
    const before = this.seen
    let told: Told | undefined
    try {
      ;[told] = (await this.pool.query<Told>({ name: 'marks', text: since, values: [before?.snapshot] })).rows
    } finally {
      const isSame = before && this.seen === before && told?.records === before.records
      const isOneCourse = isSame && told?.isWhole && told.changed.length <= most
      this.seen = told ? { records: told.records, snapshot: told.snapshot } : null
      this.onChanged(isOneCourse ? new Set(told!.changed) : 'anything')
    }
  }
}

const mostKept = 10_000

/**
 * Takes away marks, once there are many, that every process has seen which asks now and then; one that did not is told that anything may
 * have changed. Those that came with a back-up of other records, whose transactions are still to come here, go at once.
 */
export async function dropMarks(database: DataSource, keeping = mostKept): Promise<void> {
  await database.transaction(async manager => {
    await manager.query('SELECT FROM mark_horizon FOR UPDATE')
    await manager.query(
      `WITH moved AS (UPDATE mark_horizon SET gone_before = least(CASE WHEN is_full THEN next ELSE gone_before END, first), next = CASE WHEN is_full THEN first ELSE least(next, first) END
         FROM pg_snapshot_xmin(pg_current_snapshot()) first, LATERAL (SELECT EXISTS (SELECT FROM mark OFFSET $1) AS is_full) marks RETURNING gone_before)
       DELETE FROM mark USING moved WHERE left_in < gone_before OR left_in >= pg_snapshot_xmax(pg_current_snapshot())`,
      [keeping],
    )
  })
}
