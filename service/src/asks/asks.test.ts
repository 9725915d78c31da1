import { answerOf } from '@famiglia/client'
import { drawNumber } from '@famiglia/core'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  decideFor,
  decline,
  part,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

test('a business asks another; granted, it is in force at once; less and no are told with what was left out', async () => {
  const asked = await ask(callum, `run on ${winter} until 2099-03-31`, agnese.business)
  expect((await scene.letters(agnese.email))[0]).toContain('Gullwright & Moss asks Ondaverde Ferries for: run on')
  expect(await problemOf(ask(callum, `run on ${winter} until 2099-03-31`, agnese.business))).toMatchObject({
    code: 'proposal.answered',
  })
  expect(await problemOf(accept(callum, asked.proposal))).toMatchObject({ code: 'proposal.unknown' })
  await accept(agnese, asked.proposal, { less: `watch on ${winter} hiding revenue until 2099-03-31` })
  expect(await decideFor(callum, 'ads.see')).toMatchObject({ allowed: true, level: 'watch' })
  const told = await answerOf(
    callum.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
      params: within(callum, { proposal: asked.proposal }),
    }),
  )
  expect(told).toMatchObject({
    said: 'run on the ad account winter-freight, until 31 March 2099',
    granted: 'watch on Winter Freight, hiding revenue, until 31 March 2099',
  })
  const second = await ask(callum, '"run our adverts"', agnese.business)
  await decline(agnese, second.proposal, 'Not this year.')
  await scene.letters(callum.email)
  expect((await scene.newestLetter(callum.email)).text).toContain('Not this year.')
  await part()
})

test('an ask for what is not here, or of a kind only its holder offers, waits and gives its owner a list', async () => {
  const { proposal } = await ask(callum, `run on ${winter}, page/summer-isles, profile/ondaverde`, agnese.business)
  const { things, grantable } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', {
      params: within(agnese, { proposal }),
    }),
  )
  expect(things.map(thing => [thing.text, thing.state])).toEqual([
    [winter, 'here'],
    ['page/summer-isles', 'missing'],
    ['profile/ondaverde', 'to offer'],
  ])
  expect(grantable.map(one => one.text)).toEqual([winter])
  expect(await problemOf(accept(agnese, proposal))).toMatchObject({ code: 'ask.not-yet' })
  await accept(agnese, proposal, { less: `run on ${winter}` })
  expect((await decideFor(callum, 'ads.publish')).allowed).toBe(true)
  await part()
})

test('what is asked for by its number goes to its owner, who is not told to the asker before they answer', async () => {
  const { items } = await answerOf(agnese.client.GET('/v1/businesses/{business}/assets', { params: at(agnese) }))
  const { number } = items.find(asset => asset.handle === 'winter-freight')!
  const { proposal, goesTo } = await ask(callum, `watch on ${number}`)
  expect(goesTo).toEqual([])
  const read = () =>
    answerOf(
      callum.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
        params: within(callum, { proposal }),
      }),
    )
  const desk = await answerOf(callum.client.GET('/v1/businesses/{business}/desk', { params: at(callum) }))
  expect(desk.waiting.map(row => row.proposal)).toContain(proposal)
  expect(JSON.stringify([await read(), desk])).not.toMatch(/Winter Freight|winter-freight|Ondaverde|Agnese/)
  await accept(agnese, proposal)
  expect((await read()).partner!.name).toBe('Ondaverde Ferries')
  expect(await problemOf(ask(callum, `watch on ${drawNumber('A', 77_777_777)}`))).toMatchObject({
    code: 'asset.unknown',
  })
  await part()
})

test('an ask is told in parts that are answered one by one, beside what they have; what reaches far says why', async () => {
  await offerWatch()
  const { proposal } = await ask(
    callum,
    `run, billing.see on ${winter} until 2099-03-31 to "run our adverts"`,
    agnese.business,
  )
  const { answerable, from } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', {
      params: within(agnese, { proposal }),
    }),
  )
  expect(from).toBe('Gullwright & Moss')
  expect(answerable).toEqual([
    expect.objectContaining({
      text: winter,
      has: 'watch on Winter Freight',
      parts: [
        { tier: 'run', action: null, words: 'run', doubt: null },
        { tier: null, action: 'billing.see', words: 'see the bills', doubt: 'to run our adverts nobody needs it' },
      ],
    }),
  ])
  expect(
    await problemOf(
      answerOf(
        callum.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', {
          params: within(callum, { proposal }),
        }),
      ),
    ),
  ).toMatchObject({ code: 'proposal.unknown' })
  await decline(agnese, proposal, 'Another time.')
  await part()
})

async function offerWatch() {
  const said = await scene.say(agnese, `let ${callum.business} watch on ${winter}`)
  await accept(callum, said.proposal!)
}
