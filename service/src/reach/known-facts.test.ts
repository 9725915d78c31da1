import { randomUUID } from 'node:crypto'
import { setImmediate, setTimeout as sleep } from 'node:timers/promises'
import type { AccessFacts } from '@famiglia/core'
import pg from 'pg'
import type { RunningService } from '@famiglia/service'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { landed, restoreLanded, serveLanded } from '../../../e2e/support/landed.ts'
import { KnownFacts } from '../base/known-facts.ts'
import { dropMarks, momentNow, type Moment } from '../base/marks.ts'
import { Tally } from '../base/metrics.ts'
import { factsFrom } from './facts.ts'

/**
 * Facts that are kept, held against facts that are read anew, while the records of the whole demo change at random under
 * them: every table that facts are made of, every column, rows that come and go; each change is taken back afterwards.
 */
let records: pg.Client
let url: string
/** Two processes of which one has too little memory for all, and one that keeps nothing. */
let keeping: RunningService[]
let plain: RunningService
let pairs: Pair[]
let tables: Table[]

interface Pair {
  readonly person: string
  readonly asset: string
  readonly ref: string
  readonly number: string
  /** A business that holds something, asked about as a whole. */
  readonly business: string
}

interface Column {
  readonly name: string
  readonly type: string
  readonly nullable: boolean
  /** The table whose id it is. */
  readonly of: string | null
}

interface Table {
  readonly name: string
  readonly columns: readonly Column[]
}

type Event = 'INSERT' | 'UPDATE' | 'DELETE'

beforeAll(async () => {
  url = await restoreLanded(landed.at(-1)!)
  const start = (mebibytes: string) => serveLanded(url, { FAMIGLIA_DECISION_MEMORY_MIB: mebibytes })
  keeping = [await start('64'), await start('1')]
  plain = await start('0')
  records = new pg.Client({ connectionString: url })
  await records.connect()
  tables = await readTables()
  await addWhatTheStoryLacks()
  pairs = await rows<Pair>(
    `SELECT p.id AS person, a.id AS asset, a.platform_ref AS ref, a.number FROM person p, asset a ORDER BY p.id, a.id`,
  )
  const facts = await factsFrom(plain.kit).aroundAll(pairs)
  // Where most is looked up, most can be missed.
  const size = new Map(pairs.map((pair, index) => [pair, JSON.stringify(facts[index]).length]))
  const throughTeams = pairs.filter((_pair, index) => facts[index]!.grants.some(({ holder }) => holder.kind === 'team'))
  pairs.sort((one, other) => size.get(other)! - size.get(one)!)
  pairs = [...new Set([...pairs.slice(0, 80), ...throughTeams.slice(0, 40)])]
  const holding = await rows<{ id: string }>(
    `SELECT DISTINCT holder_id AS id FROM access_grant WHERE holder_kind = 'business'`,
  )
  pairs = pairs.map(pair => ({ ...pair, business: pick(holding).id }))
}, 120_000)

afterAll(async () => {
  await records.end()
  for (const service of [...keeping, plain]) await service.close()
})

test('ten thousand decisions and changes at random: what is kept is never other than what is so', async () => {
  let steps = 0
  for (let round = 0; steps < 10_000; round++) {
    const some = sample(pairs, 12)
    const undo = await Promise.all([change(pick(tables), pick(events)), ...keeping.map(one => read(one, some))])
    expect(await sameEverywhere(some), undo[0]?.what).toBe(true)
    if (round % 20 === 0) await dropMarks(plain.kit.database, 0)
    await Promise.all([undo[0]?.back(), ...keeping.map(one => read(one, some))])
    expect(await sameEverywhere(some), undo[0]?.what).toBe(true)
    steps += 2 * some.length * keeping.length + 2
  }
}, 300_000)

test('each trigger is needed: without it, something that is kept goes on as it was', async () => {
  const triggers = await rows<{ name: Event; on: string }>(
    `SELECT upper(substr(tgname, 6)) AS name, tgrelid::regclass::text AS on FROM pg_trigger WHERE tgname LIKE 'mark\\_%' ORDER BY 2, 1`,
  )
  expect(triggers.length).toBeGreaterThan(25)
  const notNeeded: string[] = []
  for (const { name, on } of triggers) {
    const table = tables.find(one => one.name === on)!
    const trigger = `mark_${name.toLowerCase()}`
    let noticed = false
    for (let tries = 0; !noticed && tries < 1_000; tries++) {
      // What may go is often what nobody has named yet.
      const guest = name === 'DELETE' && tries % 2 === 0 ? await change(table, 'INSERT') : null
      const some = guest ? around(table, guest.row) : pairs
      const [kept] = keeping
      await read(kept!, some)
      await records.query(`ALTER TABLE ${on} DISABLE TRIGGER ${trigger}`)
      const undo = guest ? await guest.back().then(() => null) : await change(table, name)
      noticed = !(await sameEverywhere(some, [kept!]))
      await records.query(`ALTER TABLE ${on} ENABLE TRIGGER ${trigger}`)
      await undo?.back()
    }
    if (!noticed) notNeeded.push(`${on} ${name}`)
  }
  expect(notNeeded).toEqual([])
}, 300_000)

/** Questions that a row which nothing names yet plays a part in. */
function around({ name }: Table, { id }: Row): Pair[] {
  const one = { ...pick(pairs), business: pick(pairs).business }
  if (name === 'person') return [{ ...one, person: id as string }]
  if (name === 'asset') return [{ ...one, asset: id as string }]
  return name === 'business' ? [{ ...one, business: id as string }] : [...pairs]
}

/** Who may be given something, on what, and which of the two is marked then. */
const firsts = {
  'to a team': `SELECT joined.person_id AS person, a.id AS asset, 'team' AS kind, t.id AS holder, a.id AS "on", NULL AS bundle, t.id AS marked
    FROM team t JOIN team_member joined ON joined.team_id = t.id JOIN asset a ON a.business_id = t.business_id`,
  'to a business, on a bundle': `SELECT m.person_id AS person, b.asset_id AS asset, 'business' AS kind, m.business_id AS holder, NULL AS "on", b.bundle_id AS bundle, b.bundle_id AS marked
    FROM bundle_asset b CROSS JOIN membership m`,
  'to a business, on what holds the asset': `SELECT m.person_id AS person, a.id AS asset, 'business' AS kind, m.business_id AS holder, a.inside_id AS "on", NULL AS bundle, a.inside_id AS marked
    FROM asset a JOIN membership m ON m.business_id <> a.business_id WHERE a.inside_id IS NOT NULL`,
}

test.each(Object.entries(firsts))(
  'what is given %s that nothing was given before is noticed',
  async (_which, found) => {
    interface First extends Pair {
      kind: string
      holder: string
      on: string | null
      bundle: string | null
      marked: string
    }
    const all = await rows<First>(
      `SELECT one.*, a.number, a.platform_ref AS ref FROM (${found}) one JOIN asset a ON a.id = one.asset`,
    )
    const facts = await factsFrom(plain.kit).aroundAll(all)
    const unnamed = all.filter((one, index) => !JSON.stringify(facts[index]).includes(one.marked))
    expect(unnamed.length).toBeGreaterThan(0)
    for (const one of sample(unnamed, 20)) {
      const about = [{ ...one, business: one.holder }]
      for (const service of keeping) await read(service, about)
      const before = JSON.stringify(await read(plain, about))
      const id = randomUUID()
      await rows(
        `INSERT INTO access_grant (id, business_id, asset_id, bundle_id, holder_kind, holder_id, to_business_id, tier, actions, hiding, from_at, given_at, given_by)
       SELECT $1, a.business_id, $3, $4, $5, $6, CASE WHEN $5 = 'business' THEN $6::uuid END, 'run', '{}', '{}', now(), now(), a.brought_in_by FROM asset a WHERE a.id = $2`,
        [id, one.asset, one.on, one.bundle, one.kind, one.holder],
      )
      expect(JSON.stringify(await read(plain, about))).not.toBe(before)
      expect(await sameEverywhere(about)).toBe(true)
      await rows('DELETE FROM access_grant WHERE id = $1', [id])
    }
  },
)

test('what is being read while something changes is given to nobody who asks after that', async () => {
  for (let round = 0; round < 400; round++) {
    const { person, asset } = pairs[round % pairs.length]!
    const reader = factsFrom(keeping[round % 2]!.kit)
    const name = async () => (await reader.aroundAll([{ person, asset }]))[0]?.person.name
    const before = [name(), name(), name()]
    await records.query('UPDATE person SET name = $2 WHERE id = $1', [person, `Round ${round}`])
    const after = await Promise.all([name(), name()])
    expect(after, `round ${round}`).toEqual([`Round ${round}`, `Round ${round}`])
    await Promise.all(before)
  }
})

test('what had begun to be read before anything was told of changes is not kept', async () => {
  const known = new KnownFacts(plain.kit.deciding, new Tally(), 1)
  const { person } = pairs[0]!
  const nameBy = async (key: string, until?: Promise<unknown>) => {
    const [facts] = await known.of('', [[key, '']], async () => {
      const text = `SELECT name, ${momentNow} FROM person WHERE id = $1`
      const [{ name, ...at }] = (await rows(text, [person])) as [Moment & { name: string }]
      await until
      return [{ facts: { person: { name } } as AccessFacts, madeOf: [person], at, bytes: 100 }]
    })
    return facts!.person.name
  }
  let go = () => {}
  const slow = nameBy('slow', new Promise<void>(resolve => (go = resolve)))
  await setImmediate()
  await records.query('UPDATE person SET name = $2 WHERE id = $1', [person, 'Told to nobody'])
  expect(await nameBy('quick')).toBe('Told to nobody')
  go()
  expect(await slow).not.toBe('Told to nobody')
  expect([await nameBy('slow'), await nameBy('quick')]).toEqual(['Told to nobody', 'Told to nobody'])
})

test('where there is no more room, what was wanted least lately goes, and what is wanted all the time stays', async () => {
  const known = new KnownFacts(plain.kit.deciding, new Tally(), 1)
  const read: string[] = []
  const want = (key: string) =>
    known.of('', [[key, '']], async () => {
      read.push(key)
      const [at] = (await rows(`SELECT ${momentNow}`)) as [Moment]
      return [{ facts: {} as AccessFacts, madeOf: [key], at, bytes: 300_000 }]
    })
  for (const key of ['one', 'two', 'three']) await want(key)
  await sleep(1_000)
  for (const key of ['one', 'one', 'four', 'one', 'two']) await want(key)
  expect(read).toEqual(['one', 'two', 'three', 'four', 'two'])
})

/** A person and an asset, the name they have, and how another is given to them. */
function somebody(place: number) {
  const { person, asset } = pairs[place]!
  return {
    nameIn: async ({ kit }: RunningService) => (await factsFrom(kit).aroundAll([{ person, asset }]))[0]!.person.name,
    rename: (name: string, by = records) => by.query('UPDATE person SET name = $2 WHERE id = $1', [person, name]),
  }
}

const dropAllMarks = async () => {
  for (let turn = 0; turn < 2; turn++) await dropMarks(plain.kit.database, 0)
}

test('what was long under way counts as soon as it holds, whatever came and went before', async () => {
  const people = [...new Map(pairs.map((pair, place) => [pair.person, place])).values()]
  const [slow, quick] = [somebody(people[0]!), somebody(people[1]!)]
  const slowly = new pg.Client({ connectionString: url })
  await slowly.connect()
  await slowly.query('BEGIN')
  await slow.rename('Slow', slowly)
  for (let round = 0; round < 5; round++) {
    await quick.rename(`Quick ${round}`)
    for (const one of keeping) {
      expect(await quick.nameIn(one)).toBe(`Quick ${round}`)
      expect(await slow.nameIn(one)).not.toBe('Slow')
    }
    await dropAllMarks()
  }
  await slowly.query('COMMIT')
  await slowly.end()
  for (const one of keeping) expect(await slow.nameIn(one)).toBe('Slow')
})

test('whoever has not asked while marks were taken away takes nothing for unchanged', async () => {
  const { nameIn, rename } = somebody(0)
  for (const one of keeping) await nameIn(one)
  await rename('Changed unseen')
  // Marks stay for as long as any transaction is under way on the server, whatever records it is in.
  await expect
    .poll(async () => {
      await dropAllMarks()
      return rows('SELECT FROM mark')
    })
    .toEqual([])
  for (const one of keeping) expect(await nameIn(one)).toBe('Changed unseen')
})

test('marks that came with a back-up of other records make nobody late, and go', async () => {
  const { nameIn, rename } = somebody(0)
  await records.query(`INSERT INTO mark (about, left_in) SELECT id, '900000000000' FROM person`)
  await records.query(`UPDATE mark_horizon SET gone_before = '900000000000', next = '900000000000'`)
  for (const name of ['Before', 'After']) {
    await rename(name)
    for (const one of keeping) expect(await nameIn(one)).toBe(name)
    await dropMarks(plain.kit.database)
  }
  expect(await rows(`SELECT FROM mark WHERE left_in = '900000000000'`)).toEqual([])
  expect(
    await rows('SELECT FROM mark_horizon WHERE gone_before <= next AND next <= pg_current_xact_id()'),
  ).toHaveLength(1)
})

test('when more changes at once than are looked through, nothing is taken for unchanged', async () => {
  const { nameIn } = somebody(0)
  for (const one of keeping) await nameIn(one)
  await records.query('INSERT INTO mark (about) SELECT gen_random_uuid() FROM generate_series(1, 5100)')
  await records.query(`UPDATE person SET name = name || '!'`)
  const now = await nameIn(plain)
  for (const one of keeping) expect(await nameIn(one)).toBe(now)
})

test('whatever table facts are read from leaves marks', async () => {
  const functions = await rows<{ source: string }>(
    `SELECT prosrc AS source FROM pg_proc WHERE proname LIKE 'facts\\_%'`,
  )
  const statements: string[] = []
  const query = pg.Pool.prototype.query as (...args: unknown[]) => unknown
  pg.Pool.prototype.query = function (this: pg.Pool, ...args: unknown[]) {
    statements.push((args[0] as { text: string }).text)
    return query.apply(this, args)
  } as never
  await read(plain, pairs.slice(0, 1))
  pg.Pool.prototype.query = query as never
  const all = [...functions.map(one => one.source), ...statements].join('\n')
  const named = new Set([...all.matchAll(/\b(?:FROM|JOIN) ([a-z_]+)/g)].map(match => match[1]!))
  const known = await rows<{ name: string }>(
    `SELECT relname AS name FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace`,
  )
  const readFrom = known.map(one => one.name).filter(name => named.has(name))
  expect(readFrom.filter(name => !tables.some(table => table.name === name))).toEqual([])
  expect(readFrom.length).toBeGreaterThan(8)
})

const events: readonly Event[] = ['INSERT', 'UPDATE', 'DELETE']

async function rows<T extends object>(text: string, values?: unknown[]): Promise<T[]> {
  return (await records.query<T>(text, values)).rows
}

/** Every way in which facts are asked for. */
async function read({ kit }: RunningService, some: readonly Pair[]): Promise<object> {
  const reader = factsFrom(kit)
  return {
    byId: await reader.aroundAll(some),
    byRef: await reader.onPlatform(
      'marram',
      some.map(({ person, ref }) => [person, ref]),
    ),
    partners: await reader.aroundPartners(some),
    byNumber: await reader.around(some[0]!.person, some[0]!.number),
  }
}

async function sameEverywhere(some: readonly Pair[], services = keeping): Promise<boolean> {
  const kept = await Promise.all(services.map(one => read(one, some)))
  const asIs = JSON.stringify(await read(plain, some))
  return kept.every(one => JSON.stringify(one) === asIs)
}

async function readTables(): Promise<Table[]> {
  const found = await rows<Column & { table: string }>(
    `SELECT c.relname AS table, a.attname AS name, format_type(a.atttypid, a.atttypmod) AS type, NOT a.attnotnull AS nullable,
       (SELECT k.confrelid::regclass::text FROM pg_constraint k WHERE k.contype = 'f' AND k.conrelid = c.oid AND k.conkey = ARRAY[a.attnum]) AS of
     FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid
     WHERE a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = '' AND c.oid IN (SELECT tgrelid FROM pg_trigger WHERE tgname LIKE 'mark\\_%')`,
  )
  const names = [...new Set(found.map(one => one.table))]
  return names.map(name => ({ name, columns: found.filter(one => one.table === name) }))
}

/** The story has few grants on bundles, and at its end nobody is frozen. */
async function addWhatTheStoryLacks(): Promise<void> {
  for (const name of ['outside_freeze', 'partner_freeze', 'bundle_asset'])
    for (let count = 0; count < 40; count++)
      await change(
        tables.find(table => table.name === name)!,
        'INSERT',
      )
  await records.query(
    `INSERT INTO access_grant (id, business_id, bundle_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by)
     SELECT gen_random_uuid(), b.business_id, b.id, 'person', m.person_id, 'watch', '{}', '{}', now() - interval '1 day', now(), m.person_id
     FROM bundle b JOIN membership m ON m.business_id = b.business_id ON CONFLICT DO NOTHING`,
  )
}

interface Undo {
  readonly what: string
  readonly row: Row
  back(): Promise<unknown>
}

/** Changes one row as the event says, where the records let it; null where they do not. */
async function change(table: Table, event: Event): Promise<Undo | null> {
  const [row, other] =
    event === 'INSERT' && !table.columns.some(({ name }) => name === 'id')
      ? [{ row: await madeUp(table) }]
      : await rows<{ row: Row }>(`SELECT to_jsonb(t) AS row FROM ${table.name} t ORDER BY random() LIMIT 2`)
  if (!row) return null
  const anew =
    event === 'DELETE' || (!('id' in row.row) && event === 'INSERT')
      ? row.row
      : mutated(table, row.row, other?.row ?? row.row, event)
  const what = `${event} ${table.name} ${JSON.stringify(anew)}`
  const names = table.columns.map(column => `"${column.name}"`).join(', ')
  const populated = `SELECT ${names} FROM jsonb_populate_record(null::${table.name}, $1)`
  const remove = async (one: Row) => rows(`DELETE FROM ${table.name} t WHERE to_jsonb(t) = $1::jsonb`, [one])
  const add = async (one: Row) =>
    rows<{ row: Row }>(`INSERT INTO ${table.name} AS t (${names}) ${populated} RETURNING to_jsonb(t) AS row`, [one])
  const set = async (from: Row, to: Row) =>
    rows<{ row: Row }>(
      `UPDATE ${table.name} t SET (${names}) = (${populated}) WHERE to_jsonb(t) = $2::jsonb RETURNING to_jsonb(t) AS row`,
      [to, from],
    )
  try {
    if (event === 'DELETE') {
      await remove(row.row)
      return { what, row: anew, back: () => add(row.row) }
    }
    const [there] = event === 'INSERT' ? await add(anew) : await set(row.row, anew)
    return { what, row: there!.row, back: () => (event === 'INSERT' ? remove(there!.row) : set(there!.row, row.row)) }
  } catch (error) {
    if (!/^23/.test((error as { code?: string }).code ?? '')) throw error
    return null
  }
}

type Row = Record<string, unknown>

/** A row of a table that says of two things that they belong together: any two. */
async function madeUp({ columns }: Table): Promise<Row> {
  const values = columns.map(async ({ name, type, nullable, of }) => {
    if (of) return [name, (await rows<{ id: string }>(`SELECT id FROM ${of} ORDER BY random() LIMIT 1`))[0]!.id]
    return [name, type === 'text' ? pick(['member', 'admin']) : nullable ? pick([null, new Date()]) : new Date()]
  })
  return Object.fromEntries(await Promise.all(values)) as Row
}

/** One column as it is in another row, or as it was never before; a row that is new has all its own that only one may have. */
function mutated(table: Table, row: Row, other: Row, event: Event): Row {
  const fixed = ['id', 'holder_kind', ...(row['holder_kind'] === other['holder_kind'] ? [] : ['holder_id'])]
  const column = pick(table.columns.filter(({ name }) => !fixed.includes(name)))
  const value = pick([
    other[column.name],
    ...(column.nullable ? [null] : []),
    ...(column.type === 'boolean' ? [!row[column.name]] : []),
    ...(column.type === 'timestamp with time zone' ? [new Date(Date.now() + (Math.random() - 0.5) * 1e9)] : []),
    ...(column.name === 'name' ? [randomUUID()] : []),
  ])
  const changed = { ...row, [column.name]: value }
  if (event === 'UPDATE') return changed
  const unique = ['id', 'number', 'handle', 'platform_ref', 'own_of'].filter(name => name in row)
  return { ...changed, ...Object.fromEntries(unique.map(name => [name, name === 'own_of' ? null : randomUUID()])) }
}

function pick<T>(from: readonly T[]): T {
  return from[Math.floor(Math.random() * from.length)]!
}

function sample<T>(from: readonly T[], count: number): T[] {
  return Array.from({ length: count }, () => pick(from))
}
