import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, bringIn, openScene, problemOf, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
})
afterAll(() => scene.close())

const sent = (proposal: string) => ({ params: { path: { ...at(scene.agnese).path, proposal } } })
const withdraw = (proposal: string) =>
  answerOf(scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', sent(proposal)))
const move = (proposal: string, confirmed: boolean) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/move', {
      ...sent(proposal),
      body: { confirmed },
    }),
  )
const passOn = async (proposal: string) => {
  const { link } = await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/pass-on', sent(proposal)),
  )
  return link.slice(link.indexOf('#') + 1)
}
const nobody = () => famigliaClient({ url: scene.url })
const accept = (link: string, name: string) =>
  answerOf(
    nobody().POST('/v1/invitations/acceptance', {
      body: { link, signIn: { name, password: 'several words make it' } },
    }),
  )
const askToMove = (link: string, address: string) =>
  answerOf(nobody().POST('/v1/invitations/moving', { body: { link, address } }))

test('an invitation withdrawn within the seconds its letter waits was never sent', async () => {
  const patient = await openScene({ settings: { FAMIGLIA_LETTER_WAITS_SECONDS: '2' } })
  try {
    const { proposal } = await patient.say(
      patient.agnese,
      'let bea@ondaverde.example watch on ad-account/winter-freight',
    )
    const withdrawn = await answerOf(
      patient.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
        params: { path: { ...at(patient.agnese).path, proposal: proposal! } },
      }),
    )
    expect(withdrawn).toEqual({ neverSent: true })
    await patient.say(patient.agnese, 'let noor@ondaverde.example watch on ad-account/winter-freight')
    await patient.link('noor@ondaverde.example')
    expect(await patient.letters('bea@ondaverde.example')).toEqual([])
  } finally {
    await patient.close()
  }
})

test('what is changed before it left is one letter, with what it says in the end', async () => {
  const patient = await openScene({ settings: { FAMIGLIA_LETTER_WAITS_SECONDS: '2' } })
  try {
    await patient.say(patient.agnese, 'let bea@ondaverde.example watch on ad-account/winter-freight')
    await patient.say(patient.agnese, 'let bea@ondaverde.example draft on ad-account/winter-freight')
    await patient.link('bea@ondaverde.example')
    expect(await patient.letters('bea@ondaverde.example')).toEqual(['Agnese Torvald lets you draft on Winter Freight'])
  } finally {
    await patient.close()
  }
})

test('assets are added to somebody who has not answered yet, bundles too; accepted, all of it is in force', async () => {
  await scene.say(scene.agnese, 'let bea@ondaverde.example watch on ad-account/winter-freight')
  await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: at(scene.agnese),
      body: { handle: 'pages', name: 'Pages', kinds: ['page'], assets: [] },
    }),
  )
  const more = await scene.say(scene.agnese, 'let bea@ondaverde.example draft on bundle/pages')
  expect(more.outcome).toBe('invitation changed')
  const { proposal } = await answerOf(
    nobody().POST('/v1/invitations/reading', { body: { link: await scene.link('bea@ondaverde.example') } }),
  )
  expect(proposal.assets.map(asset => [asset.name, asset.given, asset.bundle])).toEqual([
    ['Winter Freight', 'watch', null],
    ['Ondaverde Ferries', 'draft', 'Pages'],
  ])
  await accept(await scene.link('bea@ondaverde.example'), 'Bea Fontaine')
  expect(await scene.can('bea@ondaverde.example', 'post.draft', 'page/ondaverde-ferries')).toBe(true)
})

test('a link that was passed on proves nobody’s address: it makes no sign-in and declines nothing', async () => {
  const { proposal } = await scene.say(scene.agnese, 'let idris@ondaverde.example watch on ad-account/winter-freight')
  const link = await passOn(proposal!)
  const read = await answerOf(nobody().POST('/v1/invitations/reading', { body: { link } }))
  expect(read).toMatchObject({ passedOn: true, proposal: { to: 'idris@ondaverde.example' } })
  expect(await problemOf(accept(link, 'Somebody Else'))).toMatchObject({ code: 'sign-in.needed' })
  expect(await problemOf(answerOf(nobody().POST('/v1/invitations/refusal', { body: { link } })))).toMatchObject({
    code: 'sign-in.needed',
  })
  expect(await askToMove(link, 'idris@ondaverde.example')).toEqual({ sentTo: 'idris@ondaverde.example' })
})

test('another address is confirmed by the inviter before the letter goes there; the links before are void', async () => {
  const { proposal } = await scene.say(scene.agnese, 'let wren@ondaverde.example watch on ad-account/winter-freight')
  const before = await scene.link('wren@ondaverde.example')
  const passed = await passOn(proposal!)
  expect(await askToMove(passed, 'wren@elsewhere.example')).toEqual({ sentTo: null })
  expect(await scene.letters('wren@elsewhere.example')).toEqual([])
  const desk = await answerOf(scene.agnese.client.GET('/v1/businesses/{business}/desk', { params: at(scene.agnese) }))
  expect(desk.waiting.find(row => row.proposal === proposal)).toMatchObject({ moveTo: 'wren@elsewhere.example' })
  expect((await move(proposal!, true)).result).toContain('Sent to wren@elsewhere.example')
  for (const old of [before, passed])
    expect(await problemOf(accept(old, 'Wren'))).toMatchObject({ code: 'link.replaced' })
  await accept(await scene.link('wren@elsewhere.example'), 'Wren Halloway')
  expect(await scene.can('wren@elsewhere.example', 'ads.see', 'ad-account/winter-freight')).toBe(true)
})

test('refused, it stays bound to the address it was sent to', async () => {
  const { proposal } = await scene.say(scene.agnese, 'let leander@ondaverde.example watch on ad-account/winter-freight')
  await askToMove(await passOn(proposal!), 'stranger@elsewhere.example')
  expect((await move(proposal!, false)).result).toBe('It stays bound to leander@ondaverde.example.')
  expect(await problemOf(move(proposal!, true))).toMatchObject({ code: 'proposal.unknown' })
  expect(await withdraw(proposal!)).toEqual({ neverSent: false })
})

test('somebody who has a sign-in is not asked to make one, and an invitation to any of their addresses is theirs', async () => {
  const tomasz = await scene.signIn(scene.tomasz)
  await answerOf(tomasz.client.POST('/v1/me/addresses', { body: { address: 'tom@home.example' } }))
  const proof = await scene.link('tom@home.example')
  expect(await answerOf(tomasz.client.POST('/v1/addresses/confirmation', { body: { link: proof } }))).toEqual({
    address: 'tom@home.example',
  })
  expect(
    await problemOf(answerOf(tomasz.client.POST('/v1/addresses/confirmation', { body: { link: proof } }))),
  ).toMatchObject({ code: 'link.lapsed' })
  await scene.say(scene.callum, 'let tom@home.example watch on ad-account/showcase')
  const { items } = await answerOf(tomasz.client.GET('/v1/me/proposals'))
  expect(items).toMatchObject([{ to: 'tom@home.example', business: { name: 'Gullwright & Moss' } }])
  const path = { proposal: items[0]!.id }
  await answerOf(tomasz.client.POST('/v1/me/proposals/{proposal}/acceptance', { body: {}, params: { path } }))
  const { businesses } = await answerOf(tomasz.client.GET('/v1/me'))
  expect(businesses.map(business => business.name)).toEqual(['Gullwright & Moss', 'Ondaverde Ferries'])
})

test('a letter’s link that was followed already is answered as such, and gives nothing twice', async () => {
  await scene.say(scene.agnese, 'let fenn@pebblecast.example watch on ad-account/winter-freight')
  const link = await scene.link('fenn@pebblecast.example')
  await accept(link, 'Fenn Delacroix-Umar')
  expect(await problemOf(accept(link, 'Fenn again'))).toMatchObject({ code: 'sign-in.needed' })
  expect(await problemOf(answerOf(nobody().POST('/v1/invitations/reading', { body: { link } })))).toMatchObject({
    code: 'proposal.answered',
  })
  await scene.say(scene.agnese, 'end fenn@pebblecast.example on ad-account/winter-freight')
  expect(await problemOf(accept(link, 'Fenn again'))).toMatchObject({ code: 'sign-in.needed' })
  expect(await scene.can('fenn@pebblecast.example', 'ads.see', 'ad-account/winter-freight')).toBe(false)
})

test('an admin’s chair is offered with a warning, a fresh proof, and its own line in the letter', async () => {
  const old = await scene.signIn(scene.agnese)
  scene.clock.forward({ minutes: 11 })
  const offer = (who: typeof old) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/sentences', {
        params: at(who),
        body: {
          sentence: 'let ruben@ondaverde.example watch on ad-account/winter-freight',
          standing: 'admin',
          note: 'So that one of us can always act.',
        },
      }),
    )
  expect(await problemOf(offer(old))).toMatchObject({ code: 'proof.needed' })
  await offer(await scene.signIn(scene.agnese))
  await accept(await scene.link('ruben@ondaverde.example'), 'Ruben Achterberg')
  expect(await scene.can('ruben@ondaverde.example', 'asset.archive', 'ad-account/winter-freight')).toBe(true)
  expect(scene.town.inbox.letters.list('ruben@ondaverde.example')[0]!.text).toContain('as admin')
})
