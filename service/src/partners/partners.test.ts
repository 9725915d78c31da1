import { answerOf, famigliaClient } from '@famiglia/client'
import { drawNumber } from '@famiglia/core'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { tellRunningOut } from '../notices/tellRunningOut.ts'
import { at, joinByLetter, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
let callum: Actor
let marisol: Actor
beforeAll(async () => {
  scene = await openScene()
  ;({ agnese, callum } = scene)
  await scene.say(callum, 'let marisol@gullwright.example watch on ad-account/showcase')
  marisol = await joinByLetter(scene, 'Marisol Engstrom', 'marisol@gullwright.example', 'adverts for every tide')
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'
const at_ = (who: Actor, rest: Record<string, string>) => ({ path: { ...at(who).path, ...rest } })
const lookUp = (who: Actor, number: string) =>
  answerOf(who.client.POST('/v1/businesses/{business}/look-ups', { params: at(who), body: { number } }))
const accept = (who: Actor, proposal: string, body: { less?: string; reason?: string } = {}) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: at_(who, { proposal }) as never,
      body,
    }),
  )
const decline = (who: Actor, proposal: string, reason?: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', {
      params: at_(who, { proposal }) as never,
      body: reason ? { reason } : {},
    }),
  )
const partner = (who: Actor, number: string) =>
  answerOf(
    who.client.GET('/v1/businesses/{business}/partners/{partner}', { params: at_(who, { partner: number }) as never }),
  )
const peopleOf = async (who: Actor, number: string) =>
  (
    await answerOf(
      who.client.GET('/v1/businesses/{business}/partners/{partner}/people', {
        params: at_(who, { partner: number }) as never,
      }),
    )
  ).items
const can = (who: string, action: string) => scene.can(who, action, winter)
const decideFor = (who: Actor, action: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/decisions', {
      params: at(who),
      body: { who: who.email, action, asset: winter },
    }),
  )
const ask = (who: Actor, wanted: string, of?: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/asks', {
      params: at(who),
      body: { wanted, reason: 'For the season.', ...(of ? { of } : {}) },
    }),
  )
const offer = async (words: string) => (await scene.say(agnese, `let ${callum.business} ${words}`)).proposal!
/** Ends all between the two, so that each test begins anew. */
const part = async () => {
  try {
    await scene.say(agnese, `end ${callum.business}`)
  } catch {
    // there was nothing between them
  }
}

beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  agnese = await scene.signIn(agnese)
  callum = await scene.signIn(callum)
})

test('a number is checked, told apart and shown by name before anything is sent, and the look-up leaves a trace', async () => {
  expect(
    await problemOf(
      lookUp(
        agnese,
        callum.business.replace(/.$/, last => String((Number(last) + 1) % 10)),
      ),
    ),
  ).toMatchObject({ code: 'number.wrong-check' })
  expect(await problemOf(lookUp(agnese, agnese.business))).toMatchObject({ code: 'business.own-number' })
  const { items } = await answerOf(agnese.client.GET('/v1/businesses/{business}/assets', { params: at(agnese) }))
  expect(await problemOf(lookUp(agnese, items[0]!.number))).toMatchObject({ code: 'number.wrong-kind' })
  expect(await problemOf(lookUp(agnese, drawNumber('B', 12_345_678)))).toMatchObject({ code: 'partner.unknown' })
  expect(await problemOf(lookUp(scene.tomasz, callum.business))).toMatchObject({ code: 'standing.not-enough' })

  expect(await lookUp(agnese, callum.business.toLowerCase().replaceAll('-', ' '))).toMatchObject({
    name: 'Gullwright & Moss',
    town: 'Tarnmouth',
    mailDomain: 'gullwright.example',
    shared: [],
  })
  const { items: history } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/history', { params: at(agnese) }),
  )
  expect(history[0]!.sentence).toBe(`Agnese Torvald looked up ${callum.business}: Gullwright & Moss, Tarnmouth.`)
})

test('strangers’ numbers are looked up so many times an hour, and known ones go on', async () => {
  const tries = Array.from({ length: 30 }, (_one, index) => drawNumber('B', 50_000_000 + index))
  const codes = []
  for (const number of tries) codes.push((await problemOf(lookUp(callum, number))).code)
  expect(codes.at(-1)).toBe('partner.unknown')
  expect(await problemOf(lookUp(callum, drawNumber('B', 60_000_000)))).toMatchObject({ code: 'request.too-many' })
  expect(
    await problemOf(scene.say(callum, `let ${drawNumber('B', 61_000_000)} watch on ad-account/showcase`)),
  ).toMatchObject({ code: 'request.too-many' })
  scene.clock.forward({ hours: 1 })
})

test('an offer waits for the partner’s yes, then holds for its admins as far as the ceiling and for nobody else', async () => {
  const proposal = await offer(`run on ${winter} hiding revenue`)
  expect(await can(callum.email, 'ads.see')).toBe(false)
  expect((await scene.letters(callum.email))[0]).toBe(
    'Ondaverde Ferries lets Gullwright & Moss run on Winter Freight, hiding revenue',
  )
  const desk = await answerOf(callum.client.GET('/v1/businesses/{business}/desk', { params: at(callum) }))
  expect(desk.received).toMatchObject([{ kind: 'offer', business: 'Ondaverde Ferries', assets: ['Winter Freight'] }])

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
        params: at_(side, { proposal }) as never,
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
  const inTeam = { params: at_(callum, { team: 'freight', person: marisol.email }) as never }
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

test('whoever is seen out of an agency is told with what they hold at its clients, and a successor takes it over', async () => {
  await scene.say(callum, 'let oona@gullwright.example watch on ad-account/showcase')
  const oona = await joinByLetter(scene, 'Oona Prewitt', 'oona@gullwright.example', 'a caption for every wave')
  await accept(callum, await offer(`run on ${winter}`))
  await scene.say(callum, `let ${oona.email} draft on ${winter}`)
  const params = at_(callum, { person: oona.email }) as never
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
    expect(items.map(entry => entry.sentence).join()).toContain(
      'let Marisol Engstrom draft on Winter Freight, in the place',
    )
    expect(items.map(entry => entry.sentence).join()).toContain('ended Oona Prewitt on Winter Freight')
  }
  await part()
})

test('the admins of a partner are told before what it was given runs out, and so is who gave it', async () => {
  const day = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 10 })
  await accept(callum, await offer(`watch on ${winter} until ${day.toString()}`))
  await tellRunningOut(scene.town.service.room)()
  const told = await scene.letters(callum.email)
  expect(told[0]).toContain('The access of Gullwright & Moss to Winter Freight ends on')
  expect((await scene.letters(agnese.email))[0]).toContain('Gullwright & Moss reaches Winter Freight until')
  const desk = await answerOf(callum.client.GET('/v1/businesses/{business}/desk', { params: at(callum) }))
  expect(desk.ending).toMatchObject([{ on: 'Winter Freight', from: 'Ondaverde Ferries', prolong: null }])
  const { of, wanted } = desk.ending[0]!.ask!
  expect((await ask(callum, wanted, of)).result).toContain('Asked Ondaverde Ferries: watch on A-')
  await part()
})

test('one of a partner’s people can be frozen, and the whole partner, by either side, each lifting its own', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  await scene.say(callum, `let ${marisol.email} run on ${winter}`)
  const person = (await peopleOf(agnese, callum.business)).find(one => one.name.startsWith('Marisol'))!.id
  const onPerson = { params: at_(agnese, { partner: callum.business, person }) as never }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', onPerson))
  expect((await decideFor(marisol, 'ads.see')).allowed).toBe(false)
  expect((await decideFor(callum, 'ads.see')).allowed).toBe(true)
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', onPerson))
  expect((await decideFor(marisol, 'ads.see')).allowed).toBe(true)

  const freeze = '/v1/businesses/{business}/partners/{partner}/freeze'
  const ours = { params: at_(agnese, { partner: callum.business }) as never }
  const theirs = { params: at_(callum, { partner: agnese.business }) as never }
  await answerOf(agnese.client.PUT(freeze, ours))
  await answerOf(callum.client.PUT(freeze, theirs))
  await answerOf(agnese.client.DELETE(freeze, ours))
  expect((await decideFor(callum, 'ads.see')).allowed).toBe(false)
  expect((await partner(agnese, callum.business)).frozenBy).toEqual(['them'])
  await answerOf(callum.client.DELETE(freeze, theirs))
  expect((await decideFor(marisol, 'ads.publish')).allowed).toBe(true)
  await part()
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
  expect(plan.changes.join(' ')).toContain('passed on to Pebblecast Studio')
  await part()
  expect((await partner(further, callum.business)).theyGave).toEqual([])
})

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
      params: at_(callum, { proposal: asked.proposal }) as never,
    }),
  )
  expect(told).toMatchObject({
    said: `run on ${winter} until 2099-03-31`,
    granted: 'watch on Winter Freight, hiding revenue, until 31 March 2099',
  })
  const second = await ask(callum, '"run our adverts"', agnese.business)
  await decline(agnese, second.proposal, 'Not this year.')
  await scene.letters(callum.email)
  expect(scene.town.inbox.letters.list(callum.email)[0]!.text).toContain('Not this year.')
  await part()
})

test('an ask for what is not here, or of a kind only its holder offers, waits and gives its owner a list', async () => {
  const { proposal } = await ask(callum, `run on ${winter}, page/summer-isles, profile/ondaverde`, agnese.business)
  const { things, grantable } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', {
      params: at_(agnese, { proposal }) as never,
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
        params: at_(callum, { proposal }) as never,
      }),
    )
  expect((await read()).partner).toBeNull()
  await accept(agnese, proposal)
  expect((await read()).partner!.name).toBe('Ondaverde Ferries')
  expect(await problemOf(ask(callum, `watch on ${drawNumber('A', 77_777_777)}`))).toMatchObject({
    code: 'asset.unknown',
  })
  await part()
})

test('an offer can be withdrawn, sent again and left to lapse; both histories tell of it, and each is whole', async () => {
  const first = await offer(`watch on ${winter}`)
  const path = { params: at_(agnese, { proposal: first }) as never }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', path))
  await answerOf(agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', path))
  expect(await problemOf(accept(callum, first))).toMatchObject({ code: 'proposal.answered' })
  const second = await offer(`watch on ${winter}`)
  scene.clock.forward({ hours: 14 * 24 + 1 })
  agnese = await scene.signIn(agnese)
  callum = await scene.signIn(callum)
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

test('a calling card is read by anybody with its link, also as a vCard, until it is taken back', async () => {
  const anybody = famigliaClient({ url: scene.url })
  const read = () => answerOf(anybody.GET('/v1/cards/{number}', { params: { path: { number: callum.business } } }))
  expect(await problemOf(read())).toMatchObject({ code: 'card.unknown' })
  await answerOf(
    callum.client.PUT('/v1/businesses/{business}/card', {
      params: at(callum),
      body: {
        introduction: 'We run adverts; for ferries, mostly.',
        contact: 'hello@gullwright.example',
        purposes: [{ name: 'run our adverts', reason: 'So that we can publish for you.' }],
      },
    }),
  )
  expect(await read()).toMatchObject({ name: 'Gullwright & Moss', purposes: [{ name: 'run our adverts' }] })
  const card = await fetch(`${scene.url}/v1/cards/${callum.business}/vcard`)
  expect(card.headers.get('content-type')).toContain('text/vcard')
  expect(await card.text()).toContain('NOTE:Business number')
  await answerOf(callum.client.DELETE('/v1/businesses/{business}/card', { params: at(callum) }))
  expect(await problemOf(read())).toMatchObject({ code: 'card.unknown' })
})

test('a business held in trust goes to its owner with the chair; the trustee keeps what is left to it, and nothing else', async () => {
  const { number } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Nonna Brigida’s Kitchen', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const trusted = { ...callum, business: number }
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/assets', {
      params: at(trusted),
      body: { platform: 'tern', kind: 'page', name: 'Nonna Brigida', handle: 'nonna-brigida' },
    }),
  )
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/chair', {
      params: at(trusted),
      body: { address: 'brigida@kitchen.example' },
    }),
  )
  const link = await scene.link('brigida@kitchen.example')
  const { response } = await famigliaClient({ url: scene.url }).POST('/v1/invitations/acceptance', {
    body: { link, keeping: 'run', signIn: { name: 'Brigida Malaspina', password: 'sauce for the whole street' } },
  })
  expect(response.status).toBe(200)
  expect(
    await problemOf(answerOf(callum.client.GET('/v1/businesses/{business}', { params: at(trusted) }))),
  ).toMatchObject({ code: 'business.unknown' })
  const held = await answerOf(callum.client.GET('/v1/businesses/{business}/held', { params: at(callum) }))
  expect(held.items).toMatchObject([{ name: 'Nonna Brigida', level: 'run' }])
})
