import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, problemOf, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
beforeAll(async () => {
  scene = await openScene()
  agnese = await scene.signIn(scene.agnese)
})
afterAll(() => scene.close())

const nameTeam = (who: Actor, name: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/teams', {
      params: at(who),
      body: { handle: `team-${crypto.randomUUID().slice(0, 8)}`, name },
    }),
  )
const ask = (who: Actor, reason: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/asks', {
      params: at(who),
      body: { wanted: 'watch on ad-account/winter-freight', reason },
    }),
  )

test('one’s own password is refused in a name, a reason and a quoted text, alone or after a colon, and nothing is kept', async () => {
  const { password } = agnese
  for (const text of [password, `Sign in with: ${password}`, ` ${password} `])
    expect(await problemOf(nameTeam(agnese, text)), text).toMatchObject({
      code: 'text.secret',
      detail: expect.stringContaining('That is your own password.'),
    })
  const because = `let ${scene.tomasz.email} steward on ad-account/winter-freight because "${password}"`
  expect(await problemOf(scene.say(agnese, because))).toMatchObject({ code: 'text.secret' })
  const tomasz = await scene.signIn(scene.tomasz)
  expect(await problemOf(ask(tomasz, tomasz.password))).toMatchObject({ code: 'text.secret' })
  expect(await scene.sql(`SELECT FROM team WHERE name LIKE '%' || $1 || '%'`, [password])).toEqual([])
  expect(
    await scene.sql(`SELECT FROM history WHERE entry::text LIKE '%' || $1 || '%'`, [password]).catch(() => []),
  ).toEqual([])
})

test('another’s password is not told from any text, and where a password belongs it is taken', async () => {
  await nameTeam(agnese, scene.tomasz.password)
  const tomasz = await scene.signIn(scene.tomasz)
  const next = 'lanterns over the slipway'
  await answerOf(tomasz.client.PUT('/v1/me/password', { body: { current: tomasz.password, password: next } } as never))
  expect(await problemOf(ask({ ...tomasz, password: next }, next))).toMatchObject({ code: 'text.secret' })
})

test('who writes text after text learns of no password by it: only so many are compared', async () => {
  const callum = await scene.signIn(scene.callum)
  await Promise.all(Array.from({ length: 25 }, (_, index) => nameTeam(callum, `A guess of mine ${index}`)))
  await nameTeam(callum, callum.password)
})
