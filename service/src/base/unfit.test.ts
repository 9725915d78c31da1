import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import {
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, bringIn, giveStanding, problemOf, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

let priya: Actor
beforeAll(async () => {
  priya = await scene.withPriya()
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bothSignIn()
  await team('deck')
})

const client = () => agnese.client
const team = (handle: string) =>
  answerOf(
    client().POST('/v1/businesses/{business}/teams', { params: at(agnese), body: { handle, name: `The ${handle}` } }),
  )
const bundle = (handle: string, kinds: 'page'[] | null = ['page']) =>
  answerOf(
    client().POST('/v1/businesses/{business}/bundles', {
      params: at(agnese),
      body: { handle, name: handle, assets: [], kinds },
    }),
  )
const create = (platform: string, kind: 'page' | 'property' | 'ad-account', inside?: string) =>
  answerOf(
    client().POST('/v1/businesses/{business}/assets', {
      params: at(agnese),
      body: { platform, kind, name: 'Made here', handle: 'made-here', ...(inside ? { inside } : {}) },
    }),
  )
const purpose = (name: string, needs: { kind: 'page'; tier?: 'watch'; actions?: 'ads.publish'[] }[]) =>
  answerOf(client().POST('/v1/businesses/{business}/purposes', { params: at(agnese), body: { name, needs } }))
const inTrust = (zone: string) =>
  answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Pebblecast Studio', town: 'Lido Basso', zone },
    }),
  )
const card = (name: string) =>
  answerOf(
    client().PUT('/v1/businesses/{business}/card', {
      params: at(agnese),
      body: { introduction: 'Ferries.', contact: 'us', purposes: [{ name, reason: 'To sail.' }] },
    }),
  )
const decision = (who: string, action: string) =>
  answerOf(
    client().POST('/v1/businesses/{business}/decisions', {
      params: at(agnese),
      body: { who, action, asset: winter },
    }),
  )
const lift = (how: 'pause' | 'freeze') =>
  answerOf(
    client().DELETE(`/v1/businesses/{business}/people/{person}/${how}`, {
      params: within(agnese, { person: priya.email }),
    }),
  )

/** What is asked for, what does not fit in it, by its code, where, and a part of what is told. */
const unfit: [what: string, attempt: () => Promise<unknown>, code: string, told: RegExp, pointer?: string][] = [
  ['a team of a handle that is taken', () => team('deck'), 'handle.taken', /team\/deck already/, '/handle'],
  ['a team of a handle that is none', () => team('The Deck'), 'handle.invalid', /small letters, digits/, '/handle'],
  ['a bundle of a handle that is none', () => bundle('a--b'), 'handle.invalid', /cannot be a handle/, '/handle'],
  [
    'an asset on a platform nobody knows',
    () => create('herring', 'page'),
    'platform.unknown',
    /No platform is called “herring”\. There are marram, tern/,
  ],
  [
    'an asset within one that holds no such kind',
    () => create('limpet', 'property', winter),
    'kind.not-there',
    /Winter Freight is an ad account, which holds no properties/,
    '/inside',
  ],
  [
    'a purpose of the name of a known one',
    () => purpose('Run our  ADVERTS', [{ kind: 'page', tier: 'watch' }]),
    'purpose.taken',
    /a purpose “/,
    '/name',
  ],
  [
    'a purpose that takes nothing',
    () => purpose('do nothing', [{ kind: 'page' }]),
    'request.invalid',
    /On a page it takes neither a tier nor an action/,
    '/needs',
  ],
  [
    'a purpose that takes what its kind does not have',
    () => purpose('shout', [{ kind: 'page', actions: ['ads.publish'] }]),
    'action.unknown',
    /A page has no ads\.publish/,
    '/needs',
  ],
  [
    'to remove a purpose that every business has',
    () =>
      answerOf(
        client().DELETE('/v1/businesses/{business}/purposes/{purpose}', {
          params: within(agnese, { purpose: 'run our adverts' }),
        }),
      ),
    'purpose.unknown',
    /one that every business has/,
  ],
  ['a business of no time zone', () => inTrust('Europe/Atlantis'), 'request.invalid', /no time zone/, '/zone'],
  [
    'a card for a purpose of one’s own',
    () => card('polish the rails'),
    'purpose.unknown',
    /every business has/,
    '/purposes',
  ],
  [
    'a decision about an action that the kind does not have',
    () => decision(priya.email, 'ads.publsh'),
    'action.unknown',
    /Did you mean ads\.publish\?/,
  ],
  ['a decision about nobody', () => decision('priya', 'ads.see'), 'address.invalid', /e-mail address/, '/who'],
  [
    'a standing for what is no address',
    () => giveStanding(agnese, 'quill', 'member'),
    'address.invalid',
    /“quill” is not an e-mail address/,
  ],
  ['to resume somebody who is not paused', () => lift('pause'), 'request.invalid', /is not paused/],
  ['to unfreeze somebody who is not frozen', () => lift('freeze'), 'request.invalid', /is not frozen/],
]

test.each(unfit)(
  '%s is refused where it does not fit, and leaves no trace',
  async (...[, attempt, code, told, pointer]) => {
    const entries = () =>
      scene.sql<{ count: string }>(
        'SELECT count(*) FROM history JOIN business ON business.id = chain_id WHERE business.number = $1',
        [agnese.business],
      )
    const before = await entries()
    const problem = await problemOf(attempt())
    expect(problem).toMatchObject({ code, detail: expect.stringMatching(told), ...(pointer ? { pointer } : {}) })
    expect(await entries()).toEqual(before)
  },
)

test('what does not fit a form is said in words that say the field, in no library’s', async () => {
  const send = async (method: string, path: string, body: unknown) => {
    const answer = await fetch(`${scene.url}/v1/businesses/${agnese.business}/${path}`, {
      method,
      headers: { 'content-type': 'application/json', authorization: `Bearer ${agnese.token}` },
      body: JSON.stringify(body),
    })
    return ((await answer.json()) as { detail: string }).detail
  }
  expect(await send('POST', 'teams', { handle: ['x'], name: 'X' })).toBe('handle has to be a text.')
  expect(await send('POST', 'teams', { handle: 'x', name: 'X'.repeat(81) })).toBe('name has at most 80 characters.')
  expect(await send('POST', 'teams', { handle: 'x', name: 'X', more: 1 })).toBe('more is not known here.')
  expect(await send('POST', 'people/priya@ondaverde.example/leaving', { successors: {} })).toBe(
    'successors has to be a list.',
  )
  expect(await send('PUT', 'most-admins', { most: 'many' })).toBe('most has to be a number.')
  expect(await send('POST', 'teams', [])).toBe('the request has to be an object.')
})
