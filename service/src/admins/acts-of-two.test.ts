import { answerOf, idempotencyKey } from '@famiglia/client'
import { beforeAll, beforeEach, expect, test } from 'vitest'
import { acceptHandover, handOver } from '../../../e2e/support/handovers.ts'
import { acceptLink, branchesOf, makeManager, sayLink } from '../../../e2e/support/links.ts'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  callum,
  decline,
  numberOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, giveStanding, join, problemOf, withSecondStep, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

/** Admin of Ondaverde Ferries beside Agnese, where it takes two. */
let bea: Actor
let freight: string
beforeAll(async () => {
  await makeManager(scene.callum, 'Travel', 'travel')
  freight = await numberOf('winter-freight')
  bea = await join(scene, 'Bea Fontaine', `let WHO watch on ${winter}`)
  const admin = await scene.signIn(scene.agnese)
  await giveStanding(admin, bea.email, 'admin')
  bea = await withSecondStep(scene, bea)
  const body = { twoApprovals: true, reason: 'There are two of us now.' }
  await answerOf(admin.client.PUT('/v1/businesses/{business}/approvals', { params: at(admin), body }))
})
beforeEach(async () => {
  bea = await scene.signIn(bea)
})

const handedOver = `hand over ${winter} to`
const openKinds = async () =>
  (
    await scene.sql<{ kind: string }>(
      `SELECT kind FROM proposal JOIN business ON business.id = business_id WHERE state = 'open' AND number = $1 ORDER BY kind`,
      [agnese.business],
    )
  ).map(row => row.kind)
const newest = async (kind: string) =>
  (
    await scene.sql<{ id: string; state: string; by: string }>(
      `SELECT proposal.id, state, address AS by FROM proposal JOIN person_address ON person_id = sent_by AND main WHERE kind = $1 ORDER BY opened_at DESC LIMIT 1`,
      [kind],
    )
  )[0]!
const settingOf = async (business: string) =>
  (await scene.sql<{ two: boolean }>('SELECT two_approvals AS two FROM business WHERE number = $1', [business]))[0]!.two

test('a handover is sent once a second admin agreed: nobody agrees for themselves, twice, or by a token that works alone', async () => {
  const sentence = `${handedOver} ${callum.business} because "It is yours."`
  const { proposal, result } = await handOver(agnese, sentence)
  expect(result).toMatch(/^Asked to hand over Winter Freight to Gullwright & Moss\. It waits for Bea Fontaine\./)
  expect(await openKinds()).toEqual(['admin-ask'])
  expect(await scene.letters(bea.email)).toContain(
    'Agnese Torvald asks to hand over Winter Freight to Gullwright & Moss',
  )
  expect(await problemOf(handOver(agnese, sentence))).toMatchObject({ code: 'admin.asked' })
  expect(await problemOf(accept(agnese, proposal))).toMatchObject({ code: 'proposal.own' })
  expect(await problemOf(accept(callum, proposal))).toMatchObject({ code: 'proposal.unknown' })
  const { session } = await answerOf(bea.client.GET('/v1/me'))
  await scene.sql(`UPDATE session SET proven_by = 'password' WHERE id = $1`, [session.id])
  expect(await problemOf(accept(bea, proposal))).toMatchObject({ code: 'proof.second-step' })
  bea = await scene.signIn(bea)
  const agreed = await Promise.allSettled(Array.from({ length: 20 }, () => accept(bea, proposal)))
  const sent = agreed.flatMap(one => (one.status === 'fulfilled' ? [one.value.result] : []))
  expect(sent.filter(result => /^Sent to Gullwright & Moss/.test(result))).toHaveLength(1)
  expect((await openKinds()).filter(kind => kind === 'handover')).toHaveLength(1)
  expect(await newest('handover')).toMatchObject({ state: 'open', by: bea.email })
  await answerOf(
    bea.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
      params: within(bea, { proposal: (await newest('handover')).id }),
    }),
  )
})

test('declined, unanswered for three days, or asked for by who is admin no more: nothing is sent', async () => {
  const sentence = `${handedOver} ${callum.business} because "Sooner."`
  await decline(bea, (await handOver(agnese, sentence)).proposal)
  const { proposal: late } = await handOver(agnese, sentence)
  scene.clock.forward({ hours: 96 })
  bea = await scene.signIn(bea)
  expect(await problemOf(accept(bea, late))).toMatchObject({ code: 'proposal.lapsed' })
  const { proposal } = await handOver(bea, sentence)
  await scene.sql(
    `UPDATE membership SET standing = 'member' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
    [bea.email],
  )
  const admin = await scene.signIn(agnese)
  expect(await problemOf(accept(admin, proposal))).toMatchObject({ code: 'proposal.void' })
  await scene.sql(
    `UPDATE membership SET standing = 'admin' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
    [bea.email],
  )
  expect((await openKinds()).filter(kind => kind === 'handover')).toEqual([])
})

test('who stops the other admins first gets no further alone: for three days they still count', async () => {
  const sentence = `${handedOver} ${callum.business} because "Alone."`
  const params = { path: { ...at(agnese).path, person: bea.email } }
  const freeze = '/v1/businesses/{business}/people/{person}/freeze'
  await answerOf(agnese.client.PUT(freeze, { params, body: {} }))
  const body = { twoApprovals: false, reason: 'Nobody else is here.' }
  const off = await answerOf(agnese.client.PUT('/v1/businesses/{business}/approvals', { params: at(agnese), body }))
  expect(off.proposal).not.toBeNull()
  const { result, proposal } = await handOver(agnese, sentence)
  expect(result).toContain('It waits for another admin')
  expect((await newest('handover')).state).not.toBe('open')
  await answerOf((await scene.signIn(agnese)).client.DELETE(freeze, { params }))
  await decline((bea = await scene.signIn(bea)), proposal)
  await decline(bea, off.proposal!)
})

test('taking something over waits for a second admin too, and begins with theirs', async () => {
  const { proposal } = await handOver(
    await scene.signIn(callum),
    `hand over ad-account/showcase to ${agnese.business} because "You asked for it."`,
  )
  const admin = await scene.signIn(agnese)
  expect((await acceptHandover(admin, proposal)).result).toMatch(
    /^Asked to take over .* from Gullwright & Moss\. It waits for Bea Fontaine\./,
  )
  expect((await newest('handover')).state).toBe('open')
  const asked = await newest('admin-ask')
  bea = await scene.signIn(bea)
  expect((await accept(bea, asked.id)).result).toMatch(/^Agreed\. /)
  expect((await newest('handover')).state).toBe('cooling')
})

test('that a manager account may give access waits for a second admin, offered or answered; a link without that does not', async () => {
  const travel = (await scene.sql<{ number: string }>(`SELECT number FROM asset WHERE handle = 'travel'`))[0]!.number
  const admin = await scene.signIn(agnese)
  const offered = await sayLink(admin, `link ${winter} under ${travel} at steward may give access`)
  expect(offered.result).toMatch(/^Asked to let Travel give access to Winter Freight/)
  expect(await newest('link')).toBeUndefined()
  bea = await scene.signIn(bea)
  expect((await accept(bea, offered.proposals[0]!)).result).toMatch(/^Offered to Gullwright & Moss/)
  await decline(await scene.signIn(callum), (await newest('link')).id)

  const asking = await scene.signIn(callum)
  await sayLink(asking, `link ${freight} under manager-account/travel at steward may give access`)
  const { id } = await newest('link')
  expect((await acceptLink(await scene.signIn(agnese), id, { mayGiveAccess: true })).result).toMatch(/^Asked to let/)
  expect(await branchesOf(asking)).toEqual([expect.stringContaining('waiting')])
  const plain = await acceptLink(await scene.signIn(agnese), id, { mayGiveAccess: false })
  expect(plain.result).toMatch(/^Linked/)
  bea = await scene.signIn(bea)
  expect(await problemOf(accept(bea, (await newest('admin-ask')).id))).toMatchObject({ code: 'proposal.answered' })
})

test('an understudy is asked once two admins want it; one is enough again only once two want that', async () => {
  const admin = await scene.signIn(agnese)
  const named = await answerOf(
    admin.client.POST('/v1/businesses/{business}/understudy', {
      params: at(admin),
      body: { who: scene.tomasz.email },
      headers: idempotencyKey(),
    }),
  )
  expect(named.result).toContain('It waits for Bea Fontaine')
  expect(await newest('understudy')).toBeUndefined()
  bea = await scene.signIn(bea)
  await accept(bea, named.proposal)
  expect(await newest('understudy')).toMatchObject({ state: 'open', by: bea.email })
  const body = { twoApprovals: false, reason: 'It is slow.' }
  const asked = await answerOf(admin.client.PUT('/v1/businesses/{business}/approvals', { params: at(admin), body }))
  expect(await settingOf(agnese.business)).toBe(true)
  await accept(bea, asked.proposal!)
  expect(await settingOf(agnese.business)).toBe(false)
})

test('an understudy whom one admin named before it took two is accepted no more', async () => {
  const admin = await scene.signIn(agnese)
  await answerOf(
    admin.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
      params: within(admin, { proposal: (await newest('understudy')).id }),
    }),
  )
  await answerOf(
    admin.client.POST('/v1/businesses/{business}/understudy', {
      params: at(admin),
      body: { who: scene.tomasz.email },
      headers: idempotencyKey(),
    }),
  )
  const { id, by } = await newest('understudy')
  expect(by).toBe(admin.email)
  const body = { twoApprovals: true, reason: 'There are two of us.' }
  await answerOf(admin.client.PUT('/v1/businesses/{business}/approvals', { params: at(admin), body }))
  const tomasz = await scene.signIn(await withSecondStep(scene, scene.tomasz))
  const yes = tomasz.client.POST('/v1/me/proposals/{proposal}/acceptance', {
    params: { path: { proposal: id } },
    body: {},
  })
  expect(await problemOf(answerOf(yes))).toMatchObject({
    detail: expect.stringContaining('it takes two admins of Ondaverde Ferries to name an understudy since'),
  })
})
