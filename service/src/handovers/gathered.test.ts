import { answerOf } from '@famiglia/client'
import { openBusiness } from '@famiglia/demo'
import { beforeAll, expect, test } from 'vitest'
import { acceptHandover, handOver, inWords, readHandover } from '../../../e2e/support/handovers.ts'
import { acceptLink, branchesOf, linked, makeManager, sayLink, treeOf } from '../../../e2e/support/links.ts'
import { agnese, betweenTwoBusinesses, bothSignIn, callum, marisol, scene } from '../../../e2e/support/partners.ts'
import { at, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from './complete.ts'

betweenTwoBusinesses()

/**
 * The agency hands its manager account over to Ondaverde. Under it hang an account that goes along, one that the agency keeps,
 * one of Ondaverde’s own, and one of a third business.
 */
const travel = 'manager-account/travel'
let yuki: Actor
const numbers = new Map<string, string>()
beforeAll(async () => {
  yuki = {
    ...(await openBusiness(scene.town, {
      business: { name: 'Tallow Street Measures', town: 'Tarnmouth', zone: 'Europe/London' },
      person: { name: 'Yuki Abernathy', address: 'yuki@tallowstreet.example', password: 'candles at either end' },
    })),
    email: 'yuki@tallowstreet.example',
    about: '',
  }
  const under = await makeManager(callum, 'Travel', 'travel')
  for (const [who, name] of [
    [callum, 'Goes along'],
    [callum, 'Is kept'],
    [agnese, 'Quay'],
    [yuki, 'Candles'],
  ] as const) {
    numbers.set(name, await makeAccount(who, name))
    const mark = name === 'Candles' ? ' may give access' : ''
    const label = name === 'Goes along' ? 'Theirs' : 'Pays late'
    const asked = await sayLink(
      callum,
      `link ${numbers.get(name)} under ${under} at run as "${label}" hiding revenue${mark}`,
    )
    if (asked.proposals[0]) await acceptLink(who, asked.proposals[0], { mayGiveAccess: mark !== '' })
  }
  await linked(callum, callum, `link ${travel} under ${await makeManager(callum, 'All', 'all')} at steward`).catch(
    () => undefined,
  )
  for (const name of ['Goes along', 'Quay', 'Candles'])
    await scene.say(callum, `let ${marisol.email} draft on ${numbers.get(name)} hiding revenue, contacts`)
})

async function makeAccount(who: Actor, name: string): Promise<string> {
  const body = { platform: 'marram', kind: 'ad-account', name, handle: name.toLowerCase().replace(' ', '-') }
  const made = await answerOf(
    who.client.POST('/v1/businesses/{business}/assets', { params: at(who), body: body as never }),
  )
  return made.number
}

/** Whether somebody may, as the asset’s owner tells. */
async function may(owner: Actor, who: Actor, action: string, name: string): Promise<boolean> {
  const body = { who: who.email, action, asset: numbers.get(name)! }
  return (await answerOf(owner.client.POST('/v1/businesses/{business}/decisions', { params: at(owner), body }))).allowed
}

test('a manager account goes over: the new owner’s own account hangs there on, what its old owner keeps and what others linked does not', async () => {
  const { proposal } = await handOver(
    callum,
    `hand over ${travel}, ad-account/goes-along to ${agnese.business} because "You run it yourselves now."`,
  )
  const lines = inWords(await readHandover(agnese, proposal))
  expect(lines).toEqual(
    expect.arrayContaining([
      'stays Link under Travel of Gullwright & Moss: run, hiding revenue',
      'falls Marisol Engstrom: draft, hiding revenue and contacts',
      'stays The link of Quay of Ondaverde Ferries: run, hiding revenue',
      'falls The link of Candles of Tallow Street Measures: run, hiding revenue',
      'falls The link of Is kept of Gullwright & Moss: run, hiding revenue',
      'falls Link under All of Gullwright & Moss: steward',
    ]),
  )
  await acceptHandover(agnese, proposal)
  expect(await scene.newestLetter(yuki.email)).toMatchObject({
    subject: expect.stringContaining('Goes along and Travel go over to Ondaverde Ferries'),
    text: expect.stringContaining(
      'The link of Candles of Tallow Street Measures (run, hiding revenue) ends then: Ondaverde Ferries asks Tallow Street Measures for it anew',
    ),
  })
  // Linked since both signed: it ends with the rest, its owner is told, and nobody is asked for it.
  numbers.set('Late', await makeAccount(yuki, 'Late'))
  await linked(callum, yuki, `link ${numbers.get('Late')} under ${travel} at run`)
  expect(await may(yuki, callum, 'ads.publish', 'Candles')).toBe(true)
  expect(await may(yuki, marisol, 'ads.draft', 'Candles')).toBe(true)
  expect(await may(agnese, marisol, 'ads.draft', 'Quay')).toBe(true)

  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await bothSignIn()
  yuki = await scene.signIn(yuki)
  for (const who of [callum, marisol, agnese])
    for (const action of ['ads.see', 'ads.draft', 'ads.publish'])
      expect(await may(yuki, who, action, 'Candles'), `${who.email} ${action}`).toBe(false)
  for (const name of ['Quay', 'Goes along'])
    for (const who of [callum, marisol]) expect(await may(agnese, who, 'ads.see', name), who.email).toBe(false)
  expect(await may(callum, agnese, 'ads.see', 'Is kept')).toBe(false)
  const tree = await treeOf(agnese)
  expect(
    tree.branches.map(branch => branch.label).filter(Boolean),
    'what the old owner called them is its own',
  ).toEqual(['Theirs'])
  expect((await branchesOf(agnese)).filter(line => line.endsWith('in force'))).toEqual([
    'Goes along under Travel: run, in force',
    'Quay under Travel: run, in force',
  ])
  expect(await may(yuki, agnese, 'ads.see', 'Late')).toBe(false)
  expect(await scene.letters(yuki.email)).toContain(
    'Late is unlinked from Travel, which belongs to Ondaverde Ferries now',
  )
  // The one that asked for it is taken back where the answer came before it had left; no other is written.
  const asked = (await scene.letters(yuki.email)).filter(subject => /asks to link .*Late/.test(subject))
  expect(asked.length).toBeLessThanOrEqual(1)
  const left = await scene.sql(
    `SELECT g.id FROM access_grant g JOIN asset ON asset.id = g.target_id WHERE g.ended_at IS NULL AND g.business_id = (SELECT id FROM business WHERE number = '${callum.business}')
       AND asset.name IN ('Goes along', 'Quay', 'Candles', 'Travel')`,
  )
  expect(left, 'nothing hangs on by itself').toEqual([])
})

test('who had linked an account under it is told why that ended, and asked for it anew, without what was theirs to decide', async () => {
  yuki = await scene.signIn(yuki)
  expect((await scene.letters(yuki.email)).slice(0, 4)).toEqual(
    expect.arrayContaining([
      expect.stringContaining('Ondaverde Ferries asks to link Candles under Travel'),
      'Candles is unlinked from Travel, which belongs to Ondaverde Ferries now',
    ]),
  )
  const { items } = await answerOf(
    yuki.client.GET('/v1/businesses/{business}/proposals', {
      params: { ...at(yuki), query: { side: 'received' } },
    }),
  )
  expect(items[0]).toMatchObject({ kind: 'link' })
  await acceptLink(yuki, items[0]!.id)
  expect(await may(yuki, agnese, 'ads.publish', 'Candles')).toBe(true)
  expect(await may(yuki, callum, 'ads.see', 'Candles')).toBe(false)
  expect(await branchesOf(agnese)).toContain('Candles under Travel: run, in force')
})
