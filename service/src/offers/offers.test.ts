import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  can,
  decideFor,
  decline,
  marisol,
  offer,
  part,
  partner,
  peopleOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

test('an offer waits for the partner’s yes, then holds for its admins as far as the ceiling and for nobody else', async () => {
  const proposal = await offer(`run on ${winter} hiding revenue`)
  expect(await can(callum.email, 'ads.see')).toBe(false)
  expect((await scene.letters(callum.email))[0]).toBe(
    'Ondaverde Ferries lets Gullwright & Moss run on Winter Freight, hiding revenue',
  )
  const desk = await answerOf(callum.client.GET('/v1/businesses/{business}/desk', { params: at(callum) }))
  expect(desk.received).toMatchObject([{ kind: 'offer', answeredBy: 'business' }])

  await accept(callum, proposal)
  expect(await decideFor(callum, 'ads.publish')).toMatchObject({ allowed: true, level: 'run' })
  expect((await decideFor(callum, 'access.change')).allowed).toBe(false)
  expect((await decideFor(marisol, 'ads.see')).allowed).toBe(false)
  expect((await accept(callum, proposal)).result).toBe('It was answered so already.')
  expect(await problemOf(decline(callum, proposal))).toMatchObject({ code: 'proposal.answered' })
  await part()
})

test('less can be accepted, never more, and what was taken out is shown to both', async () => {
  const proposal = await offer(`run on ${winter}`)
  expect(await problemOf(accept(callum, proposal, { less: `steward on ${winter}` }))).toMatchObject({
    code: 'proposal.more-than-asked',
  })
  await accept(callum, proposal, { less: `watch on ${winter} hiding contacts`, reason: 'Enough for now.' })
  expect((await decideFor(callum, 'ads.publish')).allowed).toBe(false)
  for (const side of [agnese, callum]) {
    const told = await answerOf(
      side.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
        params: within(side, { proposal }),
      }),
    )
    expect(told).toMatchObject({
      said: 'run on Winter Freight',
      granted: 'watch on Winter Freight, hiding contacts',
      reason: 'Enough for now.',
    })
  }
  await part()
})

test('less that says nothing is not all: it is refused, and the offer stays open', async () => {
  const proposal = await offer(`run on ${winter}`)
  expect(await problemOf(accept(callum, proposal, { less: '' }))).toMatchObject({
    code: 'request.invalid',
    pointer: '/less',
  })
  expect(await problemOf(accept(callum, proposal, { less: '  ' }))).toMatchObject({ code: 'sentence.unreadable' })
  expect(await can(callum.email, 'ads.see')).toBe(false)
  await decline(callum, proposal)
})

test('giving access and passing on are questions of their own, and no unless they are said', async () => {
  expect(await problemOf(offer(`steward on ${winter}`))).toMatchObject({ code: 'offer.question-open' })
  expect(await problemOf(scene.say(agnese, `let ${scene.tomasz.email} run on ${winter} may pass on`))).toMatchObject({
    code: 'request.invalid',
  })
  await accept(callum, await offer(`run on ${winter}`))
  const { number: client } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Pebblecast Studio', town: 'Lido Basso', zone: 'Europe/Rome' },
    }),
  )
  expect(await problemOf(scene.say(callum, `let ${client} watch on ${winter}`))).toMatchObject({
    code: 'grant.may-not-pass-on',
  })
  const again = await offer(`run on ${winter} may pass on`)
  await accept(callum, again)
  await scene.say(callum, `let ${client} watch on ${winter}`)
  const { items } = await answerOf(
    callum.client.GET('/v1/businesses/{business}/proposals', {
      params: { path: { business: client }, query: { side: 'received' } },
    }),
  )
  const further = { ...callum, business: client }
  await accept(further, items[0]!.id)
  expect((await scene.letters(agnese.email))[0]).toBe(
    'Gullwright & Moss passed on to Pebblecast Studio: watch on Winter Freight',
  )
  expect((await peopleOf(agnese, callum.business)).map(one => one.of)).toContain('Pebblecast Studio')
  const plan = await answerOf(
    agnese.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: at(agnese),
      body: { sentence: `end ${callum.business}` },
    }),
  )
  expect(plan.changes.join(' ')).toContain('Pebblecast Studio, to which it was passed on')
  await part()
  expect((await partner(further, callum.business)).theyGave).toEqual([])
})

test('an offer can be withdrawn, sent again and left to lapse; both histories tell of it, and each is whole', async () => {
  const first = await offer(`watch on ${winter}`)
  const path = { params: within(agnese, { proposal: first }) }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', path))
  await answerOf(agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', path))
  expect(await problemOf(accept(callum, first))).toMatchObject({ code: 'proposal.answered' })
  const second = await offer(`watch on ${winter}`)
  scene.clock.forward({ hours: 15 * 24 })
  await bothSignIn()
  expect(await problemOf(accept(callum, second))).toMatchObject({ code: 'proposal.lapsed' })
  for (const side of [agnese, callum]) {
    const between = side === agnese ? callum.business : agnese.business
    const { items } = await answerOf(
      side.client.GET('/v1/businesses/{business}/history', {
        params: { ...at(side), query: { partner: between } },
      }),
    )
    expect(items.map(entry => entry.what)).toContain('offer.withdrawn')
    const { whole } = await answerOf(
      side.client.GET('/v1/businesses/{business}/history/verification', { params: at(side) }),
    )
    expect(whole).toBe(true)
  }
})

test('a business may choose to take offers at once', async () => {
  const choose = (offersAtOnce: boolean) =>
    answerOf(
      callum.client.PUT('/v1/businesses/{business}/offers-at-once', { params: at(callum), body: { offersAtOnce } }),
    )
  await choose(true)
  expect((await scene.say(agnese, `let ${callum.business} watch on ${winter}`)).outcome).toBe('given')
  expect((await decideFor(callum, 'ads.see')).allowed).toBe(true)
  await choose(false)
  await part()
})
