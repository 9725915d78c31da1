import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
let priya: Actor
const crossings = 'ad-account/summer-crossings'
const winter = 'ad-account/winter-freight'
beforeAll(async () => {
  scene = await openScene()
  agnese = scene.agnese
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const tomasz = 'tomasz@ondaverde.example'
const grantsOf = (address: string) =>
  scene.sql<{ tier: string; purpose: string | null }>(
    `SELECT g.tier, g.purpose FROM access_grant g JOIN person_address a ON a.person_id = g.holder_id WHERE a.address = $1 AND g.ended_at IS NULL ORDER BY g.given_at`,
    [address],
  )
const ask = (who: Actor, wanted: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/asks', { params: at(who), body: { wanted, reason: 'To go on.' } }),
  )
const answer = (who: Actor, proposal: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { ...at(who).path, proposal } },
      body: {},
    }),
  )

test('a steward whose time ends gives nothing beyond it, and takes off their own end in no way', async () => {
  await scene.say(agnese, `let ${priya.email} steward on ${crossings} until 2027-03-31`)
  const steward = await scene.signIn(priya)
  for (const beyond of ['', ' until 2027-04-01'])
    expect(await problemOf(scene.say(steward, `let ${tomasz} watch on ${crossings}${beyond}`))).toMatchObject({
      code: 'grant.beyond-own-end',
    })
  await scene.say(steward, `let ${tomasz} watch on ${crossings} until 2027-03-31`)
  expect(await problemOf(scene.say(steward, `let ${priya.email} steward on ${crossings}`))).toMatchObject({
    code: 'grant.own',
  })
  const { proposal } = await ask(steward, `steward on ${crossings}`)
  expect(await problemOf(answer(steward, proposal))).toMatchObject({ code: 'proposal.own' })
  await answerOf(
    steward.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
      params: { path: { ...at(steward).path, proposal } },
    }),
  )
  await scene.say(agnese, `end ${tomasz} on ${crossings}`)
})

test('who sees less ends nobody who sees more, and giving access comes with steward or not at all', async () => {
  await scene.say(agnese, `let ${priya.email} steward on ${crossings} hiding revenue`)
  await scene.say(agnese, `let ${tomasz} watch on ${crossings}`)
  const steward = await scene.signIn(priya)
  for (const sentence of [`end ${tomasz} on ${crossings}`, `let ${tomasz} watch on ${crossings} hiding revenue`])
    expect(await problemOf(scene.say(steward, sentence))).toMatchObject({ code: 'grant.held-above' })
  expect(await scene.can(tomasz, 'ads.see', crossings)).toBe(true)
  for (const given of ['access.change', 'watch, access.change'])
    expect(await problemOf(scene.say(agnese, `let ${tomasz} ${given} on ${winter}`))).toMatchObject({
      code: 'action.not-alone',
    })
  await scene.say(agnese, `end ${tomasz} on ${crossings}`)
})

test('a second purpose stands beside the first, and twenty sentences at once are one grant a purpose', async () => {
  await Promise.allSettled(
    ['run our adverts', 'read the results'].flatMap(purpose =>
      Array.from({ length: 10 }, () => scene.say(agnese, `let ${tomasz} watch on ${crossings} to "${purpose}"`)),
    ),
  )
  const purposes = (await grantsOf(tomasz)).filter(grant => grant.purpose !== null).map(grant => grant.purpose)
  expect(purposes.sort()).toEqual(['read the results', 'run our adverts'])
  await scene.say(agnese, `end ${tomasz} on ${crossings} to "run our adverts"`)
  expect(await scene.can(tomasz, 'ads.see', crossings)).toBe(true)
  await scene.say(agnese, `end ${tomasz} on ${crossings}`)
  expect(await scene.can(tomasz, 'ads.see', crossings)).toBe(false)
})

test('several levels are said in one sentence, read over whole, and each is in force as it was said', async () => {
  const sentence = `let ${tomasz} draft on ${crossings} hiding revenue and watch on ${winter} until 2027-03-31`
  const told = await answerOf(
    agnese.client.POST('/v1/businesses/{business}/sentences/preview', { params: at(agnese), body: { sentence } }),
  )
  expect(told.sentence).toBe(sentence)
  expect(told.assets.map(asset => [asset.name, asset.tier])).toEqual([
    ['Summer Crossings', 'draft'],
    ['Winter Freight', 'watch'],
  ])
  const { result } = await scene.say(agnese, sentence)
  expect(result).toContain('draft on Summer Crossings, hiding revenue')
  expect(result).toContain('watch on Winter Freight, until 31 March 2027')
  expect(await scene.can(tomasz, 'ads.draft', crossings)).toBe(true)
  expect(await scene.can(tomasz, 'ads.draft', winter)).toBe(false)
  await scene.say(agnese, `end ${tomasz} on ${crossings}`)
})

test('granting what somebody asks for adds to what they have, and takes nothing away', async () => {
  await scene.say(agnese, `let ${tomasz} run on ${winter} hiding contacts`)
  const { proposal } = await ask(scene.tomasz, `watch, billing.see on ${winter} hiding revenue`)
  await answer(await scene.signIn(agnese), proposal)
  expect(await scene.can(tomasz, 'ads.publish', winter), 'a higher tier stays').toBe(true)
  expect(await scene.can(tomasz, 'billing.see', winter)).toBe(true)
  expect((await grantsOf(tomasz)).length).toBeGreaterThan(0)
})

test('an empty bundle is weighed by what it can ever hold: steward on it takes a proof', async () => {
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: at(agnese),
      body: { handle: 'nothing-yet', name: 'Nothing yet', assets: [] },
    }),
  )
  const old = await scene.signIn(agnese)
  scene.clock.forward({ minutes: 11 })
  for (const given of ['steward', 'run', 'billing.see'])
    expect(await problemOf(scene.say(old, `let ${tomasz} ${given} on bundle/nothing-yet`)), given).toMatchObject({
      code: 'proof.needed',
    })
  agnese = await scene.signIn(agnese)
})

test('a purpose is read again from every sentence as what it is, whatever characters are in its name', async () => {
  const make = (name: string) =>
    answerOf(
      agnese.client.POST('/v1/businesses/{business}/purposes', {
        params: at(agnese),
        body: { name, needs: [{ kind: 'ad-account', tier: 'watch', actions: [], must: true }] },
      }),
    )
  for (const name of ['say "yes"', 'x" may give access to "y'])
    expect(await problemOf(make(name)), name).toMatchObject({ code: 'request.invalid' })
  for (const name of [
    'a \\ and a / and — more',
    'on page/day-trips until 2027-01-01',
    '<b>tell</b> \u200f everybody',
  ]) {
    await make(name)
    const sentence = `let ${tomasz} watch on ${crossings} to "${name}"`
    const told = await answerOf(
      agnese.client.POST('/v1/businesses/{business}/sentences/preview', { params: at(agnese), body: { sentence } }),
    )
    expect(told.sentence).toBe(sentence)
    expect(told.assets).toHaveLength(1)
  }
})
