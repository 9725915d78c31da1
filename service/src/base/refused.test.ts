import { answerOf, famigliaClient } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  marisol,
  numberOf,
  scene,
  winter,
} from '../../../e2e/support/partners.ts'
import { at, bringIn, problemOf, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const create = (who: Actor, handle: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/assets', {
      params: at(who),
      body: { platform: 'tern', kind: 'page', name: handle, handle },
    }),
  )
const bundle = (who: Actor, handle: string, asset: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/bundles', {
      params: at(who),
      body: { handle, name: handle, assets: [asset], kinds: null },
    }),
  )
const inTrust = async (name: string): Promise<Actor> => {
  const body = { name, town: 'Porto Verano', zone: 'Europe/Lisbon' }
  const { number } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', { params: at(callum), body }),
  )
  return { ...callum, business: number }
}

test('what two owners call alike is named by its number: nobody is put on the wrong one', async () => {
  const trusted = await inTrust('Second Quay')
  const numbers: string[] = []
  for (const owner of [agnese, trusted]) {
    numbers.push((await create(owner, 'quay')).number)
    await bundle(owner, 'quays', 'page/quay')
    await accept(callum, (await scene.say(owner, `let ${callum.business} run on page/quay and bundle/quays`)).proposal!)
  }
  expect(await problemOf(scene.say(callum, `let ${marisol.email} watch on page/quay`))).toMatchObject({
    code: 'asset.ambiguous',
    detail: expect.stringMatching(new RegExp(numbers.toSorted().join('.*|.*'))),
  })
  expect(await problemOf(scene.say(callum, `let ${marisol.email} watch on bundle/quays`))).toMatchObject({
    code: 'asset.ambiguous',
  })
  for (const number of numbers) await scene.say(callum, `let ${marisol.email} watch on ${number}`)
  expect(await scene.can(marisol.email, 'post.see', 'page/quay')).toBe(true)
})

test('the chair of a business is handed over only where it was opened for a client', async () => {
  const body = { address: 'client@home.example' }
  expect(
    await problemOf(answerOf(agnese.client.POST('/v1/businesses/{business}/chair', { params: at(agnese), body }))),
  ).toMatchObject({ code: 'chair.not-in-trust' })
  expect(await scene.letters('client@home.example')).toEqual([])
})

test('a decision is asked about a person; a team and a number of a business are none', async () => {
  for (const who of ['team/paid-media', callum.business])
    expect(
      await problemOf(
        answerOf(
          agnese.client.POST('/v1/businesses/{business}/decisions', {
            params: at(agnese),
            body: { who, action: 'ads.see', asset: winter },
          }),
        ),
      ),
    ).toMatchObject({ code: 'holder.not-yet', pointer: '/who' })
})

test('what its holder alone offers is not asked for by its number either, and its holder is not told', async () => {
  await bringIn(scene, 'TN-33018', 'ondaverde', 'tern')
  const number = await numberOf('ondaverde')
  const before = (await scene.letters(agnese.email)).length
  expect(await problemOf(ask(callum, `watch on ${number}`))).toMatchObject({
    code: 'kind.cannot-be-asked-for',
    detail: expect.not.stringContaining('Ondaverde'),
  })
  expect((await scene.letters(agnese.email)).length).toBe(before)
})

test('two forms to open a business for one address: one opens, and the other is told to sign in', async () => {
  const open = async (name: string) => {
    await answerOf(
      famigliaClient({ url: scene.url }).POST('/v1/openings', {
        body: {
          business: { name, town: 'Vastholm', zone: 'Europe/Oslo' },
          person: { name: 'Egil Rasmund', address: 'egil@vastholm.example' },
        },
      }),
    )
    await scene.letters('egil@vastholm.example')
    return scene.link('egil@vastholm.example', 'Open a business')
  }
  const password = 'freight over deep water'
  const links = [await open('Vastholm Freight'), await open('Vastholm Cold Freight')]
  const outcomes = await Promise.allSettled(
    links.map(link =>
      answerOf(famigliaClient({ url: scene.url }).POST('/v1/openings/confirmation', { body: { link, password } })),
    ),
  )
  const [lost] = outcomes.filter(one => one.status === 'rejected')
  expect(outcomes.filter(one => one.status === 'fulfilled')).toHaveLength(1)
  expect(lost!.reason.problem).toMatchObject({ code: 'person.known' })
})

test('a request larger than anything here takes is refused before it is read', async () => {
  const response = await fetch(`${scene.url}/v1/businesses/${agnese.business}/sentences`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${agnese.token}` },
    body: JSON.stringify({ sentence: 'x'.repeat(3_000_000) }),
  })
  expect(response.status).toBe(413)
  expect(await response.json()).toMatchObject({ code: 'request.too-large' })
})

test('what cannot be done for all the others who write is given up with a word on when, and nothing of it stays', async () => {
  await scene.sql(
    `CREATE FUNCTION crowded() RETURNS trigger AS $$ BEGIN RAISE EXCEPTION 'crowded' USING ERRCODE = '40001'; END $$ LANGUAGE plpgsql`,
  )
  await scene.sql(
    'CREATE TRIGGER crowded BEFORE INSERT OR UPDATE ON access_grant FOR EACH ROW EXECUTE FUNCTION crowded()',
  )
  try {
    expect(await problemOf(scene.say(agnese, `let ${scene.tomasz.email} draft on ${winter}`))).toMatchObject({
      code: 'service.busy',
      status: 503,
    })
  } finally {
    await scene.sql('DROP TRIGGER crowded ON access_grant')
  }
  expect(await scene.can(scene.tomasz.email, 'ads.draft', winter)).toBe(false)
}, 60_000)

test('what breaks within is told as that, with nothing of what broke', async () => {
  await scene.sql('ALTER TABLE calling_card RENAME TO lost')
  const told = await problemOf(
    answerOf(agnese.client.GET('/v1/businesses/{business}/card', { params: at(agnese) })),
  ).finally(() => scene.sql('ALTER TABLE lost RENAME TO calling_card'))
  expect(told).toMatchObject({ code: 'service.fault', status: 500 })
  expect(JSON.stringify(told)).not.toMatch(/calling_card|relation|SELECT|\.ts/)
})
