import { answerOf, famigliaClient } from '@famiglia/client'
import { expect, test } from 'vitest'
import { accept, betweenTwoBusinesses, callum, marisol, numberOf, scene } from '../../../e2e/support/partners.ts'
import { at, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

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

test('what the trustee gave itself, its people and those it invited beforehand ends with the trust, by every path', async () => {
  const { number } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Porto Lido Sailing', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const trusted = { ...callum, business: number }
  for (const handle of ['sailing', 'sailing-school'])
    await answerOf(
      callum.client.POST('/v1/businesses/{business}/assets', {
        params: at(trusted),
        body: { platform: 'tern', kind: 'page', name: handle, handle },
      }),
    )
  const offered = await scene.say(trusted, `let ${callum.business} run on page/sailing`)
  await accept(callum, offered.proposal!)
  await scene.say(callum, `let ${marisol.email} draft on ${await numberOf('sailing')}`)
  await scene.say(trusted, 'let spy@gullwright.example steward on page/sailing')
  await scene.say(trusted, 'let partner@tallowstreet.example watch on page/sailing-school')
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/chair', {
      params: at(trusted),
      body: { address: 'sailor@lido.example' },
    }),
  )
  const spy = await scene.link('spy@gullwright.example')
  const link = await scene.link('sailor@lido.example')
  const answers = await Promise.allSettled(
    Array.from({ length: 20 }, () => takeOver(link, 'Salvo Marin', { keeping: 'watch' as const })),
  )
  expect(answers.some(answer => answer.status === 'fulfilled')).toBe(true)
  expect(await problemOf(takeOver(spy, 'Somebody Else'))).toMatchObject({ code: 'proposal.answered' })

  const places = await scene.sql<{ name: string }>(
    'SELECT person.name FROM membership JOIN person ON person.id = person_id JOIN business ON business.id = business_id WHERE number = $1',
    [number],
  )
  expect(places.map(place => place.name)).toEqual(['Salvo Marin'])
  const open = await scene.sql(
    "SELECT FROM proposal JOIN business ON business.id = business_id WHERE number = $1 AND state = 'open'",
    [number],
  )
  expect(open).toEqual([])
  const held = await answerOf(callum.client.GET('/v1/businesses/{business}/held', { params: at(callum) }))
  const left = held.items.filter(asset => asset.owner.number === number)
  expect(left.map(asset => [asset.text, asset.level, asset.staffed])).toEqual([
    ['page/sailing', 'watch', 0],
    ['page/sailing-school', 'watch', 0],
  ])
})

test('before the yes the client reads all that comes with the business, and who was passed the link on reads none of it', async () => {
  const { number } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Lantern Cruises', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const trusted = { ...callum, business: number }
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/assets', {
      params: at(trusted),
      body: { platform: 'tern', kind: 'page', name: 'Lanterns', handle: 'lanterns' },
    }),
  )
  await accept(callum, (await scene.say(trusted, `let ${callum.business} run on page/lanterns`)).proposal!)
  await accept(
    await scene.signIn(scene.agnese),
    (await scene.say(trusted, `let ${scene.agnese.business} watch on page/lanterns hiding revenue`)).proposal!,
  )
  await scene.say(trusted, 'let waiting@gullwright.example watch on page/lanterns')
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/chair', {
      params: at(trusted),
      body: { address: 'keeper@lantern.example' },
    }),
  )
  const link = await scene.link('keeper@lantern.example')
  const told = [
    { head: 'What it has', items: ['Lanterns, page'] },
    {
      head: 'Who leaves it with your yes',
      items: [`Callum Osei-Bright (${callum.email}), admin`],
    },
    {
      head: 'What ends with it',
      items: ['Gullwright & Moss: run on Lanterns'],
    },
    {
      head: 'What stays until you end it',
      items: ['Ondaverde Ferries: watch on Lanterns, hiding revenue'],
    },
    {
      head: 'What is withdrawn',
      items: ['the invitation to waiting@gullwright.example'],
    },
  ]
  const nobody = famigliaClient({ url: scene.url })
  const read = async (by: string) =>
    (await answerOf(nobody.POST('/v1/invitations/reading', { body: { link: by } }))).proposal
  expect((await read(link)).beforehand).toEqual(told)

  const { id } = await read(link)
  const params = { path: { ...at(trusted).path, proposal: id } }
  const passed = await answerOf(
    callum.client.POST('/v1/businesses/{business}/proposals/{proposal}/pass-on', { params }),
  )
  const passedOn = await read(passed.link.slice(passed.link.indexOf('#') + 1))
  expect(passedOn).toMatchObject({ takesChair: true, beforehand: [] })
  expect(JSON.stringify(passedOn)).not.toContain('Lanterns, page')

  const taken = await takeOver(await scene.link('keeper@lantern.example'), 'Kit Sorrel')
  expect(taken.business.name).toBe('Lantern Cruises')
  const [partner] = await scene.sql<{ count: number }>(
    `SELECT count(*)::integer AS count FROM access_grant g JOIN business ON business.id = g.business_id WHERE business.number = $1 AND g.ended_at IS NULL`,
    [number],
  )
  expect(partner!.count, 'what was told to be kept is all that is left').toBe(1)
})

function takeOver(link: string, name: string, more: { keeping?: 'watch' } = {}) {
  const signIn = { name, password: 'sauce for the whole street' }
  return answerOf(
    famigliaClient({ url: scene.url }).POST('/v1/invitations/acceptance', { body: { link, signIn, ...more } }),
  )
}
