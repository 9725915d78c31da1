import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  marisol,
  offer,
  peopleOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, bringIn, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()
let priya: Actor
let marisolsId: string
beforeAll(async () => {
  priya = await scene.withPriya()
  await bringIn(scene, 'MA-70113', 'ticket-shop')
  await bothSignIn()
  const team = { handle: 'deck', name: 'Deck' }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params: at(agnese), body: team }))
  const bundle = { handle: 'fleet', name: 'Fleet', assets: [], kinds: null }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/bundles', { params: at(agnese), body: bundle }))
  await accept(callum, await offer(`run on ${winter}`))
  await scene.say(callum, `let ${marisol.email} run on ${winter}`)
  const card = {
    introduction: 'We run the ferries.',
    contact: 'agnese@ondaverde.example',
    purposes: [{ name: 'run our adverts', reason: 'For the crossings.' }],
  }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/card', { params: at(agnese), body: card }))
  marisolsId = (await peopleOf(agnese, callum.business)).find(one => one.name.startsWith('Marisol'))!.id
})

const inTeam = () => ({ params: within(agnese, { team: 'deck', person: priya.email }) })
const inBundle = () => ({ params: within(agnese, { bundle: 'fleet', asset: winter }) })
const tie = () => ({ params: within(agnese, { asset: winter, other: 'tag/ticket-shop' }) })
const asset = () => ({ params: within(agnese, { asset: winter }) })
const person = () => ({ params: within(agnese, { person: priya.email }) })
const partner = () => ({ params: within(agnese, { partner: callum.business }) })
const partnersPerson = () => ({ params: within(agnese, { partner: callum.business, person: marisolsId }) })
const approvals = (twoApprovals: boolean) => ({
  params: at(agnese),
  body: { twoApprovals, reason: 'There are more of us now.' },
})
const client = () => agnese.client

/** What is done, and how the history tells it when it was so already. */
const doings: [done: string, asBefore: string, act: () => Promise<unknown>][] = [
  [
    'somebody is put into a team',
    'where they were already',
    () => answerOf(client().PUT('/v1/businesses/{business}/teams/{team}/members/{person}', inTeam())),
  ],
  [
    'somebody is taken out of a team',
    'they were not in it',
    () => answerOf(client().DELETE('/v1/businesses/{business}/teams/{team}/members/{person}', inTeam())),
  ],
  [
    'an asset is put into a bundle',
    'where it was already',
    () => answerOf(client().PUT('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', inBundle())),
  ],
  [
    'an asset is taken out of a bundle',
    'it was not in it',
    () => answerOf(client().DELETE('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', inBundle())),
  ],
  [
    'two assets are tied',
    'as they were',
    () => answerOf(client().PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', tie())),
  ],
  [
    'two assets are untied',
    'they were not tied',
    () => answerOf(client().DELETE('/v1/businesses/{business}/assets/{asset}/ties/{other}', tie())),
  ],
  [
    'an asset is frozen',
    'which was frozen already',
    () => answerOf(client().PUT('/v1/businesses/{business}/assets/{asset}/freeze', asset())),
  ],
  [
    'an asset is no longer frozen',
    'which was not frozen',
    () => answerOf(client().DELETE('/v1/businesses/{business}/assets/{asset}/freeze', asset())),
  ],
  [
    'an asset is archived',
    'which was archived already',
    () => answerOf(client().PUT('/v1/businesses/{business}/assets/{asset}/archive', asset())),
  ],
  [
    'an asset is brought back',
    'which was not archived',
    () => answerOf(client().DELETE('/v1/businesses/{business}/assets/{asset}/archive', asset())),
  ],
  [
    'somebody is paused',
    'who was paused already',
    () => answerOf(client().PUT('/v1/businesses/{business}/people/{person}/pause', { ...person(), body: {} })),
  ],
  [
    'somebody is frozen',
    'who was frozen already',
    () => answerOf(client().PUT('/v1/businesses/{business}/people/{person}/freeze', { ...person(), body: {} })),
  ],
  [
    'one of a partner’s people is frozen',
    'they were frozen already',
    () =>
      answerOf(client().PUT('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', partnersPerson())),
  ],
  [
    'one of a partner’s people is no longer frozen',
    'they were not frozen',
    () =>
      answerOf(
        client().DELETE('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', partnersPerson()),
      ),
  ],
  [
    'a partner is frozen',
    'it was frozen already',
    () => answerOf(client().PUT('/v1/businesses/{business}/partners/{partner}/freeze', partner())),
  ],
  [
    'a partner is no longer frozen',
    'it was not frozen',
    () => answerOf(client().DELETE('/v1/businesses/{business}/partners/{partner}/freeze', partner())),
  ],
  [
    'the calling card is taken back',
    'there was none',
    () => answerOf(client().DELETE('/v1/businesses/{business}/card', { params: at(agnese) })),
  ],
  [
    'it takes two admins',
    'as before',
    () => answerOf(client().PUT('/v1/businesses/{business}/approvals', approvals(true))),
  ],
]

const newest = async () =>
  (await answerOf(client().GET('/v1/businesses/{business}/history', { params: at(agnese) }))).items[0]!.sentence
const lettersSent = async () => {
  await scene.letters(agnese.email)
  return scene.town.inbox.letters.list().length
}

test.each(doings)(
  '%s: done a second time, it changes nothing, writes to nobody, and history tells it so',
  async (...doing) => {
    const [, asBefore, act] = doing
    await act()
    expect(await newest()).not.toContain(asBefore)
    const sent = await lettersSent()
    await act()
    expect(await newest()).toContain(asBefore)
    expect(await lettersSent()).toBe(sent)
  },
)
