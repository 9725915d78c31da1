import { answerOf, type Schemas } from '@famiglia/client'
import { openBusiness } from '@famiglia/demo'
import { tiers } from '@famiglia/core'
import { beforeAll, expect, test } from 'vitest'
import { acceptHandover, handOver, previewHandover, readHandover } from '../../../e2e/support/handovers.ts'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  marisol,
  numberOf,
  scene,
} from '../../../e2e/support/partners.ts'
import { addMeans } from '../../../e2e/support/money.ts'
import { at, bringIn, join, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from './complete.ts'

betweenTwoBusinesses()

/** An ad account with its page and its tag, tied; Priya, a team and the agency are let run its adverts, Wren the page alone. */
const summer = 'ad-account/summer-crossings'
const page = 'page/ondaverde-ferries'
const adverts = '"run our adverts"'
let wren: Actor
let yuki: Actor
beforeAll(async () => {
  const email = 'yuki@tallowstreet.example'
  const opened = await openBusiness(scene.town, {
    business: { name: 'Tallow Street Measures', town: 'Tarnmouth', zone: 'Europe/London' },
    person: { name: 'Yuki Abernathy', address: email, password: 'candles at either end' },
  })
  yuki = { ...opened, email, about: '' }
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bringIn(scene, 'MA-70113', 'ticket-shop-tag')
  await scene.withPriya()
  const path = (rest: object) => ({ path: { ...at(agnese).path, ...rest } }) as never
  for (const other of [page, 'tag/ticket-shop-tag'])
    await answerOf(
      agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
        params: path({ asset: summer, other }),
      }),
    )
  wren = await join(scene, 'Wren Halloway', `let WHO "post for us" on ${page}`)
  const team = { handle: 'adverts', name: 'Adverts' }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params: at(agnese), body: team }))
  for (const who of ['priya@ondaverde.example', 'team/adverts'])
    await scene.say(agnese, `let ${who} ${adverts} on ${summer}`)
  const { proposal } = await scene.say(agnese, `let ${callum.business} ${adverts} on ${summer}`)
  await accept(callum, proposal!)
  await scene.say(callum, `let ${marisol.email} ${adverts} on ${await numberOf('summer-crossings')}`)
})

const told = ({ lost }: Pick<Schemas['Handover'], 'lost'>) =>
  lost.map(({ who, purpose, on }) => `${who}: ${purpose}: ${on.join(', ')}`).sort()

async function ready(who: string, purpose = 'run our adverts'): Promise<boolean> {
  const query = { who, purpose, on: purpose === 'run our adverts' ? summer : page }
  return (
    await answerOf(agnese.client.GET('/v1/businesses/{business}/readiness', { params: { ...at(agnese), query } }))
  ).ready
}

test('before it is sent it says whose work it ends, and what is tied to it and would stay', async () => {
  const sentence = `hand over ${page} to ${callum.business} because "You post for us."`
  const preview = await previewHandover(agnese, sentence)
  expect(preview.summary, 'what is called as its owner is told by its kind').toMatch(
    /^The page Ondaverde Ferries goes over to Gullwright & Moss/,
  )
  expect(told(preview)).toEqual([
    'Priya Lindqvist: run our adverts: Ondaverde Ferries',
    'Wren Halloway: post for us: Ondaverde Ferries',
    'team Adverts: run our adverts: Ondaverde Ferries',
  ])
  expect(preview.first).toEqual([
    expect.objectContaining({ whose: 'sender', isDone: false, add: summer, said: expect.stringContaining('tied to') }),
  ])
  const along = await previewHandover(agnese, `hand over ${summer}, ${page} to ${callum.business} because "x"`)
  expect(along.first.map(({ isDone, add }) => [isDone, add])).toEqual(
    expect.arrayContaining([
      [true, null],
      [false, 'tag/ticket-shop-tag'],
    ]),
  )
})

test('the people of who takes it over go on; who a side lets fall is told, with the line by which they could go on', async () => {
  for (const [action, asset] of [
    ['ads.publish', summer],
    ['ads.attach', page],
    ['tag.use', 'tag/ticket-shop-tag'],
  ] as const)
    expect(await scene.can(marisol.email, action, asset), action).toBe(true)
  const yes = await scene.say(agnese, `let ${yuki.business} "post for us" on ${page}`)
  await accept(yuki, yes.proposal!)
  const sentence = `hand over ${page}, ${summer} to ${callum.business} because "Try."`
  const plain = await previewHandover(agnese, sentence)
  expect(told(plain).filter(line => /Marisol|Tallow/.test(line))).toEqual([])
  const { key } = plain.lines.find(line => line.who === 'Tallow Street Measures')!
  const without = await previewHandover(agnese, sentence, [key])
  expect(without.lost.find(one => one.who === 'Tallow Street Measures')).toMatchObject({
    purpose: 'post for us',
    on: ['Ondaverde Ferries'],
    keys: [key],
  })
})

test('at each tier that can be kept: who is told to lose their work loses it, and nobody else does', async () => {
  for (const tier of tiers) {
    await bothSignIn()
    const before = new Map<string, boolean>()
    for (const who of ['priya@ondaverde.example', 'team/adverts']) before.set(who, await ready(who))
    expect([...before.values()], `before keeping ${tier}`).toEqual([true, true])
    const { proposal } = await handOver(
      agnese,
      `hand over ${page} to ${callum.business} keeping ${tier} because "For ${tier}."`,
    )
    const lost = told(await readHandover(callum, proposal)).join()
    await acceptHandover(callum, proposal)
    expect(told(await readHandover(agnese, proposal)).join(), 'the same for both sides').toBe(lost)
    scene.clock.forward({ hours: 72 })
    await tendHandovers(scene.town.service.kit, proposalKinds)()
    await bothSignIn()
    const can = async (who: string, action: string) => {
      const body = { who, action, asset: await numberNow() }
      return (await answerOf(callum.client.POST('/v1/businesses/{business}/decisions', { params: at(callum), body })))
        .allowed
    }
    expect(await can('priya@ondaverde.example', 'ads.attach'), `Priya, keeping ${tier}`).toBe(!lost.includes('Priya'))
    expect(await can(wren.email, 'post.publish'), `Wren, keeping ${tier}`).toBe(!lost.includes('Wren'))
    const back = await handOver(callum, `hand over ${await numberNow()} to ${agnese.business} because "Back."`)
    await acceptHandover(agnese, back.proposal)
    scene.clock.forward({ hours: 72 })
    await tendHandovers(scene.town.service.kit, proposalKinds)()
    await bothSignIn()
    await answerOf(
      agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
        params: { path: { ...at(agnese).path, asset: summer, other: page } },
      }),
    )
    await scene.say(agnese, `let ${wren.email} "post for us" on ${page}`)
    for (const who of ['priya@ondaverde.example', 'team/adverts'])
      await scene.say(agnese, `let ${who} ${adverts} on ${summer}`)
  }
})

const numberNow = async () =>
  (await scene.sql<{ number: string }>(`SELECT number FROM asset WHERE platform_ref = 'TN-11204'`))[0]!.number

test('who pays then is told what to see to; whether a means is there is told to its own business alone', async () => {
  const { proposal } = await handOver(
    agnese,
    `hand over ad-account/winter-freight to ${yuki.business} with billing because "You pay."`,
  )
  yuki = await scene.signIn(yuki)
  const of = async (who: Actor) =>
    (await readHandover(who, proposal)).first.filter(one => one.whose === 'receiver').map(one => one.isDone)
  expect(await of(yuki)).toEqual([false])
  await addMeans(yuki, { name: 'Till', number: '4000 0000 0000 7777' })
  expect(await of(yuki)).toEqual([true])
  expect(await of(agnese)).toEqual([false])
})
