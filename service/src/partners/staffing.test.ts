import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  can,
  decideFor,
  marisol,
  offer,
  part,
  partner,
  peopleOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, giveStanding, joinByLetter, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

test('a partner staffs its own people beneath the ceiling, and the owner sees each of them and nothing else', async () => {
  await accept(callum, await offer(`run on ${winter} hiding revenue`))
  expect(await problemOf(scene.say(callum, `let ${marisol.email} steward on ${winter} hiding revenue`))).toMatchObject({
    code: 'grant.above-ceiling',
  })
  expect(await problemOf(scene.say(callum, `let ${marisol.email} run on ${winter}`))).toMatchObject({
    code: 'grant.above-ceiling',
  })
  await scene.say(callum, `let ${marisol.email} draft on ${winter} hiding revenue`)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft' })
  expect((await decideFor(marisol, 'ads.publish')).allowed).toBe(false)

  const people = await peopleOf(agnese, callum.business)
  expect(people).toMatchObject([
    { name: 'Callum Osei-Bright', address: callum.email, assets: [{ name: 'Winter Freight', level: 'run' }] },
    { name: 'Marisol Engstrom', address: marisol.email, assets: [{ name: 'Winter Freight', level: 'draft' }] },
  ])
  expect((await partner(agnese, callum.business)).weGave).toMatchObject([
    { name: 'Winter Freight', level: 'run', hidden: ['revenue'], staffed: 1 },
  ])

  await scene.say(agnese, `let ${callum.business} watch on ${winter} hiding revenue`)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: false, level: 'watch' })
  await part()
  expect(await can(marisol.email, 'ads.see')).toBe(false)
  expect(await problemOf(decideFor(callum, 'ads.see'))).toMatchObject({ code: 'asset.unknown' })
})

test('a team is put on it as a person is: who joins reaches it beneath the ceiling, who leaves no longer', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/teams', {
      params: at(callum),
      body: { handle: 'freight', name: 'Freight' },
    }),
  )
  await scene.say(callum, `let team/freight draft on ${winter}`)
  const inTeam = { params: within(callum, { team: 'freight', person: marisol.email }) }
  await answerOf(callum.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', inTeam))
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft' })
  expect((await peopleOf(agnese, callum.business)).map(one => one.name)).toContain('Marisol Engstrom')
  await answerOf(callum.client.DELETE('/v1/businesses/{business}/teams/{team}/members/{person}', inTeam))
  expect(await can(marisol.email, 'ads.draft')).toBe(false)
  await part()
})

test('a partner’s steward puts its own people on it, and is nobody whom the owner’s people ask', async () => {
  await accept(callum, await offer(`steward on ${winter} may give access`))
  await scene.say(callum, `let ${marisol.email} steward on ${winter}`)
  await scene.say(callum, 'let dae@gullwright.example watch on ad-account/showcase')
  const dae = await joinByLetter(scene, 'Dae Whitlock', 'dae@gullwright.example', 'keywords kept in a biscuit tin')
  await scene.say(await scene.signIn(marisol), `let ${dae.email} watch on ${winter}`)
  expect((await decideFor(dae, 'ads.see')).allowed).toBe(true)

  const asset = { path: { ...at(agnese).path, asset: winter } }
  const shown = await answerOf(agnese.client.GET('/v1/businesses/{business}/assets/{asset}', { params: asset }))
  expect(shown.giveAccess.map(giver => giver.name)).toEqual(['Agnese Torvald'])
  const { goesTo } = await ask(scene.tomasz, `draft on ${winter}`)
  expect(goesTo.map(giver => giver.name)).toEqual(['Agnese Torvald'])
  await scene.say(callum, `end ${dae.email}`)
  await part()
})

test('somebody of an agency asks their own admins for what it holds, and is put on it beneath the ceiling', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  const { proposal, goesTo } = await ask(marisol, `draft on ${winter}`)
  expect(goesTo.map(giver => giver.name)).toEqual(['Callum Osei-Bright'])
  await accept(callum, proposal)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft' })
  await part()
})

test('whoever is offboarded of an agency is told with what they hold at its clients, and a successor takes it over', async () => {
  await scene.say(callum, 'let oona@gullwright.example watch on ad-account/showcase')
  const oona = await joinByLetter(scene, 'Oona Prewitt', 'oona@gullwright.example', 'a caption for every wave')
  await accept(callum, await offer(`run on ${winter}`))
  await scene.say(callum, `let ${oona.email} draft on ${winter}`)
  const params = within(callum, { person: oona.email })
  const before = await answerOf(callum.client.GET('/v1/businesses/{business}/people/{person}/leaving', { params }))
  expect(before.holds).toContainEqual(expect.objectContaining({ asset: 'Winter Freight', level: 'draft' }))
  const only = before.onlyTheirs.find(one => one.about === 'Winter Freight')!
  expect(only).toMatchObject({ kind: 'sole holder', key: expect.stringMatching(/^A-/) })
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
      params,
      body: { successors: [{ key: only.key, address: marisol.email }] },
    }),
  )
  expect(await can(oona.email, 'ads.see')).toBe(false)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft' })
  for (const side of [agnese, callum]) {
    const { items } = await answerOf(side.client.GET('/v1/businesses/{business}/history', { params: { ...at(side) } }))
    expect(items.map(entry => entry.sentence).join()).toContain('let Marisol Engstrom draft on Winter Freight')
    expect(items.map(entry => entry.sentence).join()).toContain('ended draft of Oona Prewitt on Winter Freight')
  }
  await part()
})

test('who reaches something through a partner gives it in the partner’s name alone, never in its owner’s', async () => {
  await accept(callum, await offer(`steward on ${winter} may give access`))
  await giveStanding(await scene.signIn(callum), scene.tomasz.email, 'admin')
  const tomasz = await scene.signIn(scene.tomasz)
  const mine = await answerOf(tomasz.client.GET('/v1/me/proposals'))
  await answerOf(
    tomasz.client.POST('/v1/me/proposals/{proposal}/acceptance', {
      params: { path: { proposal: mine.items[0]!.id } },
      body: {},
    }),
  )
  expect(await can(tomasz.email, 'access.change')).toBe(true)
  for (const sentence of [
    `let bea@ondaverde.example watch on ${winter}`,
    `let ${scene.tomasz.email} steward on ${winter}`,
    `end ${callum.business} on ${winter}`,
  ])
    expect((await problemOf(scene.say(tomasz, sentence))).code, sentence).toMatch(
      /^(access\.not-yours-to-give|grant\.own|standing\.not-enough)$/,
    )
  await part()
  expect(await can(tomasz.email, 'access.change')).toBe(false)
})
