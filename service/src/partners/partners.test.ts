import { answerOf, famigliaClient } from '@famiglia/client'
import { drawNumber } from '@famiglia/core'
import { expect, test } from 'vitest'
import { tellRunningOut } from '../notices/tellRunningOut.ts'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  decideFor,
  marisol,
  numberOf,
  offer,
  part,
  partner,
  peopleOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, type Actor, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const lookUp = (who: Actor, number: string) =>
  answerOf(who.client.POST('/v1/businesses/{business}/look-ups', { params: at(who), body: { number } }))

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

test('the admins of a partner are told before what it was given runs out, and so is who gave it', async () => {
  const day = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 10 })
  await accept(callum, await offer(`watch on ${winter} until ${day.toString()}`))
  await tellRunningOut(scene.town.service.kit)()
  const told = await scene.letters(callum.email)
  expect(told[0]).toContain('The access of Gullwright & Moss to Winter Freight ends on')
  expect((await scene.letters(agnese.email))[0]).toContain('Gullwright & Moss reaches Winter Freight until')
  const desk = await answerOf(callum.client.GET('/v1/businesses/{business}/desk', { params: at(callum) }))
  expect(desk.ending).toMatchObject([{ on: 'Winter Freight', from: 'Ondaverde Ferries', extend: null }])
  const { of, wanted } = desk.ending[0]!.ask! as { of: string; wanted: string }
  expect((await ask(callum, wanted, of)).result).toContain('Asked Ondaverde Ferries: watch on A-')
  await part()
})

test('to freeze takes no proof, and to lift takes one: what was stopped is given again by it', async () => {
  const old = agnese
  const whole = within(agnese, { partner: callum.business })
  const freeze = '/v1/businesses/{business}/partners/{partner}/freeze'
  const proposal = await offer(`run on ${winter}`)
  await accept(callum, proposal)
  await scene.say(callum, `let ${marisol.email} watch on ${await numberOf('winter-freight')}`)
  const [her] = await peopleOf(agnese, callum.business)
  const one = within(agnese, { partner: callum.business, person: her!.id })
  const onPerson = '/v1/businesses/{business}/partners/{partner}/people/{person}/freeze'
  scene.clock.forward({ minutes: 11 })
  await answerOf(old.client.PUT(freeze, { params: whole }))
  await answerOf(old.client.PUT(onPerson, { params: one }))
  for (const lift of [old.client.DELETE(freeze, { params: whole }), old.client.DELETE(onPerson, { params: one })])
    expect(await problemOf(answerOf(lift))).toMatchObject({ code: 'proof.needed' })
  const proven = await scene.signIn(agnese)
  await answerOf(proven.client.DELETE(freeze, { params: whole }))
  await answerOf(proven.client.DELETE(onPerson, { params: one }))
  await scene.say(proven, `end ${callum.business}`)
})

test('one of a partner’s people can be frozen, and the whole partner, by either side, each lifting its own', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  await scene.say(callum, `let ${marisol.email} run on ${winter}`)
  const person = (await peopleOf(agnese, callum.business)).find(one => one.name.startsWith('Marisol'))!.id
  const onPerson = { params: within(agnese, { partner: callum.business, person }) }
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', onPerson))
  expect((await decideFor(marisol, 'ads.see')).allowed).toBe(false)
  expect((await decideFor(callum, 'ads.see')).allowed).toBe(true)
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', onPerson))
  expect((await decideFor(marisol, 'ads.see')).allowed).toBe(true)

  const freeze = '/v1/businesses/{business}/partners/{partner}/freeze'
  const ours = { params: within(agnese, { partner: callum.business }) }
  const theirs = { params: within(callum, { partner: agnese.business }) }
  await answerOf(agnese.client.PUT(freeze, ours))
  await answerOf(callum.client.PUT(freeze, theirs))
  const lifted = await answerOf(agnese.client.DELETE(freeze, ours))
  expect((await decideFor(callum, 'ads.see')).allowed).toBe(false)
  expect(lifted.result).toContain('nothing goes between you until they lift it too')
  expect((await scene.newestLetter(callum.email)).text).toContain('nothing goes between you until you lift it too')
  expect((await partner(agnese, callum.business)).frozenBy).toEqual(['them'])
  const freezeOne = '/v1/businesses/{business}/partners/{partner}/people/{person}/freeze'
  await answerOf(agnese.client.PUT(freezeOne, onPerson))
  const one = await answerOf(agnese.client.DELETE(freezeOne, onPerson))
  for (const told of [one.result, (await scene.newestLetter(callum.email)).text])
    expect(told.replace(/\s+/g, ' ')).toContain('once the freeze between the two businesses is lifted too')
  await answerOf(callum.client.DELETE(freeze, theirs))
  expect((await scene.newestLetter(agnese.email)).text).toContain('holds again, as it was')
  expect((await decideFor(marisol, 'ads.publish')).allowed).toBe(true)
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

test('somebody at another firm is invited to open its business by a letter that gives nothing; letters to strangers are few', async () => {
  const invite = (address: string, note?: string) =>
    answerOf(
      agnese.client.POST('/v1/businesses/{business}/business-invitations', {
        params: at(agnese),
        body: { address, ...(note ? { note } : {}) },
      }),
    )
  await invite('Lena@Saltmarsh.example', 'For the spring season.')
  const letter = await scene.newestLetter('lena@saltmarsh.example')
  expect(letter.subject).toBe('Ondaverde Ferries invites your business to Famiglia')
  expect(letter.text).toContain(agnese.business)
  expect(letter.text).toContain('For the spring season.')
  expect(letter.text).toContain('/open-business')
  expect(await problemOf(invite('lena@saltmarsh.example'))).toMatchObject({ code: 'request.too-many' })
  const atOnce = await Promise.allSettled(Array.from({ length: 20 }, () => invite('mail@twenty.example')))
  expect(atOnce.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  expect(await problemOf(invite('no address'))).toMatchObject({ code: 'address.invalid' })
  await offer(`watch on ${winter}`)
  expect(await problemOf(invite('somebody@gullwright.example'))).toMatchObject({
    code: 'business.known',
    detail: expect.stringContaining(callum.business),
  })
  for (let number = 2; number < 20; number++) await invite(`somebody@firm-${number}.example`)
  expect(await problemOf(invite('somebody@firm-20.example'))).toMatchObject({ code: 'request.too-many' })
})

test('what a business is to others, and whom they write to, is read where it is found; a number nobody can call is refused', async () => {
  const contact = { name: 'Callum Osei-Bright', address: 'Hello@Gullwright.example', telephone: '+44 20 7946 0018' }
  const put = (body: { worksAs: 'agency' | null; contact: typeof contact | null }) =>
    answerOf(callum.client.PUT('/v1/businesses/{business}/profile', { params: at(callum), body }))
  for (const wrong of [
    { ...contact, telephone: '020 7946' },
    { ...contact, telephone: '+44 1' },
  ])
    expect(await problemOf(put({ worksAs: 'agency', contact: wrong }))).toMatchObject({ code: 'request.invalid' })
  expect(await problemOf(put({ worksAs: null, contact: { ...contact, address: 'nobody' } }))).toMatchObject({
    code: 'address.invalid',
  })
  await put({ worksAs: 'agency', contact })
  const told = { worksAs: 'agency', contact: { address: 'hello@gullwright.example', telephone: '+44 20 7946 0018' } }
  expect(await lookUp(agnese, callum.business)).toMatchObject(told)
  expect(await partner(agnese, callum.business)).toMatchObject(told)
  await answerOf(
    callum.client.PUT('/v1/businesses/{business}/card', {
      params: at(callum),
      body: {
        introduction: 'Adverts.',
        contact: 'hello@gullwright.example',
        purposes: [{ name: 'run our adverts', reason: 'x' }],
      },
    }),
  )
  const vcard = await (await fetch(`${scene.url}/v1/cards/${callum.business}/vcard`)).text()
  expect(vcard).toContain('TEL;VALUE=uri:tel:+442079460018')
  // An extension is no part of the number.
  await put({ worksAs: 'agency', contact: { ...contact, telephone: '+44 20 7946 0018 ext. 5' } })
  const again = await (await fetch(`${scene.url}/v1/cards/${callum.business}/vcard`)).text()
  expect(again).toContain('tel:+442079460018;ext=5')
})
