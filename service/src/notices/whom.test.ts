import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, giveStanding, join, openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'
import { tellRunningOut } from './tellRunningOut.ts'

let scene: Scene
let agnese: Actor
let priya: Actor
let bea: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
  agnese = await scene.signIn(scene.agnese)
})
afterAll(() => scene.close())

const summer = 'ad-account/summer-crossings'
const winter = 'ad-account/winter-freight'
const inDays = (days: number) =>
  scene.clock
    .now()
    .add({ hours: days * 24 })
    .toString({ smallestUnit: 'second' })
const look = () => tellRunningOut(scene.town.service.kit)()
const about = async (address: string, words: string) => {
  await scene.letters(address)
  return scene.town.inbox.letters.list(address).filter(letter => letter.subject.includes(words))
}

test('every member of a team is told before what it holds runs out, and the team is named to who gave it', async () => {
  const team = { handle: 'deck', name: 'Deck' }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params: at(agnese), body: team }))
  for (const person of [priya.email, bea.email])
    await answerOf(
      agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
        params: { path: { ...at(agnese).path, team: 'deck', person } },
      }),
    )
  await scene.say(agnese, `let team/deck watch on ${summer} until ${inDays(5)}`)
  await look()
  for (const person of [priya, bea])
    expect(await about(person.email, 'Your access to Summer Crossings ends')).toHaveLength(1)
  expect(await about(agnese.email, 'the team Deck reaches Summer Crossings until')).toHaveLength(1)
})

test('who gave it and cannot extend it any more is told nothing: the admins are, and the holder is sent to them', async () => {
  await scene.say(agnese, `let ${scene.tomasz.email} steward on ${winter}`)
  const tomasz = await scene.signIn(scene.tomasz)
  await scene.say(tomasz, `let ${priya.email} draft on ${winter} until ${inDays(20)}`)
  await scene.say(agnese, `let ${scene.tomasz.email} watch on ${winter}`)
  scene.clock.forward({ hours: 10 * 24 })
  await look()
  expect(await about(tomasz.email, 'Priya Lindqvist reaches Winter Freight')).toEqual([])
  const [told] = await about(agnese.email, 'Priya Lindqvist reaches Winter Freight')
  expect(told!.text.replace(/\s+/g, ' ')).toContain('what Ondaverde Ferries gave Priya Lindqvist ends by itself')
  const [letter] = await about(priya.email, 'Your access to Winter Freight ends')
  expect(letter!.text).toContain('Agnese Torvald')
  expect(letter!.text).not.toContain('Tomasz')
})

test('who gave it and works there no more learns nothing of it', async () => {
  agnese = await scene.signIn(scene.agnese)
  await giveStanding(agnese, bea.email, 'admin', 'For the season.')
  bea = await scene.signIn(bea)
  await scene.say(bea, `let ${scene.tomasz.email} run on ${winter} until ${inDays(20)}`)
  await answerOf(
    (await scene.signIn(scene.agnese)).client.POST('/v1/businesses/{business}/sentences', {
      params: at(agnese),
      body: { sentence: `end ${bea.email}`, note: 'The season is over.' },
    }),
  )
  scene.clock.forward({ hours: 10 * 24 })
  await look()
  expect(await about(bea.email, 'Tomasz Oyelaran reaches Winter Freight')).toEqual([])
  expect(await about(agnese.email, 'Tomasz Oyelaran reaches Winter Freight')).toHaveLength(1)
})
