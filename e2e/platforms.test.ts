import { answerOf } from '@famiglia/client'
import { actionsOfTier, tiers, type Action, type Kind } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { activities } from '../standins/src/platform/activities.ts'
import { at, openScene, type Scene } from './support/scene.ts'
import { Visitor } from './support/visitor.ts'

interface Place {
  readonly kind: Kind
  readonly text: string
  readonly ref: string
  readonly url: string
}

let scene: Scene
let places: Place[]
const tomasz = new Visitor()
beforeAll(async () => {
  scene = await openScene({ whole: true })
  const { items } = await answerOf(
    scene.agnese.client.GET('/v1/businesses/{business}/assets', {
      params: { ...at(scene.agnese), query: { limit: 200 } },
    }),
  )
  const rows = await scene.sql<{ number: string; ref: string; platform: string }>(
    'SELECT number, platform_ref AS ref, platform FROM asset',
  )
  places = items.map(({ kind, handle, number }) => {
    const { ref, platform } = rows.find(row => row.number === number)!
    return { kind: kind as Kind, text: `${kind}/${handle}`, ref, url: scene.town.platform(platform).url }
  })
  const { email: address, password } = scene.tomasz
  await tomasz.go(`${scene.url}/v1/sign-in`, { json: { address, password } })
  for (const { url } of scene.town.platforms) await tomasz.go(`${url}/sign-in`, { accept: 'text/html' })
}, 120_000)
afterAll(() => scene.close())

const on = ({ url, ref }: Place, path = '') => `${url}/assets/${ref}${path}`
/** Does each thing that can be done with the content there, and tells which of them was refused. */
async function tryAll(place: Place): Promise<Record<string, boolean>> {
  const { see, draft, publish, pause, remove } = activities[place.kind]!
  const item = scene.town.platforms
    .find(({ url }) => url === place.url)!
    .things.find(place.ref)!
    .items.at(0)
  const id = item?.id ?? '1'
  const steps: [string | null, string, object | undefined][] = [
    [see, '', undefined],
    [draft, '/items', { title: 'Tried out' }],
    [publish, `/items/${id}/publish`, {}],
    [pause, `/items/${id}/pause`, {}],
    [remove, `/items/${id}/delete`, {}],
    ['access.change', '/access', {}],
  ]
  const done: Record<string, boolean> = {}
  for (const [action, path, json] of steps) {
    if (!action) continue
    const { status } = await tomasz.go(on(place, path), json ? { json } : {})
    expect([200, 403], `${place.text} ${action}`).toContain(status)
    done[action] = status === 200
  }
  return done
}

test('on every platform each tier lets somebody do just what its kind says, from the moment it is said', async () => {
  expect(new Set(places.map(place => place.kind)).size).toBeGreaterThan(6)
  for (const place of places) {
    for (const tier of tiers) {
      await scene.say(scene.agnese, `let ${scene.tomasz.email} ${tier} on ${place.text}`)
      const done = await tryAll(place)
      const allowed = actionsOfTier(place.kind, tier)
      const wanted = Object.fromEntries(Object.keys(done).map(action => [action, allowed.has(action as Action)]))
      expect({ place: place.text, tier, done }).toEqual({ place: place.text, tier, done: wanted })
    }
    // What is given on what holds others holds on them too, so it ends before the next is tried.
    await scene.say(scene.agnese, `end ${scene.tomasz.email} on ${place.text}`)
  }
}, 120_000)

test('what is hidden is not on the platform’s page either, whatever the tier; shown again, it is', async () => {
  const account = places.find(place => place.text === 'ad-account/summer-crossings')!
  const figures = async () =>
    Object.keys((JSON.parse((await tomasz.go(on(account))).body) as { figures: object }).figures).sort()
  for (const [hiding, left] of [
    ['hiding spend', ['contacts', 'revenue']],
    ['hiding revenue and contacts', ['spend']],
    ['hiding spend, revenue and contacts', []],
    ['', ['contacts', 'revenue', 'spend']],
  ] as const) {
    await scene.say(scene.agnese, `let ${scene.tomasz.email} run on ${account.text} ${hiding}`.trim())
    expect({ hiding, figures: await figures() }).toEqual({ hiding, figures: [...left] })
  }
})

test('ended, the next click is refused on every platform, and the front page lists it no more', async () => {
  for (const place of places) await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ${place.text}`)
  for (const place of places) await scene.say(scene.agnese, `end ${scene.tomasz.email} on ${place.text}`)
  for (const place of places) {
    const { status, body } = await tomasz.go(on(place))
    expect({ place: place.text, status }).toEqual({ place: place.text, status: 403 })
    expect(body).toContain('but it was ended on')
    const front = await tomasz.go(place.url, { accept: 'text/html' })
    expect(front.body).not.toContain(place.ref)
  }
})

test('who has not signed in through Famiglia gets nothing but the way there, and a number that is none says so', async () => {
  const nobody = new Visitor()
  for (const place of places.slice(0, 4)) expect((await nobody.go(on(place))).status).toBe(401)
  const { status, body } = await tomasz.go(`${places[0]!.url}/assets/XX-00000`)
  expect({ status, body }).toMatchObject({ status: 403, body: expect.stringContaining('nothing of that number') })
})

test('only Famiglia has a platform show a code, confirm one or make something: anybody else is turned away', async () => {
  for (const { url } of scene.town.platforms)
    for (const path of ['/control/codes', '/control/confirmations', '/control/assets'])
      for (const authorization of ['', 'Bearer guess', `Bearer ${scene.agnese.token}`]) {
        const response = await fetch(url + path, {
          method: 'POST',
          headers: { 'content-type': 'application/json', authorization },
          body: JSON.stringify({ ref: places[0]!.ref, code: '000000', kind: 'page', name: 'x', inside: null }),
        })
        expect({ path, status: response.status }).toEqual({ path, status: 401 })
      }
})
