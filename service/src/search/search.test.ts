import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import { accept, agnese, betweenTwoBusinesses, callum, scene } from '../../../e2e/support/partners.ts'
import type { Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const search = (who: Actor, find: string, business = who.business) =>
  answerOf(who.client.GET('/v1/businesses/{business}/search', { params: { path: { business }, query: { find } } }))
const found = async (who: Actor, find: string) =>
  (await search(who, find)).items.map(({ what, name, detail }) => `${what}: ${name}, ${detail}`)

test('everything is found by every name: in any order of words, whatever the accents, by a number and a word of the trade', async () => {
  expect(await found(agnese, 'freight winter')).toEqual(['asset: Winter Freight, ad account'])
  expect(await found(agnese, 'tómasz')).toEqual(['person: Tomasz Oyelaran, tomasz@ondaverde.example'])
  const [asset] = (await search(agnese, 'winter freight')).items
  expect((await search(agnese, asset!.at.replaceAll('-', ' '))).items).toEqual([asset])
  expect(await found(agnese, 'run our adv')).toEqual(['purpose: run our adverts, purpose'])
  expect(await found(agnese, 'ad account')).toContain('asset: Winter Freight, ad account')
  const [{ platform_ref: ref } = { platform_ref: '' }] = await scene.sql<{ platform_ref: string }>(
    "SELECT platform_ref FROM asset WHERE name = 'Winter Freight'",
  )
  expect(await found(agnese, ref)).toEqual(['asset: Winter Freight, ad account'])
})

test('a member finds what they reach and nothing more; whoever works elsewhere finds nothing of it', async () => {
  const { tomasz } = scene
  await scene.withPriya()
  expect(await found(agnese, 'summer')).toEqual(['asset: Summer Crossings, ad account'])
  expect(await found(tomasz, 'summer')).toEqual([])
  await scene.say(
    agnese,
    'let tomasz@ondaverde.example watch on ad-account/summer-crossings hiding revenue and contacts',
  )
  expect(await found(tomasz, 'summer')).toEqual(['asset: Summer Crossings, ad account'])
  expect(await found(callum, 'summer')).toEqual([])
  expect((await search(callum, 'summer')).elsewhere).toEqual([])

  await scene.say(agnese, 'let newcomer@ondaverde.example watch on ad-account/winter-freight')
  expect(await found(agnese, 'newcomer')).toEqual(['invited: newcomer@ondaverde.example, invited'])
  expect(await found(tomasz, 'newcomer')).toEqual([])
})

test('what is over by the clock is found no more, neither by a search nor in the list, and nothing tells that it is there', async () => {
  const { tomasz } = scene
  const zone = 'Europe/Lisbon'
  const tomorrow = scene.clock.now().toZonedDateTimeISO(zone).toPlainDate().add({ days: 1 }).toString()
  await scene.say(
    agnese,
    `let tomasz@ondaverde.example watch on ad-account/summer-crossings hiding revenue and contacts until ${tomorrow}`,
  )
  const listed = async () =>
    (
      await answerOf(
        tomasz.client.GET('/v1/businesses/{business}/assets', { params: { path: { business: tomasz.business } } }),
      )
    ).items.map(asset => asset.name)
  expect(await found(tomasz, 'summer')).toHaveLength(1)
  expect(await listed()).toContain('Summer Crossings')
  scene.clock.forward({ hours: 49 })
  expect(await found(tomasz, 'summer')).toEqual([])
  expect(await listed()).not.toContain('Summer Crossings')
})

test('signs that mean something to the records mean nothing here, and what was typed is taken as it is', async () => {
  for (const typed of ['%', '_', '\\', "'; DROP TABLE person; --", '%%_', '🙂', 'a\\%'])
    expect(await found(scene.agnese, typed)).toEqual([])
})

test('what is not here is told to be at another of one’s businesses, and a wrong digit of a number is named', async () => {
  const opened = await answerOf(
    agnese.client.POST('/v1/me/businesses', {
      body: { name: 'Lantern Tours', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const { items, elsewhere } = await search(agnese, 'winter freight', opened.number)
  expect(items).toEqual([])
  expect(elsewhere).toEqual([{ number: agnese.business, name: 'Ondaverde Ferries', count: 1 }])

  const number = agnese.business
  const wrong = number.replace(/\d$/, digit => String((Number(digit) + 1) % 10))
  expect((await search(agnese, wrong)).advice).toBe(`One digit is wrong, the tenth: Ondaverde Ferries is ${number}.`)
})

test('partners and those of their people who reach one’s assets are found by admins alone', async () => {
  const { tomasz } = scene
  const { proposal } = await scene.say(agnese, `let ${callum.business} draft on ad-account/winter-freight`)
  await accept(callum, proposal!)
  expect(await found(agnese, 'gullwright')).toContain('partner: Gullwright & Moss, Tarnmouth')
  expect(await found(tomasz, 'gullwright')).toEqual([])
  expect(await found(callum, 'winter freight')).toEqual(['held: Winter Freight, of Ondaverde Ferries'])
  await scene.say(callum, 'let marisol@gullwright.example watch on ad-account/winter-freight')
  expect(await found(agnese, 'marisol')).toEqual(['their person: Marisol Engstrom, at Gullwright & Moss'])
  expect(await found(tomasz, 'marisol')).toEqual([])
})
