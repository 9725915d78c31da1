import { answerOf } from '@famiglia/client'
import { openBusiness } from '@famiglia/demo'
import { actionsOfTier, drawNumber, reachOf, tiers } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import { beforeAll, expect, test } from 'vitest'
import { acceptHandover, handOver } from '../../../e2e/support/handovers.ts'
import { agnese, betweenTwoBusinesses, bothSignIn, callum, marisol, scene } from '../../../e2e/support/partners.ts'
import { at, join, type Actor } from '../../../e2e/support/scene.ts'
import { assets as assetRecords } from '../assets/records.ts'
import { grants as grantRecords, type Grant } from '../grants/records.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { factsFrom } from '../reach/facts.ts'
import { tendHandovers } from './complete.ts'

betweenTwoBusinesses()

/** Assets of one handover: each with a graph of its own of people, teams, partners and what these pass on. */
const graphs = 100
/** Handovers, each with new graphs: more by FAMIGLIA_TEST_GRAPHS. */
const rounds = Math.ceil(Number(process.env.FAMIGLIA_TEST_GRAPHS ?? 200) / graphs)

let wren: Actor
let yuki: { id: string; business: string }
const ids = new Map<string, string>()
beforeAll(async () => {
  wren = await join(scene, 'Wren Halloway', 'let WHO watch on ad-account/winter-freight')
  const opened = await openBusiness(scene.town, {
    business: { name: 'Tallow Street Measures', town: 'Tarnmouth', zone: 'Europe/London' },
    person: { name: 'Yuki Abernathy', address: 'yuki@tallowstreet.example', password: 'candles at either end' },
  })
  yuki = { id: await person('yuki@tallowstreet.example'), business: await business(opened.business) }
  const team = { handle: 'both', name: 'Both' }
  const params = at(agnese)
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params, body: team }))
  for (const one of [scene.tomasz.email, wren.email])
    await answerOf(
      agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
        params: { path: { ...params.path, team: 'both', person: one } },
      }),
    )
  for (const one of [scene.agnese.email, scene.tomasz.email, wren.email, scene.callum.email, marisol.email])
    ids.set(one, await person(one))
  ids.set('yuki', yuki.id)
})

const person = async (address: string) =>
  (await scene.sql<{ id: string }>('SELECT person_id AS id FROM person_address WHERE address = $1', [address]))[0]!.id
const business = async (number: string) =>
  (await scene.sql<{ id: string }>('SELECT id FROM business WHERE number = $1', [number]))[0]!.id

/** Numbers that look random and come again with the same seed. */
function drawsOf(seed: number) {
  let state = seed
  const next = () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
  const pick = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!
  return { often: (share: number) => next() < share, pick }
}

/** Pages of the old owner, each with its graph, all in one bundle. */
async function draw(seed: number): Promise<string[]> {
  const { often, pick } = drawsOf(seed)
  const { manager } = scene.town.service.kit.database
  const now = scene.clock.now()
  const [owner, receiver] = [await business(agnese.business), await business(callum.business)]
  const [team] = await scene.sql<{ id: string }>(`SELECT id FROM team WHERE handle = 'both'`)
  const [like] = await manager.find(assetRecords, { where: { handle: 'winter-freight' } })
  const made: string[] = []
  for (let index = 0; index < graphs; index++) {
    const id = newId()
    made.push(id)
    await manager.insert(assetRecords, {
      ...like!,
      id,
      number: drawNumber('A', seed * 1000 + index),
      kind: 'page',
      handle: `graph-${seed}-${index}`,
      name: `Graph ${seed} ${index}`,
      platform: 'tern',
      platformRef: `TN-G${seed}-${index}`,
      payer: null,
      answering: null,
      means: null,
      paidSince: null,
    })
    const give = async (by: string, holder: Pick<Grant, 'holderKind' | 'holderId'>, upstream: string | null = null) => {
      const grant = newId()
      await manager.insert(grantRecords, {
        id: grant,
        businessId: by,
        assetId: id,
        bundleId: null,
        ...holder,
        toBusinessId: holder.holderKind === 'business' ? holder.holderId : null,
        tier: pick(tiers),
        actions: [],
        hiding: [],
        from: often(0.1) ? now.add({ hours: 24 * 30 }) : now.subtract({ hours: 1 }),
        until: often(0.2) ? now.add({ hours: often(0.5) ? 24 * 300 : 24 }) : null,
        purpose: null,
        proposalId: null,
        upstreamId: upstream,
        mayPassOn: often(0.3),
        frozenAt: null,
        givenAt: now,
        givenBy: ids.get(scene.agnese.email)!,
        changedAt: null,
        endedAt: null,
        endedBy: null,
        notices: 0,
      })
      return grant
    }
    const to = (holderId: string) => ({ holderKind: 'person' as const, holderId })
    for (const one of [scene.tomasz.email, wren.email]) if (often(0.5)) await give(owner, to(ids.get(one)!))
    if (often(0.4)) await give(owner, { holderKind: 'team', holderId: team!.id })
    if (often(0.5)) {
      const ceiling = await give(owner, { holderKind: 'business', holderId: receiver })
      if (often(0.7)) await give(receiver, to(ids.get(marisol.email)!), ceiling)
    }
    if (often(0.5)) await give(owner, { holderKind: 'business', holderId: yuki.business })
  }
  return made
}

type Level = ReadonlySet<string>

/** What everybody reaches on every one of the assets. */
async function levels(assets: readonly string[]): Promise<Map<string, Level>> {
  const pairs = [...ids].flatMap(([name, id]) => assets.map(asset => ({ name, person: id, asset })))
  const facts = await factsFrom(scene.town.service.kit).aroundAll(pairs)
  const now = scene.clock.now()
  return new Map(
    pairs.map(({ name, asset }, index) => [
      `${name} ${asset}`,
      facts[index] ? (reachOf(facts[index], now).level.actions as Level) : new Set<string>(),
    ]),
  )
}

test('whatever graph hangs on what goes over: others keep just what they had, the old owner’s people what is kept at most, and nobody but the new owner gains', async () => {
  for (let round = 1; round <= rounds; round++) {
    await bothSignIn()
    const seed = round + (process.env.FAMIGLIA_TEST_GRAPHS ? 100 : 0)
    const made = await draw(seed)
    const keeping = round % 2 === 1 ? tiers[round % tiers.length]! : null
    const body = {
      handle: `all-${seed}`,
      name: `All ${seed}`,
      assets: made.map((_one, index) => `page/graph-${seed}-${index}`),
    }
    await answerOf(agnese.client.POST('/v1/businesses/{business}/bundles', { params: at(agnese), body }))
    const { proposal } = await handOver(
      agnese,
      `hand over bundle/all-${seed} to ${callum.business} ${keeping ? `keeping ${keeping}` : ''} because "Round ${round}."`,
    )
    await acceptHandover(callum, proposal)
    scene.clock.forward({ hours: 71, minutes: 59 })
    const before = await levels(made)
    scene.clock.forward({ minutes: 1 })
    await tendHandovers(scene.town.service.kit, proposalKinds)()
    const after = await levels(made)
    const kept = new Set<string>(keeping ? actionsOfTier('page', keeping) : [])
    const wrong: string[] = []
    for (const [key, was] of before) {
      const [name, asset] = key.split(' ') as [string, string]
      const is = after.get(key)!
      const owners = before.get(`${scene.agnese.email} ${asset}`)!
      const most = expected(name, { was, kept, owners })
      const isRight = name === marisol.email ? [...was].every(action => is.has(action)) : same(is, most)
      if (!isRight) wrong.push(`${key}: ${[...was].length} before, ${is.size} after, ${most.size} expected`)
    }
    expect(wrong, `seed ${seed}`).toEqual([])
    const owned = await scene.sql<{ count: number }>(
      'SELECT count(*)::integer AS count FROM asset JOIN business ON business.id = business_id WHERE asset.id = ANY ($1) AND business.number = $2',
      [made, callum.business],
    )
    expect(owned[0]!.count).toBe(graphs)
    // Nothing is left that only counts for nothing: given by who does not own it, or hanging on what has ended.
    const left = await scene.sql<{ count: number }>(
      `SELECT count(*)::integer AS count FROM access_grant g JOIN asset ON asset.id = g.asset_id LEFT JOIN access_grant above ON above.id = g.upstream_id
        WHERE g.asset_id = ANY ($1) AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2) AND (above.ended_at IS NOT NULL OR (g.upstream_id IS NULL AND g.business_id <> asset.business_id))`,
      [made, scene.clock.now().toString()],
    )
    expect(left[0]!.count).toBe(0)
  }
}, 3_600_000)

/** What somebody reaches an instant after: worked out from what they reached before alone. */
function expected(name: string, { was, kept, owners }: { was: Level; kept: Level; owners: Level }): Level {
  if (name === 'yuki' || name === marisol.email) return was
  if (name === scene.callum.email) return owners
  if (name === scene.agnese.email) return kept
  return new Set([...was].filter(action => kept.has(action)))
}

const same = (one: Level, other: Level) => one.size === other.size && [...one].every(action => other.has(action))
