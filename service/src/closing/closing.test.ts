import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  can,
  decideFor,
  marisol,
  numberOf,
  offer,
  part,
  partner,
  scene,
  winter,
} from '../../../e2e/support/partners.ts'
import { at, giveStanding, joinByLetter, problemOf, withSecondStep, type Actor } from '../../../e2e/support/scene.ts'
import { tendClosed } from './tendClosed.ts'

betweenTwoBusinesses()

/** A second admin of the agency. */
let ada: Actor

const closing = (who: Actor) => answerOf(who.client.GET('/v1/businesses/{business}/closure', { params: at(who) }))
const close = (who: Actor) =>
  answerOf(who.client.PUT('/v1/businesses/{business}/closure', { params: at(who), body: { reason: 'We stop.' } }))
const reopen = (who: Actor) => answerOf(who.client.DELETE('/v1/businesses/{business}/closure', { params: at(who) }))
const chain = async (who: Actor) =>
  (await answerOf(who.client.GET('/v1/businesses/{business}/history', { params: at(who) }))).items.map(
    entry => entry.sentence,
  )

test('closing ends what the business gave and held at once, is told to all, and opening it again gives back what nobody ended', async () => {
  await accept(callum, await offer(`"run our adverts" on ${winter}`))
  await scene.say(callum, `let ${marisol.email} run on ${winter}`)
  expect([await can(marisol.email, 'ads.publish'), await can(callum.email, 'ads.publish')]).toEqual([true, true])
  const { proposal } = await ask(callum, `steward on ${winter}`, agnese.business)
  expect(await closing(callum)).toMatchObject({ people: 2, partners: 1, proposals: 1, inTheWay: [], closed: null })

  const lacking = async () => {
    const desk = await answerOf(agnese.client.GET('/v1/businesses/{business}/desk', { params: at(agnese) }))
    return desk.holes.map(hole => hole.who.text)
  }
  expect(await lacking()).toContain(callum.business)
  expect((await close(callum)).result).toContain('Nothing of Gullwright & Moss counts any more')
  for (const who of [marisol, callum]) expect(await can(who.email, 'ads.publish')).toBe(false)
  expect(await can(agnese.email, 'ads.publish')).toBe(true)
  expect(await problemOf(accept(agnese, proposal))).toMatchObject({ code: 'proposal.void' })
  expect(await decideFor(marisol, 'ads.publish')).toMatchObject({ allowed: false })
  await scene.letters(marisol.email)
  expect((await scene.newestLetter(marisol.email)).text).toContain('You can still read what was')
  expect((await scene.letters(agnese.email)).join()).toContain('Gullwright & Moss was closed')
  expect((await chain(agnese))[0]).toContain('Gullwright & Moss was closed')
  expect((await chain(agnese)).join()).not.toContain('We stop.')

  expect(await partner(agnese, callum.business)).toMatchObject({ closed: expect.any(String) })
  // What nobody can mend now lies on no desk.
  expect(await lacking()).not.toContain(callum.business)
  // It is read, and nothing is done for it or given to it.
  expect((await chain(callum)).join()).toContain('Callum Osei-Bright closed Gullwright & Moss: “We stop.”')
  expect(await problemOf(scene.say(callum, `let ${marisol.email} run on ad-account/showcase`))).toMatchObject({
    code: 'business.closed',
  })
  expect(await problemOf(offer(`draft on ${winter}`))).toMatchObject({ code: 'business.closed' })
  expect(await problemOf(close(callum))).toMatchObject({ code: 'business.closed' })
  expect(await problemOf(reopen(marisol))).toMatchObject({ code: 'standing.not-enough' })

  expect((await reopen(callum)).result).toContain('is open again')
  expect([await can(marisol.email, 'ads.publish'), await can(callum.email, 'ads.publish')]).toEqual([true, true])
  expect(await problemOf(accept(agnese, proposal))).toMatchObject({ code: 'proposal.void' })

  // What the other side ends meanwhile does not come back.
  await close(callum)
  await part()
  await reopen(callum)
  expect(await can(marisol.email, 'ads.publish')).toBe(false)
})

test('what would be left hanging has to be settled first, and it takes more than a password', async () => {
  const { number } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Tide House', town: 'Hythe', zone: 'Europe/London' },
    }),
  )
  expect(await problemOf(close(callum))).toMatchObject({
    code: 'business.busy',
    detail: expect.stringContaining('Tide House is held in trust'),
  })
  // Who holds it in trust does not close what is another's.
  const there = { ...callum, business: number }
  expect(await problemOf(close(there))).toMatchObject({
    code: 'business.busy',
    detail: expect.stringContaining('only its owner closes it'),
  })
  await scene.sql('UPDATE business SET trustee_id = NULL WHERE number = $1', [number])
  await scene.say(callum, 'let ada@gullwright.example watch on ad-account/showcase')
  ada = await joinByLetter(scene, 'Ada Quill', 'ada@gullwright.example', 'tide tables by lamplight')
  await giveStanding(callum, ada.email, 'admin')
  expect(await problemOf(close(await scene.signIn(ada)))).toMatchObject({ code: 'proof.second-step' })
})

test('a token that works with nobody there neither closes nor opens again; twenty at once do it once', async () => {
  expect(await problemOf(close(scene.callum))).toMatchObject({ status: 403 })
  await close(callum)
  expect(await problemOf(reopen(scene.callum))).toMatchObject({ status: 403 })
  const opened = await Promise.allSettled(Array.from({ length: 20 }, () => reopen(callum)))
  expect(opened.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  const closed = await Promise.allSettled(Array.from({ length: 20 }, () => close(callum)))
  expect(closed.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  await reopen(callum)
})

test('where it takes two, one admin asks and another agrees; twenty at once close it once', async () => {
  ada = await withSecondStep(scene, ada)
  const approvals = { params: at(callum), body: { twoApprovals: true, reason: 'Both of us.' } }
  await answerOf(callum.client.PUT('/v1/businesses/{business}/approvals', approvals))
  const { proposal } = await close(callum)
  expect((await closing(callum)).closed).toBeNull()
  const all = await Promise.allSettled(Array.from({ length: 20 }, () => accept(ada, proposal!)))
  expect(all.some(one => one.status === 'fulfilled')).toBe(true)
  expect((await closing(ada)).closed).toMatchObject({ by: 'Ada Quill' })
  expect((await chain(callum)).filter(said => said.includes('closed Gullwright & Moss:'))).toHaveLength(5)
  await reopen(await scene.signIn(ada))
})

test('who asked by a number alone does not learn from its closing whose it was', async () => {
  const own = await scene.signIn(marisol)
  const { number } = await answerOf(
    own.client.POST('/v1/me/businesses', {
      body: { name: 'Saltmarsh Prints', town: 'Tarnmouth', zone: 'Europe/London' },
    }),
  )
  const prints = { ...own, business: number }
  const { proposal } = await ask(prints, `watch on ${await numberOf('winter-freight')}`)
  await close(agnese)
  const params = { path: { ...at(prints).path, proposal } }
  const read = await answerOf(own.client.GET('/v1/businesses/{business}/proposals/{proposal}', { params }))
  expect(read).toMatchObject({ state: 'void', reason: 'the business it went to was closed' })
  await scene.letters(marisol.email)
  const letter = await scene.newestLetter(marisol.email)
  expect(letter.text).toMatch(/business it went to was closed/)
  expect([letter.text, letter.subject, JSON.stringify(read), ...(await chain(prints))].join()).not.toContain(
    'Ondaverde',
  )
  await reopen(agnese)
})

test('after 30 days it stays closed, and what it gave and held has ended for good', async () => {
  await bothSignIn()
  const approvals = { params: at(callum), body: { twoApprovals: false, reason: 'One is enough.' } }
  await answerOf(callum.client.PUT('/v1/businesses/{business}/approvals', approvals))
  await scene.sql('UPDATE business SET two_approvals = false')
  await accept(callum, await offer(`watch on ${winter}`))
  await close(callum)
  scene.clock.forward({ hours: 29 * 24 })
  await tendClosed(scene.town.service.kit)()
  await bothSignIn()
  expect((await closing(callum)).closed?.reopensUntil).not.toBeNull()
  scene.clock.forward({ hours: 24 })
  await bothSignIn()
  expect(await problemOf(reopen(callum))).toMatchObject({ code: 'business.closed' })
  await tendClosed(scene.town.service.kit)()
  expect((await closing(callum)).closed?.reopensUntil).toBeNull()
  const left = await scene.sql(
    `SELECT FROM access_grant g JOIN business b ON b.number = $1 AND b.id IN (g.business_id, g.to_business_id) WHERE g.ended_at IS NULL`,
    [callum.business],
  )
  expect(left).toEqual([])
  expect((await chain(callum))[0]).toContain('has ended for good')
  expect((await chain(agnese))[0]).toContain('what went between it and you has ended for good')
  await tendClosed(scene.town.service.kit)()
  expect((await chain(callum)).filter(said => said.includes('has ended for good'))).toHaveLength(1)
})
