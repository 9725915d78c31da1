import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  callum,
  offer,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const end = (sentence: string, note?: string, tellNote = false) =>
  answerOf(
    agnese.client.POST('/v1/businesses/{business}/sentences', {
      params: { path: at(agnese).path },
      body: { sentence, tellNote, ...(note ? { note } : {}) },
    }),
  )
const historyOf = async (who: Actor) =>
  (
    await answerOf(
      who.client.GET('/v1/businesses/{business}/history', { params: { path: at(who).path, query: { limit: 20 } } }),
    )
  ).items.map(entry => entry.sentence)

test('why access is ended stays in the own history, and is told to who loses it only where that is wished', async () => {
  const tomasz = scene.tomasz.email
  await end(`end ${tomasz} on ${winter}`, 'The pictures are done.')
  expect((await historyOf(agnese))[0]).toBe(
    'Agnese Torvald said why Tomasz Oyelaran lost Winter Freight: “The pictures are done.”',
  )
  await scene.letters(tomasz)
  expect((await scene.newestLetter(tomasz)).text).not.toContain('The pictures are done.')
  await scene.say(agnese, `let ${tomasz} watch on ${winter} hiding revenue and contacts`)
  await end(`end ${tomasz} on ${winter}`, 'Thank you for the season.', true)
  await scene.letters(tomasz)
  expect((await scene.newestLetter(tomasz)).text).toContain('Thank you for the season.')
})

test('a partner never reads why, neither in its history nor in its letters, unless it is to be told', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  await end(`end ${callum.business} on ${winter}`, 'They answer too slowly.')
  await scene.letters(callum.email)
  expect((await historyOf(callum)).join()).not.toContain('slowly')
  expect((await scene.newestLetter(callum.email)).text).not.toContain('slowly')
  expect((await historyOf(agnese)).join()).toContain('They answer too slowly.')
})

test('offboarding takes a reason too, told to who goes where that is wished', async () => {
  const priya = await scene.withPriya()
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
      params: within(agnese, { person: priya.email }),
      body: { successors: [], reason: 'The season is over.', tellReason: true },
    }),
  )
  await scene.letters(priya.email)
  expect((await scene.newestLetter(priya.email)).text).toContain('The season is over.')
  expect((await historyOf(agnese)).join()).toContain('said why Priya Lindqvist lost Summer Crossings')
})
