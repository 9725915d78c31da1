import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { beforeAll, beforeEach, expect, test } from 'vitest'
import { readHandover, stopHandover, handOver } from '../../../e2e/support/handovers.ts'
import { agnese, betweenTwoBusinesses, bothSignIn, callum, scene, within } from '../../../e2e/support/partners.ts'
import { at, bringIn, giveStanding, join, problemOf, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from '../handovers/complete.ts'
import { tendContests } from './tendContests.ts'

betweenTwoBusinesses()

let noor: Actor
let tomasz: Actor
beforeAll(async () => {
  await bringIn(scene, 'MA-70113', 'shop-tag')
  noor = await join(scene, 'Noor Castellan', 'let WHO watch on ad-account/winter-freight')
  await giveStanding(scene.agnese, noor.email, 'finance')
  tomasz = scene.tomasz
})
beforeEach(async () => {
  noor = await scene.signIn(noor)
})

/** Proves control on the platform of what another business holds; the claim it is done by. */
async function prove(who: Actor, ref: string): Promise<string> {
  const claim = await answerOf(
    who.client.POST('/v1/businesses/{business}/claims', {
      params: at(who),
      body: { platform: 'marram', ref },
      headers: idempotencyKey(),
    }),
  )
  const code = scene.town.platform('marram').things.codeOf(ref)!
  const problem = await problemOf(
    answerOf(
      who.client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
        params: within(who, { claim: claim.id }),
        body: { code, handle: 'ours' },
      }),
    ),
  )
  expect(problem).toMatchObject({ code: 'claim.held-elsewhere' })
  expect(JSON.stringify(problem)).not.toContain('Ondaverde')
  return claim.id
}
const contest = (who: Actor, claim: string, means?: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/contests', {
      params: at(who),
      body: { claim, reason: 'We built it, and nobody there answers.', ...(means ? { means } : {}) },
      headers: idempotencyKey(),
    }),
  )
const no = (who: Actor, id: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/contests/{contest}/no', {
      params: within(who, { contest: id }),
      body: { reason: 'It is in use.' },
    }),
  )
const agree = (who: Actor, id: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/contests/{contest}/agreement', { params: within(who, { contest: id }) }),
  )
const read = async (who: Actor): Promise<Schemas['Contest'][]> =>
  (await answerOf(who.client.GET('/v1/businesses/{business}/contests', { params: at(who) }))).items
const tend = () => tendContests(scene.town.service.kit)()
const wait = async (days: number) => {
  for (let day = 0; day < days; day++) {
    scene.clock.forward({ hours: 24 })
    await tend()
  }
  await bothSignIn()
  noor = await scene.signIn(noor)
}
const ownerOf = async (handle: string) =>
  (
    await scene.sql<{ number: string }>(
      'SELECT business.number FROM asset JOIN business ON business.id = business_id WHERE handle = $1',
      [handle],
    )
  )[0]!.number

test('without a right code just now nobody contests anything; nor by a token that works alone, a member, or another’s claim', async () => {
  const claim = await prove(callum, 'MA-70113')
  expect(await problemOf(contest(scene.callum, claim))).toMatchObject({ code: 'sign-in.unattended' })
  expect(await problemOf(contest(agnese, claim))).toMatchObject({ code: 'contest.unproven' })
  expect(await problemOf(contest({ ...tomasz, business: agnese.business }, claim))).toMatchObject({
    code: 'standing.not-enough',
  })
  const give = (to: string) =>
    scene.sql(`UPDATE asset SET business_id = (SELECT id FROM business WHERE number = $1) WHERE handle = 'shop-tag'`, [
      to,
    ])
  await give(callum.business)
  expect(await problemOf(contest(callum, claim))).toMatchObject({ code: 'contest.free' })
  await give(agnese.business)
  scene.clock.forward({ minutes: 31 })
  expect(await problemOf(contest(await scene.signIn(callum), claim))).toMatchObject({ code: 'contest.unproven' })
})

test('one no of the owner ends it, without a proof; who contested is told whom to talk to, and waits 90 days', async () => {
  const begun = await contest(callum, await prove(callum, 'MA-70113'))
  expect(JSON.stringify([begun, await read(callum)])).not.toMatch(/Ondaverde|Agnese|shop-tag/)
  for (const to of [agnese.email, noor.email])
    expect((await scene.letters(to))[0]).toMatch(/^Gullwright & Moss says that .* is theirs; say no by/)
  expect(await problemOf(prove(callum, 'MA-70113').then(again => contest(callum, again)))).toMatchObject({
    code: 'contest.under-way',
  })
  expect(
    await problemOf(handOver(agnese, `hand over tag/shop-tag to ${callum.business} because "Then so."`)),
  ).toMatchObject({ code: 'handover.contested' })
  expect(await problemOf(no({ ...tomasz, business: agnese.business }, begun.contest))).toMatchObject({
    code: 'standing.not-enough',
  })
  scene.clock.forward({ minutes: 11 })
  await no(noor, begun.contest)
  expect((await scene.newestLetter(agnese.email)).text).toContain('Noor Castellan of Ondaverde Ferries said no')
  expect(await scene.newestLetter(callum.email)).toMatchObject({
    text: expect.stringContaining('Talk to them: noor@'),
  })
  expect(await problemOf(no(agnese, begun.contest))).toMatchObject({ code: 'contest.over' })
  await bothSignIn()
  expect(await problemOf(prove(callum, 'MA-70113').then(again => contest(callum, again)))).toMatchObject({
    code: 'contest.refused',
  })
  await wait(30)
  expect(await ownerOf('shop-tag')).toBe(agnese.business)
})

test('after 21 silent days it is a handover with the usual account, which the owner can still stop', async () => {
  scene.clock.forward({ hours: 24 * 91 })
  await bothSignIn()
  await contest(callum, await prove(callum, 'MA-70113'))
  await wait(20)
  expect((await scene.letters(agnese.email)).filter(subject => subject.startsWith('Still so: '))).toHaveLength(10)
  expect((await read(agnese))[0]).toMatchObject({ outcome: null, canSayNo: true })
  await wait(1)
  const [over] = await read(callum)
  expect(over).toMatchObject({ outcome: 'handed over', owner: { name: 'Ondaverde Ferries' } })
  expect(await readHandover(agnese, over!.handover!)).toMatchObject({ state: 'cooling', isContested: true })
  expect((await scene.newestLetter(agnese.email)).text).toContain('contested that Ondaverde Ferries owns')
  expect(await ownerOf('shop-tag')).toBe(agnese.business)
  await stopHandover(agnese, over!.handover!, 'We are here.')
  expect(await readHandover(callum, over!.handover!)).toMatchObject({ state: 'stopped' })
})

test('an account that is paid for is contested with what pays from then on, and completes; the owner agrees at once', async () => {
  const claim = await prove(callum, 'MA-20418')
  expect(await problemOf(contest(callum, claim))).toMatchObject({ code: 'means.needed' })
  const begun = await contest(callum, claim, 'means/office-card')
  expect(await problemOf(agree(scene.agnese, begun.contest))).toMatchObject({ code: 'sign-in.unattended' })
  expect(await problemOf(agree(noor, begun.contest))).toMatchObject({ code: 'standing.not-enough' })
  expect(await problemOf(agree(callum, begun.contest))).toMatchObject({ code: 'contest.none' })
  await agree(agnese, begun.contest)
  expect(await scene.can(noor.email, 'ads.see', 'ad-account/winter-freight')).toBe(true)
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  expect(await ownerOf('winter-freight')).toBe(callum.business)
  await bothSignIn()
  const refused = await problemOf(prove(agnese, 'MA-20418').then(again => contest(agnese, again)))
  expect(refused.code).toMatch(/^(means|handover)\./)
  expect(refused.detail).not.toMatch(/Gullwright/)
})

test('what is frozen when the time comes stays; five within 30 days are all; taken back, nothing has changed', async () => {
  scene.clock.forward({ hours: 24 * 91 })
  await bothSignIn()
  const begun = await contest(callum, await prove(callum, 'MA-70113'))
  await no(callum, begun.contest)
  expect((await read(agnese))[0]).toMatchObject({ outcome: 'withdrawn' })
  await contest(callum, await prove(callum, 'MA-70113'))
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/freeze', {
      params: within(agnese, { asset: 'tag/shop-tag' }),
    }),
  )
  await wait(21)
  expect((await read(callum))[0]).toMatchObject({ outcome: 'fell', why: null })
  expect(await ownerOf('shop-tag')).toBe(agnese.business)
  await answerOf(
    agnese.client.DELETE('/v1/businesses/{business}/assets/{asset}/freeze', {
      params: within(agnese, { asset: 'tag/shop-tag' }),
    }),
  )
  for (let again = 0; again < 3; again++)
    await no(callum, (await contest(callum, await prove(callum, 'MA-70113'))).contest)
  expect(await problemOf(prove(callum, 'MA-70113').then(claim => contest(callum, claim)))).toMatchObject({
    code: 'contest.too-many',
  })
})

test('who began it is admin no more when the time comes: nothing goes over; asked twenty times at once it is one', async () => {
  scene.clock.forward({ hours: 24 * 91 })
  await bothSignIn()
  const claim = await prove(callum, 'MA-70113')
  const begun = await Promise.allSettled(Array.from({ length: 20 }, () => contest(callum, claim)))
  expect(begun.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
  for (const lost of begun.filter(one => one.status === 'rejected'))
    expect(lost.reason.problem.code).toMatch(/^(contest\.under-way|service\.busy)$/)
  await scene.sql(
    `UPDATE membership SET standing = 'member' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
    [callum.email],
  )
  for (let day = 0; day < 22; day++) {
    scene.clock.forward({ hours: 24 })
    await tend()
  }
  await scene.sql(
    `UPDATE membership SET standing = 'admin' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
    [callum.email],
  )
  await bothSignIn()
  expect((await read(callum))[0]).toMatchObject({ outcome: 'fell' })
  expect(await ownerOf('shop-tag')).toBe(agnese.business)
})

test('a password in the reason is refused, and a name that tries to be more than a name is text', async () => {
  scene.clock.forward({ hours: 24 * 91 })
  await bothSignIn()
  const claim = await prove(callum, 'MA-70113')
  const say = (reason: string) =>
    answerOf(
      callum.client.POST('/v1/businesses/{business}/contests', {
        params: at(callum),
        body: { claim, reason },
        headers: idempotencyKey(),
      }),
    )
  expect(await problemOf(say('password: gulls over the quay'))).toMatchObject({ code: 'text.secret' })
  expect((await problemOf(say('   '))).code).toBe('request.invalid')
  const { contest: id } = await say('<b>Ours</b> “); DROP TABLE contest; --')
  expect((await read(agnese)).find(one => one.id === id)!.reason).toBe('<b>Ours</b> “); DROP TABLE contest; --')
  await no(callum, id)
})
