import { answerOf, idempotencyKey } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { at, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())
beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  agnese = await scene.signIn(scene.agnese)
})

type Headers = Record<string, string>
/** What is done once for a key, and the same with something else in it. */
const wants: Record<string, (who: Actor, turn: string, headers: Headers) => Promise<unknown>> = {
  'a team': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/teams', {
        params: at(who),
        body: { handle: `team-${turn}`, name: `Team ${turn}` },
        headers,
      }),
    ),
  'a bundle': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/bundles', {
        params: at(who),
        body: { handle: `bundle-${turn}`, name: `Bundle ${turn}`, assets: [], kinds: null },
        headers,
      }),
    ),
  'a purpose': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/purposes', {
        params: at(who),
        body: { name: `mind the ${turn}`, needs: [{ kind: 'page', tier: 'draft', actions: [], must: true }] },
        headers,
      }),
    ),
  'an asset': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/assets', {
        params: at(who),
        body: { platform: 'tern', kind: 'page', name: `Page ${turn}`, handle: `page-${turn}` },
        headers,
      }),
    ),
  'a claim': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/claims', {
        params: at(who),
        body: { platform: 'marram', ref: { one: 'MA-20555', two: 'MA-41007' }[turn] ?? 'MA-70113' },
        headers,
      }),
    ),
  'a sentence': (who, turn, headers) =>
    scene.say(who, `let ${turn}@ondaverde.example watch on ad-account/winter-freight`, headers),
  'a request': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/asks', {
        params: at(who),
        body: {
          of: scene.callum.business,
          wanted: `watch on ad-account/showcase-${turn}`,
          reason: 'For the season.',
        },
        headers,
      }),
    ),
  'a business in trust': (who, turn, headers) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/in-trust', {
        params: at(who),
        body: { name: `Quay ${turn}`, town: 'Porto Verano', zone: 'Europe/Lisbon' },
        headers,
      }),
    ),
}
const each = Object.keys(wants).map(name => [name] as const)
const entries = async () =>
  (await scene.sql<{ count: number }>('SELECT count(*)::integer AS count FROM history'))[0]!.count

test.each(each)(
  '%s that is asked for five times at once under one key comes about once, and all are told of it',
  async name => {
    const key = idempotencyKey()
    // The first of a kind may leave a trace more, as the first look at a stranger's number does.
    await wants[name]!(agnese, 'two', idempotencyKey())
    const alone = await entries()
    await wants[name]!(agnese, 'three', idempotencyKey())
    const one = (await entries()) - alone
    const before = await entries()
    const answers = await Promise.all(Array.from({ length: 5 }, () => wants[name]!(agnese, 'one', key)))
    expect(new Set(answers.map(answer => JSON.stringify(answer))).size).toBe(1)
    expect((await entries()) - before).toBe(one)
    expect(await problemOf(wants[name]!(agnese, 'other', key))).toMatchObject({ code: 'key.reused' })
  },
)

test('a key is its sender’s own: another person’s same key is no answer of somebody else’s', async () => {
  const key = idempotencyKey()
  const mine = await wants['a team']!(agnese, 'mine', key)
  const callum = await scene.signIn(scene.callum)
  const theirs = await wants['a team']!(callum, 'theirs', key)
  expect(theirs).not.toEqual(mine)
  expect(JSON.stringify(theirs)).toContain('theirs')
})

test('a refusal is not kept: what was wrong can be put right under the same key', async () => {
  const key = idempotencyKey()
  const old = agnese
  scene.clock.forward({ minutes: 11 })
  const say = (who: Actor) => scene.say(who, 'let zoe@ondaverde.example run on ad-account/winter-freight', key)
  expect(await problemOf(say(old))).toMatchObject({ code: 'proof.needed' })
  expect(await say(await scene.signIn(agnese))).toMatchObject({ outcome: 'invited' })
})

test('a key that is too long to be one is refused, and one that says nothing is none', async () => {
  for (const [length, status] of [
    [0, 201],
    [5_000, 400],
  ] as const) {
    const response = await fetch(`${scene.url}/v1/businesses/${agnese.business}/teams`, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        authorization: `Bearer ${agnese.token}`,
        'idempotency-key': 'k'.repeat(length),
      },
      body: JSON.stringify({ handle: `long-${length}`, name: 'Long' }),
    })
    expect({ length, status: response.status }).toEqual({ length, status })
  }
})
