import { answerOf } from '@famiglia/client'
import { randomUUID } from 'node:crypto'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let priya: Actor
let ids: { priya: string; callum: string; ondaverde: string; gullwright: string; crossings: string; agnese: string }

beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  const id = async (text: string) => (await scene.sql<{ id: string }>(text))[0]!.id
  const person = (address: string) => id(`SELECT person_id AS id FROM person_address WHERE address = '${address}'`)
  ids = {
    priya: await person('priya@ondaverde.example'),
    callum: await person('callum@gullwright.example'),
    agnese: await person('agnese@ondaverde.example'),
    ondaverde: await id(`SELECT id FROM business WHERE name = 'Ondaverde Ferries'`),
    gullwright: await id(`SELECT id FROM business WHERE name = 'Gullwright & Moss'`),
    crossings: await id(`SELECT id FROM asset WHERE handle = 'summer-crossings'`),
  }
})
afterAll(() => scene.close())

const secret = () => scene.town.service.kit.platforms.all[0]!.secret

async function evaluate(person: string, action: string, ref = 'MA-20417', kind = 'ad-account', bearer = secret()) {
  const body = { subject: { type: 'person', id: person }, action: { name: action }, resource: { type: kind, id: ref } }
  const response = await fetch(`${scene.url}/access/v1/evaluation`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${bearer}` },
    body: JSON.stringify(body),
  })
  return {
    status: response.status,
    body: (await response.json()) as { decision: boolean; context: { reason: string; sees: string[] } },
  }
}

const addGrant = (over: {
  partner?: string
  person?: string
  team?: string
  asset?: string
  giver?: string
  tier?: string
  upstream?: string
}) => {
  const id = randomUUID()
  return scene
    .sql(
      `INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, to_business_id, tier, actions, hiding, from_at, upstream_id, given_at, given_by) VALUES ($1, $2, $3, $4, $5, $9, $6, '{}', '{}', now() - interval '1 day', $7, now(), $8)`,
      [
        id,
        over.giver ?? ids.ondaverde,
        over.asset ?? ids.crossings,
        over.partner ? 'business' : over.team ? 'team' : 'person',
        over.partner ?? over.team ?? over.person,
        over.tier ?? 'run',
        over.upstream ?? null,
        ids.agnese,
        over.partner ?? null,
      ],
    )
    .then(() => id)
}

test('a platform is told what it may show, and why it must refuse (OpenID AuthZEN 1.0)', async () => {
  const yes = await evaluate(ids.priya, 'ads.publish')
  expect(yes.body).toMatchObject({ decision: true, context: { sees: ['spend', 'contacts'] } })
  const no = await evaluate(ids.priya, 'access.change')
  expect(no.body).toMatchObject({
    decision: false,
    context: { reason: 'No: Priya Lindqvist has run on Summer Crossings; that takes steward.' },
  })
})

const several = async (body: object, headers: Record<string, string> = {}) => {
  const response = await fetch(`${scene.url}/access/v1/evaluations`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${secret()}`, ...headers },
    body: JSON.stringify(body),
  })
  type Answer = { decision?: boolean; context?: { reason?: string; error?: { status: number; message: string } } }
  const told = (await response.json()) as Answer & { evaluations?: Answer[]; detail?: string }
  return { status: response.status, headers: response.headers, ...told }
}
const priyasOwn = () => ({
  subject: { type: 'person', id: ids.priya },
  resource: { type: 'ad-account', id: 'MA-20417' },
})
const see = { action: { name: 'ads.see' } }
const give = { action: { name: 'access.change' } }

test('several questions at once take what they leave out from the top', async () => {
  const { evaluations } = await several({ ...priyasOwn(), evaluations: [see, give] })
  expect(evaluations!.map(one => one.decision)).toEqual([true, false])
  const nobody = { subject: { type: 'person', id: `${ids.priya}\0` } }
  const odd = await several({ ...priyasOwn(), ...nobody, evaluations: [see, { ...priyasOwn(), ...see }] })
  expect(odd.evaluations!.map(one => one.decision)).toEqual([false, true])
})

test('of several, one that is not whole fails alone; it is left off where the platform says; none is one question', async () => {
  const decided = async (semantic: string | null, ...evaluations: object[]) => {
    const options = semantic ? { options: { evaluations_semantic: semantic } } : {}
    return (await several({ ...priyasOwn(), evaluations, ...options })).evaluations!.map(one => one.decision)
  }
  const broken = await several({ subject: priyasOwn().subject, evaluations: [{ ...see, ...priyasOwn() }, give] })
  expect(broken.evaluations).toMatchObject([
    { decision: true },
    { decision: false, context: { error: { status: 400, message: expect.stringContaining('a resource') } } },
  ])
  expect(await decided(null, see, { action: null }, { ...see, resource: null })).toEqual([true, false, false])
  expect(await decided('execute_all', see, give, see)).toEqual([true, false, true])
  expect(await decided(null, give, see)).toEqual([false, true])
  expect(await decided('deny_on_first_deny', see, give, see)).toEqual([true, false])
  expect(await decided('permit_on_first_permit', give, see, give)).toEqual([false, true])
  const unknown = await several({ ...priyasOwn(), evaluations: [see], options: { evaluations_semantic: 'first' } })
  expect(unknown).toMatchObject({ status: 400, detail: expect.stringContaining('permit_on_first_permit') })
  for (const none of [{}, { evaluations: [] }]) {
    const alone = await several({ ...priyasOwn(), ...see, ...none })
    expect(alone).toMatchObject({ status: 200, decision: true, context: { reason: expect.stringMatching(/^Yes/) } })
    expect(alone).not.toHaveProperty('evaluations')
    expect((await several({ ...see, ...none })).status).toBe(400)
  }
  const hundred = Array.from({ length: 100 }, () => see)
  const all = await several({ ...priyasOwn(), evaluations: hundred })
  expect(all.evaluations!.map(one => one.decision)).toEqual(hundred.map(() => true))
  expect(all.headers.get('content-encoding')).not.toBeNull()
  const many = await several({ ...priyasOwn(), evaluations: [...hundred, see] })
  expect(many).toMatchObject({ status: 400, detail: expect.stringContaining('100 questions') })
})

test('of several, whoever is no person or has no id is nobody, and the others are answered each in their place', async () => {
  const asked = (type: string, id: string) => ({ ...see, subject: { type, id } })
  const { evaluations } = await several({
    ...priyasOwn(),
    evaluations: [
      asked('team', ids.priya),
      see,
      asked('person', 'priya'),
      asked('person', `${ids.priya}M`),
      { ...see, resource: { ...priyasOwn().resource, id: 'A-20417' } },
      { ...see, resource: { ...priyasOwn().resource, id: 'MA-20417\0' } },
      give,
      see,
    ],
  })
  expect(evaluations!.map(one => one.decision)).toEqual([false, true, false, false, false, false, false, true])
  expect(evaluations![6]!.context!.reason).toContain('that takes steward')
})

test('however several are written, they are answered alike; what is no JSON, or means to change what all things have, is refused', async () => {
  const usual = JSON.stringify({ evaluations: [{ ...priyasOwn(), ...see }] })
  const inOrder = usual.replace(/,"resource":(.*?),"action":(.*?)}]/, ',"action":$2,"resource":$1}]')
  const ask = async (body: string) => {
    const headers = { 'content-type': 'application/json', authorization: `Bearer ${secret()}` }
    const response = await fetch(`${scene.url}/access/v1/evaluations`, { method: 'POST', headers, body })
    return { status: response.status, decision: /"decision":(\w+)/.exec(await response.text())?.[1] }
  }
  expect(inOrder).not.toBe(usual)
  const written = [
    inOrder,
    usual,
    `${inOrder}\n`,
    inOrder.replaceAll(',', ', '),
    inOrder.replace('"type"', '"typ\\u0065"'),
  ]
  for (const json of written) expect(await ask(json), json).toEqual({ status: 200, decision: 'true' })
  const spoilt = [
    '',
    inOrder.slice(0, -1),
    inOrder.replace('person', 'per\nson'),
    inOrder.replace('{"type"', '{"__proto__":{},"type"'),
  ]
  for (const json of spoilt) expect(await ask(json), json).toEqual({ status: 400 })
  const twice = inOrder.replace('"action"', '"subject":{"type":"person","id":"nobody"},"action"')
  expect(await ask(twice)).toEqual({ status: 200, decision: 'false' })
})

test('what is kept of a question holds nothing else of the request that it came in', async () => {
  setFlagsFromString('--expose-gc')
  const collect = runInNewContext('gc') as () => void
  const people = await scene.sql<{ id: string }>(
    `INSERT INTO person (id, name, password_hash, joined_at) SELECT gen_random_uuid(), 'Somebody', 'none', now() FROM generate_series(1, 300) RETURNING id`,
  )
  await scene.sql(
    `INSERT INTO membership (business_id, person_id, standing, since) SELECT $1, id, 'member', now() FROM person WHERE name = 'Somebody'`,
    [ids.ondaverde],
  )
  for (const { id } of people) await addGrant({ person: id, tier: 'steward' })
  const question = (id: string, ref: string) => ({
    subject: { type: 'person', id },
    ...give,
    resource: { type: 'ad-account', id: ref },
  })
  const nobodys = () => Array.from({ length: 99 }, () => question(randomUUID().padEnd(250), randomUUID().padEnd(250)))
  const size = JSON.stringify(nobodys()).length
  const taken = async () => {
    collect()
    const before = process.memoryUsage().heapUsed
    for (const { id } of [...people, ...people]) {
      const { evaluations } = await several({ evaluations: [question(id, 'MA-20417'), ...nobodys()] })
      expect(evaluations![0]!.decision).toBe(true)
    }
    collect()
    return process.memoryUsage().heapUsed - before
  }
  expect(await taken()).toBeLessThan((people.length * size) / 3)
})

test('a platform’s id of a request comes back to it; who asks is settled before what is asked is looked at', async () => {
  const told = await several({ ...priyasOwn(), ...see }, { 'x-request-id': 'bfe9eb29-ab87' })
  expect(told.headers.get('x-request-id')).toBe('bfe9eb29-ab87')
  expect((await several({ nonsense: 1 }, { authorization: 'Bearer of-nothing-at-all' })).status).toBe(401)
  expect((await several({ nonsense: 1 })).status).toBe(400)
})

test('what does not exist, another kind and an action that is none are all answered alike: no', async () => {
  const answers = await Promise.all([
    evaluate(randomUUID(), 'ads.see'),
    evaluate('priya', 'ads.see'),
    evaluate(ids.priya, 'ads.see', 'MA-99999'),
    evaluate(ids.priya, 'ads.see', 'MA-20417', 'page'),
    evaluate(ids.priya, 'ads.fly'),
  ])
  expect(new Set(answers.map(answer => JSON.stringify(answer)))).toHaveLength(1)
  expect(answers[0]!.body.decision).toBe(false)
})

test('only a platform may ask, with its own secret', async () => {
  expect((await evaluate(ids.priya, 'ads.see', 'MA-20417', 'ad-account', scene.agnese.token)).status).toBe(401)
})

/** The statements that decisions sent to PostgreSQL while something was done. */
async function statementsOf(work: () => Promise<unknown>): Promise<string[]> {
  const statements: string[] = []
  const query = pg.Client.prototype.query as (...args: unknown[]) => unknown
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    const { name } = args[0] as { name?: string }
    if (!/jobs\.|pgboss|last_use/.test(JSON.stringify(args[0]))) statements.push(name ?? String(args[0]))
    return query.apply(this, args)
  } as never
  try {
    await work()
    return statements
  } finally {
    pg.Client.prototype.query = query as never
  }
}

/** Somebody of whom nothing was asked before. */
async function somebodyNew(): Promise<string> {
  const id = randomUUID()
  await scene.sql(`INSERT INTO person (id, name, password_hash, joined_at) VALUES ($1, 'Noor', 'none', now())`, [id])
  return id
}

const rename = (person: string) => scene.sql(`UPDATE person SET name = name || ' C.' WHERE id = $1`, [person])

test('a decision is one round trip to PostgreSQL, to read what it is made of, and later to see that it is still so; two after a change', async () => {
  const noor = await somebodyNew()
  const asked = () => statementsOf(() => evaluate(noor, 'ads.publish', 'MA-20417'))
  expect(await asked()).toEqual(['known-on-platform'])
  expect(await asked()).toEqual(['marks'])
  await rename(noor)
  expect(await asked()).toEqual(['marks', 'known-on-platform'])
})

test('those who ask the same at once share what is read for it, before and after a change', async () => {
  const noor = await somebodyNew()
  const read = async () => {
    const twenty = Array.from({ length: 20 }, () => evaluate(noor, 'ads.see', 'MA-20417'))
    return (await statementsOf(() => Promise.all(twenty))).filter(name => name === 'known-on-platform').length
  }
  expect(await read()).toBeLessThanOrEqual(2)
  await rename(noor)
  expect(await read()).toBeLessThanOrEqual(4)
})

test('what is given to a team reaches its members, and only while they are in it', async () => {
  const team = randomUUID()
  await scene.sql(`INSERT INTO team (id, business_id, handle, name) VALUES ($1, $2, 'paid-media', 'Paid media')`, [
    team,
    ids.ondaverde,
  ])
  await addGrant({ team, tier: 'steward' })
  expect((await evaluate(ids.priya, 'access.change')).body.decision).toBe(false)
  await scene.sql('INSERT INTO team_member (team_id, person_id, since) VALUES ($1, $2, now())', [team, ids.priya])
  expect((await evaluate(ids.priya, 'access.change')).body.decision).toBe(true)
  await scene.sql('DELETE FROM team_member WHERE team_id = $1', [team])
  expect((await evaluate(ids.priya, 'access.change')).body.decision).toBe(false)
})

test("a partner's admin reaches what the partner was given, staff up to that ceiling, and all of it ends with the partner's grant", async () => {
  expect((await evaluate(ids.callum, 'ads.publish')).body.decision).toBe(false)
  const upstream = await addGrant({ partner: ids.gullwright, tier: 'draft' })
  expect((await evaluate(ids.callum, 'ads.draft')).body.decision).toBe(true)
  await scene.sql(`UPDATE membership SET standing = 'member' WHERE person_id = $1`, [ids.callum])
  expect((await evaluate(ids.callum, 'ads.draft')).body.decision).toBe(false)

  await addGrant({ person: ids.callum, giver: ids.gullwright, upstream, tier: 'steward' })
  expect((await evaluate(ids.callum, 'ads.draft')).body.decision).toBe(true)
  expect((await evaluate(ids.callum, 'ads.publish')).body.decision).toBe(false)

  await scene.sql('UPDATE access_grant SET ended_at = now() WHERE id = $1', [upstream])
  expect((await evaluate(ids.callum, 'ads.draft')).body.decision).toBe(false)
})

test('what is given on an analytics account reaches the properties inside it', async () => {
  const [account, property] = [randomUUID(), randomUUID()]
  const add = (id: string, kind: string, inside: string | null, number: string) =>
    scene.sql(
      `INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, inside_id, brought_in_at, brought_in_by) VALUES ($1, $5, $2, $3, 'web', 'Ondaverde web', 'marram', $5, $4, now(), $6)`,
      [id, ids.ondaverde, kind, inside, number, ids.agnese],
    )
  await add(account, 'analytics-account', null, 'A-0000-0001-44')
  await add(property, 'property', account, 'A-0000-0002-41')
  await addGrant({ person: ids.priya, asset: account, tier: 'draft' })
  expect((await evaluate(ids.priya, 'analysis.make', 'A-0000-0002-41', 'property')).body.decision).toBe(true)
  expect((await evaluate(ids.priya, 'data.delete', 'A-0000-0002-41', 'property')).body.decision).toBe(false)
})

test('who reaches it tells when it was last used', async () => {
  await evaluate(ids.priya, 'ads.publish')
  await scene.town.service.kit.lastUse.write()
  const holders = await scene.agnese.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
    params: { path: { business: scene.agnese.business, asset: 'ad-account/summer-crossings' } },
  })
  const row = holders.data?.items.find(holder => holder.person.address === priya.email)
  expect(row).toMatchObject({
    tier: 'run',
    hidden: ['revenue'],
    secondProof: false,
    invitedBy: 'Agnese Torvald',
    through: 'own grant',
    lastUsed: expect.stringMatching(/^20/),
  })
})

test('before somebody is given more, the review says what they last did there, and what is beyond that', async () => {
  const preview = await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: { path: { business: scene.agnese.business } },
      body: { sentence: `let ${priya.email} run on ad-account/summer-crossings` },
    }),
  )
  const said = preview.notes.filter(note => note.includes('last used'))
  expect(said).toHaveLength(1)
  const [used, beyond] = said[0]!.split('. Beyond that this allows to ')
  expect(used).toMatch(/^Priya Lindqvist last used Summer Crossings on \d+ \w+ \d{4}, to /)
  const did = used!.replace(/^.*, to /, '')
  expect(beyond).toContain('change budgets')
  expect(beyond!.split('; ')).not.toContain(did)
})
