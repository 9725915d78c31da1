import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import {
  at,
  giveStanding,
  join,
  openScene,
  problemOf,
  withSecondStep,
  type Actor,
  type Scene,
} from '../../../e2e/support/scene.ts'

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

const winter = 'ad-account/winter-freight'
const on = (who: Actor, person: string) => ({ params: { path: { ...at(who).path, person } } })
const review = (person: string, who = agnese) =>
  answerOf(who.client.GET('/v1/businesses/{business}/people/{person}/leaving', on(who, person)))
const offboard = (
  person: string,
  successors: { key: string; address: string }[] = [],
  { who = agnese, reason }: { who?: Actor; reason?: string } = {},
) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
      ...on(who, person),
      body: { successors, ...(reason ? { reason } : {}) },
    }),
  )
const publishes = (who: Actor, asset = winter) => scene.can(who.email, 'ads.publish', asset)
const placesOf = (address: string) =>
  scene.sql('SELECT FROM membership JOIN person_address USING (person_id) WHERE address = $1', [address])

test('what somebody holds is told by every path, also what does not count now, and all of it ends in one step', async () => {
  const bea = await join(scene, 'Bea Fontaine', `let WHO run on ${winter}`)
  const team = { params: { path: { ...at(agnese).path, team: 'crew', person: bea.email } } }
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/teams', {
      params: at(agnese),
      body: { handle: 'crew', name: 'Crew' },
    }),
  )
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', team))
  await scene.say(agnese, `let team/crew watch on ${winter}`)
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', { ...on(agnese, bea.email), body: {} }),
  )
  const before = await review(bea.email)
  expect(before.holds).toEqual([
    {
      asset: 'Winter Freight',
      text: winter,
      level: 'run',
      through: expect.stringMatching(/own grant, not counted.*team Crew, not counted/),
    },
  ])
  expect(before.teams).toEqual(['Crew'])
  const left = await offboard(bea.email)
  expect(left.stillReaches).toEqual([])
  expect(left.result).toContain('Bea Fontaine reaches nothing of Ondaverde Ferries any more')
  expect(await placesOf(bea.email)).toEqual([])
  expect((await bea.client.GET('/v1/me')).response.status).toBe(401)
  expect((await answerOf(agnese.client.GET('/v1/businesses/{business}/teams', { params: at(agnese) }))).items).toEqual([
    expect.objectContaining({ handle: 'crew', members: 0 }),
  ])
})

test('who was offboarded is nobody here afterwards: no link, token or invitation of before lets them in', async () => {
  const idris = await join(scene, 'Idris Vannucci', `let WHO run on ${winter}`)
  const until = scene.clock.now().add({ hours: 240 }).toString()
  const { token } = await answerOf(
    (await scene.signIn(idris)).client.POST('/v1/me/tokens', { body: { name: 'mine', until, unattended: true } }),
  )
  await scene.say(agnese, `let ${idris.email} watch on ad-account/winter-freight to "read the results"`)
  await offboard(idris.email)
  expect((await famigliaClient({ url: scene.url, token }).GET('/v1/me')).response.status).toBe(401)
  expect(await publishes(idris)).toBe(false)
  const again = await scene.signIn(idris).catch(() => null)
  if (again) expect((await answerOf(again.client.GET('/v1/me'))).businesses).toEqual([])
  expect(await problemOf(review(idris.email))).toMatchObject({ code: 'person.unknown' })
  expect(await problemOf(offboard(idris.email))).toMatchObject({ code: 'person.unknown' })
})

test('what only they hold is told; a successor gets the same, with the same end and the same hidden', async () => {
  const noor = await join(scene, 'Noor Castellan', `let WHO steward on ${winter} hiding revenue for 3 months`)
  const before = await review(noor.email)
  expect(before.onlyTheirs).toEqual([{ kind: 'sole steward', about: 'Winter Freight', key: winter, must: false }])
  // Tomasz has less without an end: one grant cannot say both, and nobody is told that he takes over what he did not get.
  expect(await problemOf(offboard(noor.email, [{ key: winter, address: scene.tomasz.email }]))).toMatchObject({
    code: 'ask.would-lower',
    detail: expect.stringContaining('Tomasz Oyelaran has watch on Winter Freight'),
  })
  expect(await placesOf(noor.email)).toHaveLength(1)
  const egon = await join(scene, 'Egon Tarn', 'let WHO watch on ad-account/winter-freight to "read the results"')
  const left = await offboard(noor.email, [{ key: winter, address: egon.email }])
  expect(left.takenOver).toEqual(['Egon Tarn takes over Winter Freight'])
  const { items } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/people/{person}/holdings', on(agnese, egon.email)),
  )
  expect(items).toMatchObject([{ asset: { name: 'Winter Freight' }, level: 'steward' }])
  expect(items[0]!.through.join()).toContain('steward on Winter Freight, hiding revenue, until')
  expect(await scene.can(egon.email, 'access.change', winter)).toBe(true)
  scene.clock.forward({ hours: 24 * 100 })
  expect(await scene.can(egon.email, 'access.change', winter)).toBe(false)
  expect(await scene.can(egon.email, 'ads.see', winter)).toBe(true)
})

test('the last admin goes only when another is made, by a second step and with a reason, and the admins are told', async () => {
  const wren = await join(scene, 'Wren Halloway', `let WHO watch on ${winter}`)
  const before = await review(agnese.email)
  expect(before.onlyTheirs).toContainEqual({ kind: 'last admin', about: 'Ondaverde Ferries', key: 'admin', must: true })
  expect(await problemOf(offboard(agnese.email))).toMatchObject({
    code: 'leaving.successor-needed',
    pointer: '/successors/admin',
  })
  const chosen = before.onlyTheirs.filter(only => only.must).map(({ key }) => ({ key, address: wren.email }))
  expect(chosen.map(one => one.key)).toEqual(['admin', expect.stringMatching(/^billing\/A-/)])
  expect(await problemOf(offboard(agnese.email, chosen))).toMatchObject({ code: 'admin.reason' })
  await scene.sql(`UPDATE session SET proven_by = 'password' WHERE ended_at IS NULL`)
  expect(await problemOf(offboard(agnese.email, chosen, { reason: 'I go to sea.' }))).toMatchObject({
    code: 'proof.second-step',
  })
  expect(await placesOf(agnese.email)).toHaveLength(1)
})

test('nobody succeeds themselves, is named twice, or takes over without working here', async () => {
  const dae = await join(scene, 'Dae Whitlock', `let WHO steward on ${winter}`)
  expect((await review(dae.email)).onlyTheirs).toMatchObject([{ key: winter }])
  const successor = (address: string) => [{ key: winter, address }]
  expect(await problemOf(offboard(dae.email, [{ key: 'page/none', address: agnese.email }]))).toMatchObject({
    code: 'request.invalid',
    pointer: '/successors',
  })
  expect(await problemOf(offboard(dae.email, successor(dae.email)))).toMatchObject({ code: 'request.invalid' })
  expect(await problemOf(offboard(dae.email, successor(scene.callum.email)))).toMatchObject({ code: 'person.unknown' })
  expect(
    await problemOf(offboard(dae.email, [...successor(agnese.email), ...successor(scene.tomasz.email)])),
  ).toMatchObject({ code: 'request.invalid', pointer: '/successors' })
  expect(await placesOf(dae.email)).toHaveLength(1)
  await offboard(dae.email)
})

test('it takes an admin with a fresh proof; a member, a steward and another business see and end nothing', async () => {
  const kit = await join(scene, 'Kit Sorrel', `let WHO steward on ${winter}`)
  for (const who of [scene.tomasz, await scene.signIn(kit)]) {
    expect(await problemOf(review(kit.email, who))).toMatchObject({ code: 'standing.not-enough' })
    expect(await problemOf(offboard(kit.email, [], { who }))).toMatchObject({ code: 'standing.not-enough' })
  }
  const foreign = { ...scene.callum, business: agnese.business }
  expect(await problemOf(offboard(kit.email, [], { who: foreign }))).toMatchObject({ code: 'business.unknown' })
  expect(await problemOf(offboard(kit.email, [], { who: scene.callum }))).toMatchObject({ code: 'person.unknown' })
  scene.clock.forward({ minutes: 11 })
  expect(await problemOf(offboard(kit.email))).toMatchObject({ code: 'proof.needed' })
  expect(await publishes(kit)).toBe(true)
})

test('what they had sent and nobody answered is taken over only by somebody who could send it', async () => {
  const ruben = await join(scene, 'Ruben Achterberg', `let WHO steward on ${winter}`)
  await scene.say(await scene.signIn(ruben), 'let egil@ondaverde.example watch on ad-account/winter-freight')
  const open = (await review(ruben.email)).onlyTheirs.find(one => one.kind === 'open proposal')!
  expect(open.about).toContain('egil@ondaverde.example')
  const left = await offboard(ruben.email, [{ key: open.key, address: agnese.email }])
  expect(left.takenOver.join()).toContain('Agnese Torvald takes over')
  const egil = await scene.joinByLetter('Egil Rasmund', 'egil@ondaverde.example')
  expect(await scene.can(egil.email, 'ads.see', winter)).toBe(true)

  const sanne = await join(scene, 'Sanne Okoro', `let WHO steward on ${winter}`)
  await scene.say(await scene.signIn(sanne), 'let yuki@ondaverde.example watch on ad-account/winter-freight')
  const other = (await review(sanne.email)).onlyTheirs.find(one => one.kind === 'open proposal')!
  expect(await problemOf(offboard(sanne.email, [{ key: other.key, address: egil.email }]))).toMatchObject({
    code: 'leaving.successor-cannot',
    detail: expect.stringContaining('Egil Rasmund cannot take over'),
    pointer: `/successors/${other.key}`,
  })
  expect(await placesOf(sanne.email)).toHaveLength(1)
})

test('offboarded by two admins at the same moment, it happens once and is told once', async () => {
  const lev = await join(scene, 'Lev Marchetti', `let WHO run on ${winter}`)
  const second = await withSecondStep(scene, scene.tomasz)
  await giveStanding(await scene.signIn(agnese), second.email, 'admin')
  agnese = await scene.signIn(agnese)
  const outcomes = await Promise.allSettled([
    offboard(lev.email),
    offboard(lev.email, [], { who: await scene.signIn(second) }),
  ])
  expect(outcomes.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  expect(
    await scene.sql(
      `SELECT FROM history WHERE entry->>'what' = 'member.offboarded' AND entry->>'sentence' LIKE '%Lev Marchetti%'`,
    ),
  ).toHaveLength(1)
})
