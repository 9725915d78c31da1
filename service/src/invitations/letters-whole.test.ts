import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, giveStanding, openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
const winter = 'ad-account/winter-freight'
beforeAll(async () => {
  scene = await openScene({ settings: { FAMIGLIA_LETTER_WAITS_SECONDS: '2' } })
  for (const [kind, name, platform] of [
    ['page', 'Day Trips', 'tern'],
    ['page', 'Winter Timetable', 'tern'],
    ['ad-account', 'Summer Crossings', 'marram'],
  ] as const)
    await answerOf(
      scene.agnese.client.POST('/v1/businesses/{business}/assets', {
        params: at(scene.agnese),
        body: { platform, kind, name, handle: name.toLowerCase().replace(' ', '-') },
      }),
    )
})
afterAll(() => scene.close())

const say = (sentence: string, more: { note?: string; standing?: 'finance' | 'member' } = {}) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/sentences', {
      params: at(scene.agnese),
      body: { sentence, ...more },
    }),
  )
/** The letters to an address, the newest first, once so many have come. */
async function lettersTo(address: string, count = 1) {
  for (let tries = 0; tries < 100; tries++) {
    await scene.letters(address)
    const found = scene.town.inbox.letters.list(address)
    if (found.length >= count) return found
  }
  throw new Error(`${address} got no ${count} letters.`)
}

test('two sentences within the letter’s wait make one letter that tells both, with the note of the first', async () => {
  await say(`let bea@ondaverde.example run on ${winter} hiding revenue`, { note: 'Dear Bea, welcome aboard.' })
  await say('let bea@ondaverde.example watch on page/day-trips')
  const letters = await lettersTo('bea@ondaverde.example')
  expect(letters).toHaveLength(1)
  for (const words of ['Winter Freight', 'Day Trips', 'publish and pause adverts', 'welcome aboard'])
    expect(letters[0]!.text).toContain(words)
})

test('what is said after a letter has left comes in one that tells what is new, and the whole as it stands', async () => {
  await say('let bea@ondaverde.example watch on page/winter-timetable')
  const [newest] = await lettersTo('bea@ondaverde.example', 2)
  expect(newest!.text).toContain('watch on Winter Timetable')
  for (const words of ['Winter Freight', 'Day Trips']) expect(newest!.text).toContain(words)
})

test('an offer of four assets names all four, in the letter and where it is read', async () => {
  const before = scene.town.inbox.letters.list(scene.callum.email).length
  const said = await say(
    `let ${scene.callum.business} watch on page/day-trips, page/winter-timetable and run on ${winter}, ad-account/summer-crossings hiding revenue`,
    { note: 'For the whole season.' },
  )
  const [letter] = await lettersTo(scene.callum.email, before + 1)
  const { said: told } = await answerOf(
    scene.callum.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
      params: { path: { ...at(scene.callum).path, proposal: said.proposal! } },
    }),
  )
  for (const name of ['Day Trips', 'Winter Timetable', 'Winter Freight', 'Summer Crossings']) {
    expect(letter!.text).toContain(name)
    expect(told).toContain(name)
  }
  expect(letter!.text).toContain('For the whole season.')
})

test('the standing of somebody invited is shown with the invitation, in its review, and is chosen down as well as up', async () => {
  const noor = 'noor@ondaverde.example'
  const review = async (standing?: 'member' | 'finance') => {
    const body = { sentence: `let ${noor} watch on page/day-trips`, ...(standing ? { standing } : {}) }
    return answerOf(
      scene.agnese.client.POST('/v1/businesses/{business}/sentences/preview', { params: at(scene.agnese), body }),
    )
  }
  expect(await review('finance')).toMatchObject({ standing: 'finance', takesProof: true })
  await say(`let ${noor} watch on ${winter}`, { standing: 'finance' })
  const open = await review()
  expect(open).toMatchObject({ standing: 'finance' })
  expect(open.summary).toContain('joining as finance')
  expect(open.notes.join()).toContain('lets them join as finance (sees the bills')
  const waiting = async () =>
    (
      await answerOf(scene.agnese.client.GET('/v1/businesses/{business}/desk', { params: at(scene.agnese) }))
    ).waiting.find(row => row.to === noor)!.said
  expect(await waiting()).toContain('as finance')
  await giveStanding(scene.agnese, noor, 'member')
  expect(await waiting()).not.toContain('finance')
  await giveStanding(scene.agnese, noor, 'finance')
  expect(await waiting()).toContain('as finance')
})
