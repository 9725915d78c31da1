import { answerOf, Refusal } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ settings: { FAMIGLIA_LETTERS_TO_STRANGERS: '15', FAMIGLIA_TRUSTED_PROXIES: '127.0.0.1' } })
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'
const queued = async () => (await scene.sql('SELECT FROM mail WHERE to_stranger_by IS NOT NULL')).length

test('one person writes to so many strangers a day and to no more, also where they are invited all at once', async () => {
  const before = await queued()
  const asked = await Promise.allSettled(
    Array.from({ length: 20 }, (_none, index) =>
      scene.say(scene.agnese, `let stranger-${index}@elsewhere.example watch on ${winter}`),
    ),
  )
  const refused = asked.filter(one => one.status === 'rejected').map(one => one.reason as Refusal)
  expect(await queued()).toBeLessThanOrEqual(15)
  expect(20 - refused.length).toBe((await queued()) - before)
  for (const one of refused) expect(one.problem).toMatchObject({ code: 'request.too-many', status: 429 })
  expect(refused[0]!.problem.detail).toContain('go on tomorrow')

  // Who signs in already is no stranger, and another sender has a day of their own.
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ${winter}`)
  const { address } = { address: 'one-more@elsewhere.example' }
  await expect(scene.say(scene.agnese, `let ${address} watch on ${winter}`)).rejects.toThrow()
  // Nor is a letter to somebody known held up by what was sent to strangers before, though it be more than is allowed now.
  await scene.sql(
    'INSERT INTO mail (id, letter, queued_at, sent_at, to_stranger_by) SELECT gen_random_uuid(), letter, queued_at, queued_at, to_stranger_by FROM mail WHERE to_stranger_by IS NOT NULL',
  )
  await scene.say(scene.agnese, `end ${scene.tomasz.email} on ${winter}`)
  expect(await scene.sql("SELECT FROM proposal WHERE to_address = 'one-more@elsewhere.example'")).toEqual([])
  scene.clock.forward({ hours: 25 })
  const agnese = await scene.signIn(scene.agnese)
  await scene.say(agnese, `let ${address} watch on ${winter}`)
})

test('one stranger gets ten letters a day of one sender, and the link can still be passed on', async () => {
  scene.clock.forward({ hours: 25 })
  const agnese = await scene.signIn(scene.agnese)
  const { proposal } = await scene.say(agnese, `let often@elsewhere.example watch on ${winter}`)
  const params = { path: { business: agnese.business, proposal: proposal! } }
  const again = () =>
    answerOf(agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', { params }))
  for (let time = 1; time < 10; time++) {
    await scene.letters('often@elsewhere.example')
    await again()
  }
  await scene.letters('often@elsewhere.example')
  await expect(again()).rejects.toMatchObject({ problem: { code: 'request.too-many' } })
  const passed = await answerOf(
    agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/pass-on', { params }),
  )
  expect(JSON.stringify(passed)).toContain('http')
  // What was offered can be taken back all the same.
  await scene.say(agnese, `end often@elsewhere.example on ${winter}`)
  expect(await scene.sql("SELECT FROM proposal WHERE to_address LIKE 'often%' AND state = 'open'")).toEqual([])
})

test('one address gets three letters to open a business from one place and ten from anywhere, so that nobody alone keeps it out', async () => {
  const ask = async (from: string) =>
    (
      await fetch(`${scene.url}/v1/openings`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': from },
        body: JSON.stringify({
          business: { name: 'Works', town: 'Tarnmouth', zone: 'Europe/Lisbon' },
          person: { name: 'Wick', address: 'Wick@candles.example' },
        }),
      })
    ).status
  // Whoever has one address of an IPv6 network has all of them.
  const stranger = await Promise.all(Array.from({ length: 6 }, (_none, index) => ask(`2001:db8:7:7::${index + 1}`)))
  expect(stranger.filter(status => status === 202)).toHaveLength(3)
  expect(await ask('198.51.100.4')).toBe(202)
  const others = await Promise.all(Array.from({ length: 9 }, (_none, index) => ask(`192.0.2.${index + 1}`)))
  expect(others.filter(status => status === 202)).toHaveLength(6)
})
