import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendProposal } from '../proposals/life.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'
const anybody = () => famigliaClient({ url: scene.url })
const read = (link: string, client = anybody()) => answerOf(client.POST('/v1/invitations/reading', { body: { link } }))
const accept = (link: string, name = 'Bea Fontaine') =>
  answerOf(
    anybody().POST('/v1/invitations/acceptance', {
      body: { link, signIn: { name, password: 'a summer of gangways' } },
    }),
  )
const own = (proposal: string) => ({ params: { path: { business: scene.agnese.business, proposal } } })
const invite = (name: string) =>
  scene.say(scene.agnese, `let ${name}@ondaverde.example watch on ${winter} hiding revenue`)

test('an invitation waits, is read without a sign-in, and takes effect when accepted', async () => {
  const { proposal } = await invite('bea')
  const link = await scene.link('bea@ondaverde.example')
  const letter = await read(link)
  expect(letter).toMatchObject({
    known: false,
    proposal: {
      to: 'bea@ondaverde.example',
      said: 'watch on Winter Freight, hiding revenue',
      by: { name: 'Agnese Torvald' },
    },
  })
  expect(await scene.can('bea@ondaverde.example', 'ads.see', winter)).toBe(false)

  await accept(link)

  expect(await scene.can('bea@ondaverde.example', 'ads.see', winter)).toBe(true)
  expect((await scene.letters('agnese@ondaverde.example'))[0]).toBe(
    'Bea Fontaine accepted: watch on Winter Freight, hiding revenue',
  )
  expect(await problemOf(read(link))).toMatchObject({ code: 'proposal.answered' })
  expect(
    await problemOf(
      answerOf(scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', own(proposal!))),
    ),
  ).toMatchObject({ code: 'proposal.answered', state: 'accepted' })
})

test('a link that is not whole leads nowhere, and one that was sent again says so', async () => {
  const { proposal } = await invite('idris')
  const old = await scene.link('idris@ondaverde.example')
  expect(await problemOf(read(`${old.slice(0, -1)}${old.endsWith('A') ? 'B' : 'A'}`))).toMatchObject({
    code: 'link.unknown',
    status: 404,
  })

  await answerOf(scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', own(proposal!)))

  expect(await problemOf(read(old))).toMatchObject({ code: 'link.replaced', status: 410 })
  const renewed = await scene.link('idris@ondaverde.example', 'waits for your answer')
  expect((await read(renewed)).proposal.state).toBe('open')
})

test('somebody else who is signed in cannot accept it, and is told for whom it is', async () => {
  await invite('wren')
  const link = await scene.link('wren@ondaverde.example')
  const problem = await problemOf(answerOf(scene.callum.client.POST('/v1/invitations/acceptance', { body: { link } })))
  expect(problem).toMatchObject({
    code: 'proposal.wrong-person',
    to: 'wren@ondaverde.example',
    signedInAs: 'callum@gullwright.example',
  })
})

test('who has a sign-in already signs in, and makes no second one', async () => {
  await scene.say(scene.agnese, `let callum@gullwright.example watch on ${winter}`)
  const link = await scene.link('callum@gullwright.example', 'lets you')
  expect(await problemOf(accept(link, 'Somebody Else'))).toMatchObject({ code: 'sign-in.needed' })

  await answerOf(scene.callum.client.POST('/v1/invitations/acceptance', { body: { link } }))

  const { businesses } = await answerOf(scene.callum.client.GET('/v1/me'))
  expect(businesses.map(business => business.name)).toEqual(['Gullwright & Moss', 'Ondaverde Ferries'])
})

test('of two different answers at once one wins, and the other is told which', async () => {
  const { proposal } = await invite('leander')
  const link = await scene.link('leander@ondaverde.example')
  const answers = await Promise.allSettled([
    accept(link, 'Leander Quist'),
    answerOf(scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', own(proposal!))),
  ])
  const lost = answers.find(answer => answer.status === 'rejected')
  expect(answers.filter(answer => answer.status === 'fulfilled')).toHaveLength(1)
  expect((lost as PromiseRejectedResult).reason.problem).toMatchObject({ code: 'proposal.answered' })
})

test('accepting to give access takes a fresh proof', async () => {
  await scene.say(scene.agnese, `let callum@gullwright.example steward on ${winter}`)
  await scene.say(scene.agnese, `end callum@gullwright.example`)
  const { proposal } = await scene.say(scene.agnese, `let callum@gullwright.example steward on ${winter}`)
  const { client: old } = await scene.signIn(scene.callum)
  scene.clock.forward({ minutes: 11 })
  const accepting = (client = old) =>
    answerOf(
      client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path: { proposal: proposal! } }, body: {} }),
    )
  expect(await problemOf(accepting())).toMatchObject({ code: 'proof.needed' })
  await accepting(scene.callum.client)
  expect(await scene.can('callum@gullwright.example', 'access.change', winter)).toBe(true)
})

test('declining needs no sign-in, is told to the inviter with its reason, and gives nothing', async () => {
  await invite('noor')
  const link = await scene.link('noor@ondaverde.example')
  const decline = () =>
    answerOf(anybody().POST('/v1/invitations/refusal', { body: { link, reason: 'I count, I do not advertise.' } }))
  await decline()
  await decline()
  expect(
    (await scene.letters('agnese@ondaverde.example')).filter(subject =>
      subject.includes('noor@ondaverde.example declined'),
    ),
  ).toHaveLength(1)
  expect(await problemOf(accept(link, 'Noor Castellan'))).toMatchObject({
    code: 'proposal.answered',
    state: 'declined',
  })
})

test('the same address again changes the open invitation instead of sending a second', async () => {
  const first = await invite('ruben')
  const second = await scene.say(scene.agnese, `let ruben@ondaverde.example run on ${winter}`)
  expect(second).toMatchObject({ outcome: 'invitation changed', proposal: first.proposal })
  expect((await read(await scene.link('ruben@ondaverde.example'))).proposal.said).toBe('run on Winter Freight')
})

test('it is reminded after 3 and 10 days, and is over when the 14th day is, with a letter to the inviter', async () => {
  const { proposal } = await invite('oona')
  const link = await scene.link('oona@ondaverde.example')
  const tend = () => tendProposal(scene.town.service.kit, proposalKinds)({ proposal: proposal! })
  await tend()
  expect(await scene.letters('oona@ondaverde.example')).toHaveLength(1)

  for (const hours of [3 * 24, 7 * 24]) {
    scene.clock.forward({ hours })
    await tend()
    await tend()
  }
  expect(await scene.letters('oona@ondaverde.example')).toHaveLength(3)

  scene.clock.forward({ hours: 4 * 24 })
  expect((await read(link)).proposal.state).toBe('open')
  scene.clock.forward({ hours: 24 })
  expect(await problemOf(accept(link))).toMatchObject({ code: 'proposal.lapsed', status: 410 })
  await tend()
  expect((await scene.letters('agnese@ondaverde.example'))[0]).toContain(
    'The invitation of oona@ondaverde.example to Ondaverde Ferries expired',
  )
  expect((await invite('oona')).outcome).toBe('invited')
})
