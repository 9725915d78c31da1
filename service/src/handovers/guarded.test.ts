import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import { acceptHandover, handOver, readHandover } from '../../../e2e/support/handovers.ts'
import { linked, makeManager, treeOf } from '../../../e2e/support/links.ts'
import {
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  decline,
  marisol,
  numberOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, giveStanding, join, problemOf, withSecondStep, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from './complete.ts'

betweenTwoBusinesses()

let number: string
/** Admin of Ondaverde Ferries too. */
let bea: Actor
beforeAll(async () => {
  number = await numberOf('winter-freight')
  bea = await join(scene, 'Bea Fontaine', `let WHO watch on ${winter}`)
  await giveStanding(await scene.signIn(scene.agnese), bea.email, 'admin')
  bea = await withSecondStep(scene, bea)
})

const tend = () => tendHandovers(scene.town.service.kit, proposalKinds)()
const cool = async () => {
  scene.clock.forward({ hours: 72 })
  await tend()
  await bothSignIn()
}
const stateOf = async (proposal: string) =>
  (await scene.sql<{ state: string }>('SELECT state FROM proposal WHERE id = $1', [proposal]))[0]!.state
const send = (words = '') => handOver(agnese, `hand over ${winter} to ${callum.business} ${words} because "So it is."`)

test('a token that works with nobody there neither hands over, nor takes over, nor shortens the time to stop it', async () => {
  const sentence = `hand over ${winter} to ${callum.business} because "Quietly."`
  const cooling = (who: Actor, hours: number) =>
    answerOf(who.client.PUT('/v1/businesses/{business}/cooling', { params: at(who), body: { hours } }))
  const unattended = { code: 'sign-in.unattended' }
  expect(await problemOf(handOver(scene.agnese, sentence))).toMatchObject(unattended)
  expect(await problemOf(cooling(scene.agnese, 0))).toMatchObject(unattended)
  const { proposal } = await handOver(await scene.signIn(agnese), sentence)
  expect(await problemOf(acceptHandover(scene.callum, proposal))).toMatchObject(unattended)
  expect(await stateOf(proposal)).toBe('open')
  await decline(callum, proposal)
})

test('lowered since, who sent it hands over nothing, and both sides are told', async () => {
  const { proposal } = await handOver(
    await scene.signIn(bea),
    `hand over ${winter} to ${callum.business} because "Quickly."`,
  )
  await giveStanding(await scene.signIn(scene.agnese), bea.email, 'member')
  expect(await stateOf(proposal)).toBe('void')
  expect((await problemOf(acceptHandover(callum, proposal))).code).toMatch(/^proposal\./)
})

test('a receiver that is paused when the time comes takes nothing over', async () => {
  const { proposal } = await send()
  await acceptHandover(callum, proposal)
  await scene.sql('UPDATE business SET closed_at = now() WHERE number = $1', [callum.business])
  scene.clock.forward({ hours: 72 })
  await tend()
  await scene.sql('UPDATE business SET closed_at = NULL WHERE number = $1', [callum.business])
  await bothSignIn()
  expect(await readHandover(agnese, proposal)).toMatchObject({ state: 'stopped' })
})

test('what a third one is asked, offered or invited to is over with the handover, and a yes to it lets nobody in', async () => {
  await makeManager(callum, 'Travel', 'travel')
  const { proposal: offer } = await scene.say(agnese, `let ${callum.business} run on ${winter}`)
  const { proposal: invitation } = await scene.say(agnese, `let quill@quay.example run on ${winter}`)
  const { proposal } = await send()
  await acceptHandover(callum, proposal)
  await cool()
  for (const open of [offer!, invitation!]) expect(await stateOf(open)).toBe('void')
  const back = await handOver(callum, `hand over ${winter} to ${agnese.business} because "Back."`)
  await acceptHandover(agnese, back.proposal)
  await cool()
})

test('once it has gone over, the old owner does with it what it kept and nothing more, by no path', async () => {
  await linked(callum, agnese, `link ${number} under manager-account/travel at run`)
  const link = '/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/freeze'
  const travel = (await treeOf(agnese)).branches[0]!.above
  await answerOf(agnese.client.PUT(link, { params: within(agnese, { asset: travel, account: number }) }))
  const { proposal } = await send('keeping run')
  await acceptHandover(callum, proposal)
  await cool()
  // Frozen it went over, and frozen it is.
  expect((await treeOf(callum)).branches.find(one => one.below === number)).toMatchObject({ frozen: true })
  const asset = within(agnese, { asset: number })
  const tries: [string, () => Promise<unknown>][] = [
    ['give all of it', () => scene.say(agnese, `let ${scene.tomasz.email} steward on ${number} hiding contacts`)],
    ['pass it on', () => scene.say(agnese, `let B-2718-2818-39 run on ${number}`)],
    ['hand it over again', () => handOver(agnese, `hand over ${number} to ${callum.business} because "x"`)],
    [
      'archive it',
      () => answerOf(agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/archive', { params: asset })),
    ],
    [
      'freeze it',
      () => answerOf(agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/freeze', { params: asset })),
    ],
    [
      'lift the link',
      () => answerOf(agnese.client.DELETE(link, { params: within(agnese, { asset: travel, account: number }) })),
    ],
    ['end another’s', () => scene.say(agnese, `end ${callum.email} on ${number}`)],
  ]
  for (const [what, attempt] of tries) expect({ what, ...(await problemOf(attempt())) }).toHaveProperty('code')
  await scene.say(agnese, `let ${scene.tomasz.email} run on ${number} hiding contacts`)
  const may = (who: Actor, action: string) =>
    answerOf(
      callum.client.POST('/v1/businesses/{business}/decisions', {
        params: at(callum),
        body: { who: who.email, action, asset: number },
      }),
    ).then(({ allowed }) => allowed)
  expect(await may(scene.tomasz, 'ads.publish')).toBe(true)
  expect(await may(agnese, 'access.change')).toBe(false)
  await scene.say(callum, `end ${agnese.business} on ${winter}`)
  for (const who of [scene.tomasz, agnese]) expect(await may(who, 'ads.see')).toBe(false)
  expect(await may(marisol, 'ads.see')).toBe(false)
})

test('who holds a business in trust takes nothing of it over before its owner is there', async () => {
  const body = { name: 'Tide House', town: 'Porto Verano', zone: 'Europe/Lisbon' }
  const { number: held } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', { params: at(callum), body }),
  )
  const trustee = { ...callum, business: held }
  await answerOf(
    trustee.client.POST('/v1/businesses/{business}/assets', {
      params: at(trustee),
      body: { platform: 'tern', kind: 'page', name: 'Tide House', handle: 'tide-house' },
    }),
  )
  for (const to of [callum.business, agnese.business])
    expect(
      await problemOf(handOver(trustee, `hand over page/tide-house to ${to} because "It is ours anyway."`)),
    ).toMatchObject({ code: 'handover.in-trust' })
})
