import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, giveStanding, join, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let bea: Actor
beforeAll(async () => {
  scene = await openScene()
  bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
  await giveStanding(await scene.signIn(scene.agnese), bea.email, 'admin', 'For the season.')
  bea = await scene.signIn(bea)
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'
const nobody = () => famigliaClient({ url: scene.url })
const invite = (address: string, level = 'watch') => scene.say(bea, `let ${address} ${level} on ${winter}`)
const accept = (link: string, client = nobody(), signIn?: { name: string; password: string }) =>
  answerOf(client.POST('/v1/invitations/acceptance', { body: { link, ...(signIn ? { signIn } : {}) } }))
const decline = (link: string, client = nobody()) =>
  answerOf(client.POST('/v1/invitations/refusal', { body: { link } }))
const askToMove = (link: string, address: string) =>
  answerOf(nobody().POST('/v1/invitations/moving', { body: { link, address } }))
const decideMove = (proposal: string, confirmed: boolean) =>
  answerOf(
    bea.client.POST('/v1/businesses/{business}/proposals/{proposal}/move', {
      params: { path: { ...at(bea).path, proposal } },
      body: { confirmed },
    }),
  )
const stateOf = async (proposal: string) =>
  (await scene.sql<{ state: string }>('SELECT state FROM proposal WHERE id = $1', [proposal]))[0]!.state

test('nobody accepts what they sent themselves, under another address of theirs neither', async () => {
  const { proposal } = await invite('bea@home.example', 'steward')
  const link = await scene.link('bea@home.example')
  await answerOf(bea.client.POST('/v1/me/addresses', { body: { address: 'bea@home.example' } }))
  const confirmation = await scene.link('bea@home.example', 'yours')
  await answerOf(bea.client.POST('/v1/addresses/confirmation', { body: { link: confirmation } }))
  expect(await problemOf(accept(link, bea.client))).toMatchObject({ code: 'proposal.own' })
  expect(await stateOf(proposal!)).toBe('open')
})

test('without a name and a good password no sign-in is made, and the invitation stays open', async () => {
  const { proposal } = await invite('noor@ondaverde.example')
  const link = await scene.link('noor@ondaverde.example')
  expect(await problemOf(accept(link))).toMatchObject({ code: 'request.invalid', pointer: '/signIn' })
  for (const [password, code] of [
    ['short', 'request.invalid'],
    ['noor@ondaverde.example', 'password.common'],
    ['Castellan-Noor-2027', 'password.common'],
  ] as const)
    expect(await problemOf(accept(link, nobody(), { name: 'Noor Castellan', password }))).toMatchObject({ code })
  expect(await stateOf(proposal!)).toBe('open')
  await accept(link, nobody(), { name: ' Noor\u200b\u2060\nCastellan ', password: 'every receipt in its drawer ' })
  expect(await stateOf(proposal!)).toBe('accepted')
  const signIn = (password: string) =>
    answerOf(nobody().POST('/v1/sign-in', { body: { address: 'noor@ondaverde.example', password } }))
  expect(await problemOf(signIn('every receipt in its drawer'))).toMatchObject({ code: 'sign-in.wrong' })
  await signIn('every receipt in its drawer ')
  const people = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/people', { params: at(scene.agnese) }),
  )
  expect(people.items.map(person => person.name)).toContain('Noor Castellan')
})

test('somebody else who is signed in neither accepts nor declines by the link, and is told for whom it is', async () => {
  const { proposal } = await invite('wren@ondaverde.example')
  const link = await scene.link('wren@ondaverde.example')
  for (const answer of [accept, decline])
    expect(await problemOf(answer(link, scene.callum.client))).toMatchObject({
      code: 'proposal.wrong-person',
      to: 'wren@ondaverde.example',
    })
  expect(await stateOf(proposal!)).toBe('open')
})

test('an invitation goes to no address that is none, nor to one that has an open invitation of its own', async () => {
  const { proposal } = await invite('idris@ondaverde.example')
  await invite('idris@home.example')
  const link = await scene.link('idris@ondaverde.example')
  expect(await problemOf(askToMove(link, 'idris at home'))).toMatchObject({ code: 'address.invalid' })
  expect(await problemOf(decideMove(proposal!, true))).toMatchObject({ code: 'proposal.unknown' })
  await askToMove(link, 'idris@home.example')
  expect(await problemOf(decideMove(proposal!, true))).toMatchObject({ code: 'proposal.answered' })
  expect((await decideMove(proposal!, false)).result).toBe('It stays bound to idris@ondaverde.example.')
  await accept(link, nobody(), { name: 'Idris Vannucci', password: 'curves that bend at easter' })
  expect(await scene.can('idris@ondaverde.example', 'ads.see', winter)).toBe(true)
})

test('whoever sent it and may give it no more passes on no link, and it is no longer open', async () => {
  const { proposal } = await invite('leander@ondaverde.example')
  await scene.sql(
    `UPDATE membership SET standing = 'member' FROM person_address WHERE membership.person_id = person_address.person_id AND address = $1`,
    [bea.email],
  )
  const path = { ...at(bea).path, proposal: proposal! }
  const passOn = (who: Actor) =>
    answerOf(who.client.POST('/v1/businesses/{business}/proposals/{proposal}/pass-on', { params: { path } }))
  expect(await problemOf(passOn(scene.agnese))).toMatchObject({ code: 'proposal.void' })
  expect(await stateOf(proposal!)).toBe('void')
})
