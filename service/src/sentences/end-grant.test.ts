import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  can,
  decideFor,
  marisol,
  offer,
  part,
  scene,
  winter,
} from '../../../e2e/support/partners.ts'
import { at, bringIn, problemOf, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const summer = 'ad-account/summer-crossings'
let priya: Actor
let steward: Actor
beforeAll(async () => {
  priya = await scene.withPriya()
  await bringIn(scene, 'MA-70113', 'ticket-shop')
  await bothSignIn()
  const team = { handle: 'deck', name: 'Deck' }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params: at(agnese), body: team }))
  await scene.say(agnese, `let ${scene.tomasz.email} steward on ${winter} hiding revenue`)
  steward = await scene.signIn(scene.tomasz)
})

/** The grant that a sentence made. */
async function given(words: string, who = agnese): Promise<string> {
  return (await scene.say(who, `let ${words}`)).grants![0]!
}
const preview = (who: Actor, sentence: string) =>
  answerOf(who.client.POST('/v1/businesses/{business}/sentences/preview', { params: at(who), body: { sentence } }))

test('one grant is ended by its own id, and what else somebody has on the asset stays and is told', async () => {
  const other = await given(`${priya.email} watch on ${winter} to "read the numbers"`)
  const grant = await given(`${priya.email} run on ${winter} to "run our adverts"`)
  const told = await preview(agnese, `end grant/${grant}`)
  expect(told.summary).toBe('End Priya Lindqvist’s access on Winter Freight.')
  expect(told.notes.join(' ')).toContain('still reaches it in another way')
  const { result } = await scene.say(agnese, `end grant/${grant}`)
  expect(result).toContain('They still reach it')
  expect(await can(priya.email, 'ads.publish')).toBe(false)
  expect(await can(priya.email, 'ads.see')).toBe(true)
  await scene.say(agnese, `end grant/${other}`)
  expect(await can(priya.email, 'ads.see')).toBe(false)
})

test('a team’s grant and a partner’s are ended by their ids like anybody’s', async () => {
  const teams = await given(`team/deck watch on ${winter}`)
  expect((await scene.say(agnese, `end grant/${teams}`)).result).toContain('Deck no longer reaches Winter Freight')
  await accept(callum, await offer(`run on ${winter}`))
  await scene.say(callum, `let ${marisol.email} run on ${winter}`)
  const [row] = await scene.sql<{ id: string }>(
    `SELECT id FROM access_grant WHERE holder_kind = 'business' AND ended_at IS NULL`,
  )
  const told = await preview(agnese, `end grant/${row!.id}`)
  expect(told.summary).toBe('End what there is between Ondaverde Ferries and Gullwright & Moss on Winter Freight.')
  expect(told.changes).toEqual([
    'Gullwright & Moss no longer reaches Winter Freight.',
    expect.stringMatching(/^With it falls: .*Marisol Engstrom/),
  ])
  expect((await scene.say(agnese, `end grant/${row!.id}`)).result).toContain('What hung on it is over too')
  expect(await can(marisol.email, 'ads.see')).toBe(false)
})

test('nobody ends by its id what is another business’s, what is over, or what they could not end by name', async () => {
  const grant = await given(`${priya.email} watch on ${winter}`)
  const end = (who: Actor, id = grant) => problemOf(scene.say(who, `end grant/${id}`))
  expect(await end(callum)).toMatchObject({ code: 'grant.unknown' })
  expect(await end(agnese, 'not-an-id')).toMatchObject({ code: 'grant.unknown' })
  expect(await end(agnese, '01a21496-45a0-7432-9790-617c8d599c5b')).toMatchObject({ code: 'grant.unknown' })
  expect(await end(steward)).toMatchObject({ code: 'grant.held-above' })
  const elsewhere = await given(`${scene.tomasz.email} watch on ${summer}`)
  expect((await end(marisol, elsewhere)).code).toBe('grant.unknown')
  await scene.say(agnese, `end grant/${grant}`)
  expect(await end(agnese)).toMatchObject({ code: 'grant.unknown', detail: expect.stringContaining('ended already') })
})

test('a steward ends nothing that is between two businesses, however it is named: that is its admins’', async () => {
  const proposal = await offer(`watch on ${winter} hiding revenue`)
  await accept(callum, proposal)
  const [row] = await scene.sql<{ id: string }>(
    `SELECT id FROM access_grant WHERE holder_kind = 'business' AND ended_at IS NULL`,
  )
  for (const named of [`${callum.business} on ${winter}`, `business/gullwright-moss on ${winter}`, `grant/${row!.id}`])
    for (const say of [preview, scene.say])
      expect(await problemOf(say(steward, `end ${named}`)), named).toMatchObject({ code: 'standing.not-enough' })
  expect((await decideFor(callum, 'ads.see')).allowed).toBe(true)
  await part()
})

test('what is between two businesses is ended on one asset, or for one purpose, and the rest goes on', async () => {
  await accept(callum, await offer(`run on ${winter} to "run our adverts"`))
  await accept(callum, await offer(`watch on ${winter} to "read the numbers"`))
  await accept(callum, await offer('watch on tag/ticket-shop'))
  await scene.say(agnese, `end ${callum.business} on ${winter} to "run our adverts"`)
  expect(await decideFor(callum, 'ads.publish')).toMatchObject({ allowed: false, level: 'watch' })
  expect(await problemOf(scene.say(agnese, `end ${callum.business} on ${winter} to "run our adverts"`))).toMatchObject({
    code: 'grant.unknown',
  })
  await scene.say(agnese, `end ${callum.business} on ${winter}`)
  expect(await can(callum.email, 'ads.see')).toBe(false)
  expect(await scene.can(callum.email, 'event.see', 'tag/ticket-shop')).toBe(true)
  expect(await problemOf(scene.say(agnese, `end ${callum.business} on ${winter}`))).toMatchObject({
    code: 'grant.unknown',
    detail: expect.stringContaining('has nothing from Ondaverde Ferries on Winter Freight'),
  })
  await part()
  expect(await problemOf(scene.say(agnese, `end ${callum.business}`))).toMatchObject({ code: 'grant.unknown' })
})

test('a partner gives back what it was given, by what it calls it, and the owner’s history tells so', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  const told = await preview(callum, `end ${agnese.business}`)
  expect(told.changes).toContain('You give Winter Freight back: nobody at Gullwright & Moss reaches it any more.')
  await scene.say(callum, `end ${agnese.business}`)
  expect(await can(callum.email, 'ads.see')).toBe(false)
  const { items } = await answerOf(agnese.client.GET('/v1/businesses/{business}/history', { params: at(agnese) }))
  expect(items.map(entry => entry.sentence).join(' ')).toContain('Gullwright & Moss gave it back')
})
