import { answerOf } from '@famiglia/client'
import { openBusiness } from '@famiglia/demo'
import { beforeAll, beforeEach, expect, test } from 'vitest'
import {
  acceptHandover,
  handOver,
  inWords,
  previewHandover,
  readHandover,
  stopHandover,
} from '../../../e2e/support/handovers.ts'
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
import { linked, makeManager, treeOf } from '../../../e2e/support/links.ts'
import { addMeans, callOff, chargedTo, sayBilling } from '../../../e2e/support/money.ts'
import { at, bringIn, join, problemOf, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from './complete.ts'

betweenTwoBusinesses()

/** The agency builds pages and accounts for clients; here one goes from it to Ondaverde, and back. */
const day = 'page/day-trips'
let number: string
let tomasz: Actor
let priya: Actor
beforeAll(async () => {
  await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  number = await numberOf('day-trips')
  tomasz = scene.tomasz
  priya = await scene.withPriya()
  await join(scene, 'Wren Halloway', `let WHO watch on ${day}`)
})
beforeEach(async () => {
  priya = await scene.signIn(priya)
})

const strangers = new Map<string, Actor>()
/** A business that has to do with neither of the two so far. */
async function openStranger(name: string, email: string): Promise<Actor> {
  const opened = await openBusiness(scene.town, {
    business: { name, town: 'Tarnmouth', zone: 'Europe/London' },
    person: { name: email.split('@')[0]!, address: email, password: 'candles at either end' },
  })
  const stranger = { ...opened, email, about: '' }
  strangers.set(name, stranger)
  return stranger
}
/** Says it and has it accepted. */
async function offered(from: Actor, to: Actor, sentence: string): Promise<void> {
  const { proposal } = await scene.say(from, sentence)
  if (proposal) await accept(to, proposal)
}

const tend = () => tendHandovers(scene.town.service.kit, proposalKinds)()
const cool = async () => {
  scene.clock.forward({ hours: 72 })
  await tend()
  await bothSignIn()
}
const ownerOf = async (of: string) =>
  (
    await scene.sql<{ name: string }>(
      'SELECT business.name FROM asset JOIN business ON business.id = asset.business_id WHERE asset.number = $1',
      [of],
    )
  )[0]!.name
/** As the platform asks, whoever owns it. */
async function may(who: string, action: string): Promise<boolean> {
  const [person] = await scene.sql<{ id: string }>('SELECT person_id AS id FROM person_address WHERE address = $1', [
    who,
  ])
  const { secret } = scene.town.service.kit.platforms.get('tern')
  const answer = await fetch(`${scene.url}/access/v1/evaluation`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${secret}` },
    body: JSON.stringify({
      subject: { type: 'person', id: person!.id },
      action: { name: action },
      resource: { type: 'page', id: 'TN-11205' },
    }),
  })
  return ((await answer.json()) as { decision: boolean }).decision
}

test('what stays and what falls is told before, signed, and so an instant after', async () => {
  await scene.say(agnese, `let ${tomasz.email} draft on ${day}`)
  const sentence = `hand over ${day} to ${callum.business} keeping run because "You look after it."`
  const preview = await previewHandover(agnese, sentence)
  expect(preview.to).toMatchObject({ name: 'Gullwright & Moss', town: 'Tarnmouth', mailDomain: 'gullwright.example' })
  expect(inWords(preview)).toEqual(
    expect.arrayContaining([
      'stays Admins of Gullwright & Moss: everything, as its owner',
      'falls Admins of Ondaverde Ferries: everything, as its owner',
      'stays Ondaverde Ferries: run, without an end',
      expect.stringMatching(/^beneath Tomasz Oyelaran: draft/),
    ]),
  )
  const { proposal } = await handOver(agnese, sentence)
  expect(await may(agnese.email, 'access.change')).toBe(true)
  expect((await acceptHandover(callum, proposal)).result).toContain('by itself and in one step')
  expect(await readHandover(callum, proposal)).toMatchObject({ state: 'cooling', isSender: false })
  expect(inWords(await readHandover(callum, proposal))).toEqual(inWords(await readHandover(agnese, proposal)))
  scene.clock.forward({ hours: 71, minutes: 59 })
  await tend()
  expect(await ownerOf(number)).toBe('Ondaverde Ferries')
  expect(await may(callum.email, 'post.see')).toBe(false)
  scene.clock.forward({ minutes: 1 })
  await tend()
  expect(await ownerOf(number)).toBe('Gullwright & Moss')
  expect(await may(callum.email, 'access.change')).toBe(true)
  expect(await may(agnese.email, 'access.change')).toBe(false)
  expect(await may(agnese.email, 'post.publish')).toBe(true)
  expect(await may(tomasz.email, 'post.draft')).toBe(true)
  expect(await may(tomasz.email, 'post.publish')).toBe(false)
  expect((await readHandover(await scene.signIn(agnese), proposal)).state).toBe('completed')
})

/** From the business that owns it to the other, and the yes. */
async function agreed(words: string, answer: { falls?: string[]; means?: string } = {}): Promise<string> {
  const [from, to] = (await ownerOf(number)) === 'Ondaverde Ferries' ? [agnese, callum] : [callum, agnese]
  const { proposal } = await handOver(from, `hand over ${day} to ${to.business} ${words} because "So agreed."`)
  await acceptHandover(to, proposal, answer)
  return proposal
}

test('what its new owner calls it later is not told to the old one', async () => {
  const list = async (who: Actor) =>
    (await answerOf(who.client.GET('/v1/businesses/{business}/handovers', { params: at(who) }))).items[0]!
  const { id, what } = await list(agnese)
  const path = { ...at(callum).path, asset: number }
  const read = await answerOf(callum.client.GET('/v1/businesses/{business}/assets/{asset}', { params: { path } }))
  const rename = (name: string, version: number | string) =>
    answerOf(
      callum.client.PATCH('/v1/businesses/{business}/assets/{asset}', {
        params: { path },
        body: { name },
        headers: { 'If-Match': `"${version}"` },
      }),
    )
  const renamed = await rename('Their secret launch', read.version)
  for (const told of [
    await list(agnese),
    await readHandover(agnese, id),
    await answerOf(
      agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
        params: { path: { ...at(agnese).path, proposal: id } },
      }),
    ),
  ])
    expect(JSON.stringify(told)).not.toContain('secret launch')
  expect((await list(agnese)).what).toBe(what)
  await rename(read.name, renamed.version)
})

test('handed back takes a handover of its own; what the new owner had given others is given again, in the same words', async () => {
  const yuki = await openStranger('Tallow Street Measures', 'yuki@tallowstreet.example')
  await offered(callum, yuki, `let ${yuki.business} draft on ${day} hiding revenue until 2031-05-31`)
  await scene.say(yuki, `let ${yuki.email} draft on ${number}`).catch(() => undefined)
  await scene.say(callum, `let ${marisol.email} run on ${day}`)
  const id = await agreed('')
  const told = inWords(await readHandover(callum, id))
  expect(told).toEqual(
    expect.arrayContaining([
      expect.stringMatching(/^stays Tallow Street Measures: draft, hiding revenue, until 31 May 2031/),
      expect.stringMatching(/^falls Marisol Engstrom: run/),
      expect.stringMatching(/^own Tomasz Oyelaran: draft/),
      expect.stringMatching(/^falls Ondaverde Ferries: run/),
    ]),
  )
  await cool()
  expect(await ownerOf(number)).toBe('Ondaverde Ferries')
  expect(await may(yuki.email, 'post.draft')).toBe(true)
  expect(await may(yuki.email, 'post.publish')).toBe(false)
  expect(await may(marisol.email, 'post.see')).toBe(false)
  expect(await may(callum.email, 'post.see')).toBe(false)
  expect(await may(tomasz.email, 'post.draft')).toBe(true)
  const rows = await scene.sql<{ giver: string; successor: boolean; live: boolean }>(
    `SELECT giver.name AS giver, g.succeeds_id IS NOT NULL AS successor, g.ended_at IS NULL AS live FROM access_grant g JOIN business giver ON giver.id = g.business_id
     JOIN business holder ON holder.id = g.holder_id WHERE holder.name = 'Tallow Street Measures' ORDER BY g.given_at`,
  )
  expect(rows).toEqual([
    { giver: 'Gullwright & Moss', successor: false, live: false },
    { giver: 'Ondaverde Ferries', successor: true, live: true },
  ])
  for (const who of [await scene.signIn(agnese), await scene.signIn(callum)]) {
    const { whole } = await answerOf(
      who.client.GET('/v1/businesses/{business}/history/verification', { params: at(who) }),
    )
    expect(whole).toBe(true)
  }
})

test('what is given or raised after both signed shows at once, and is not carried over: it was not agreed', async () => {
  const { proposal } = await handOver(agnese, `hand over ${day} to ${callum.business} because "It is yours."`)
  await acceptHandover(callum, proposal)
  const pebble = await openStranger('Pebblecast Studio', 'fenn@pebblecast.example')
  await offered(await scene.signIn(agnese), pebble, `let ${pebble.business} watch on ${day}`)
  await offered(
    await scene.signIn(agnese),
    strangers.get('Tallow Street Measures')!,
    `let ${strangers.get('Tallow Street Measures')!.business} run on ${day} until 2031-05-31`,
  )
  const now = await readHandover(callum, proposal)
  expect(now.lines.find(line => line.who === 'Pebblecast Studio')).toMatchObject({ difference: 'new' })
  expect(now.lines.find(line => line.who === 'Tallow Street Measures')).toMatchObject({ difference: 'more' })
  await cool()
  expect(await may(pebble.email, 'post.see')).toBe(false)
  expect(await may('yuki@tallowstreet.example', 'post.draft')).toBe(true)
  expect(await may('yuki@tallowstreet.example', 'post.publish')).toBe(false)
  await agreed('')
  await cool()
})

test('what is new goes over where both agree to the very same; what changes in between takes both again', async () => {
  const sign = (who: Actor, handover: string) =>
    answerOf(
      who.client.POST('/v1/businesses/{business}/handovers/{handover}/signing', {
        params: { path: { ...at(who).path, handover } },
      }),
    )
  const { proposal } = await handOver(agnese, `hand over ${day} to ${callum.business} because "It is yours."`)
  await acceptHandover(callum, proposal)
  expect(await problemOf(sign(callum, proposal))).toMatchObject({ code: 'handover.as-signed' })
  const shore = await openStranger('Shore Line', 'shore@shore.example')
  await offered(await scene.signIn(agnese), shore, `let ${shore.business} draft on ${day}`)
  expect(await problemOf(sign(scene.callum, proposal))).toMatchObject({ code: 'sign-in.unattended' })
  expect(await problemOf(sign(await scene.signIn(shore), proposal))).toMatchObject({ code: 'handover.none' })
  expect((await sign(callum, proposal)).result).toContain('Ondaverde Ferries has to agree to the same')
  expect((await readHandover(agnese, proposal)).anew).toEqual({ you: false, they: true })
  await offered(await scene.signIn(agnese), shore, `let ${shore.business} run on ${day}`)
  expect((await readHandover(agnese, proposal)).anew).toEqual({ you: false, they: false })
  await sign(agnese, proposal)
  expect((await readHandover(callum, proposal)).anew).toEqual({ you: false, they: true })
  const place = `membership SET standing = $2 FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`
  await scene.sql(`UPDATE ${place}`, [agnese.email, 'member'])
  expect((await readHandover(callum, proposal)).anew).toEqual({ you: false, they: false })
  await scene.sql(`UPDATE ${place}`, [agnese.email, 'admin'])
  const both = await Promise.allSettled(Array.from({ length: 20 }, () => sign(callum, proposal)))
  const told = both.flatMap(one => (one.status === 'fulfilled' ? [one.value.result] : []))
  expect(told.filter(result => result.includes('Both of you agreed'))).toHaveLength(1)
  expect((await readHandover(callum, proposal)).anew).toBeNull()
  await cool()
  expect(await may(shore.email, 'post.publish')).toBe(true)
  await agreed('')
  await cool()
})

test('what is slipped in between reading and the yes is not signed, and falls', async () => {
  const { proposal } = await handOver(agnese, `hand over ${day} to ${callum.business} because "It is yours."`)
  const quick = await openStranger('Quick Quay', 'quick@quay.example')
  await offered(await scene.signIn(agnese), quick, `let ${quick.business} run on ${day}`)
  const read = await readHandover(callum, proposal)
  expect(read.lines.find(line => line.who === 'Quick Quay')).toMatchObject({ difference: 'new' })
  await acceptHandover(callum, proposal)
  await cool()
  expect(await ownerOf(number)).toBe('Gullwright & Moss')
  expect(await may(quick.email, 'post.see')).toBe(false)
  await agreed('')
  await cool()
})

test('what comes inside of something that goes over stops it: nothing is half-moved', async () => {
  const web = await bringIn(scene, 'LM-900', 'ondaverde-web', 'limpet')
  const { proposal } = await handOver(
    agnese,
    `hand over analytics-account/ondaverde-web to ${callum.business} because "You measure."`,
  )
  await acceptHandover(callum, proposal)
  await bringIn(scene, 'LM-902', 'timetable-app', 'limpet')
  await cool()
  expect(await readHandover(agnese, proposal)).toMatchObject({
    state: 'stopped',
    reason: expect.stringContaining('has come inside of what goes over'),
  })
  expect(await ownerOf(web)).toBe('Ondaverde Ferries')
})

test('either side stops it with a fresh proof while it cools off, nobody else does, and then nothing has changed', async () => {
  const id = await agreed('keeping run')
  for (const who of [priya, marisol]) expect(await problemOf(stopHandover(who, id))).toHaveProperty('code')
  expect(await problemOf(handOver(agnese, `hand over ${day} to ${callum.business} because "Twice."`))).toMatchObject({
    code: 'handover.under-way',
  })
  scene.clock.forward({ minutes: 11 })
  expect(await problemOf(stopHandover(agnese, id))).toMatchObject({ code: 'proof.needed' })
  await bothSignIn()
  expect((await stopHandover(callum, id, 'We have no hands for it.')).result).toContain('nothing has changed')
  expect((await scene.letters(agnese.email))[0]).toContain('Stopped: Day Trips does not go over')
  await cool()
  expect(await ownerOf(number)).toBe('Ondaverde Ferries')
  expect(await readHandover(await scene.signIn(agnese), id)).toMatchObject({
    state: 'stopped',
    endedBy: 'Callum Osei-Bright',
  })
  expect(await problemOf(readHandover(priya, id))).toHaveProperty('code')
})

test('what would go wrong is refused with the next step', async () => {
  const code = (sentence: string) => problemOf(handOver(agnese, sentence)).then(({ code: of }) => of)
  const to = `to ${callum.business}`
  expect(await code(`hand over ${day} ${to}`)).toBe('handover.reason')
  expect(await code(`hand over ${day} to ${agnese.business} because "x"`)).toBe('business.own-number')
  expect(await code(`hand over page/nowhere ${to} because "x"`)).toBe('asset.unknown')
  expect(await code(`hand over ad-account/showcase ${to} because "x"`)).toBe('asset.unknown')
  expect(await problemOf(handOver(priya, `hand over ${day} ${to} because "x"`))).toMatchObject({
    code: 'standing.not-enough',
  })
  const stop = (how: 'freeze' | 'archive', on: boolean) => {
    const params = { path: { ...at(agnese).path, asset: day } }
    const path = `/v1/businesses/{business}/assets/{asset}/${how}` as const
    return answerOf(on ? agnese.client.PUT(path, { params }) : agnese.client.DELETE(path, { params }))
  }
  await stop('freeze', true)
  expect(await code(`hand over ${day} ${to} because "x"`)).toBe('handover.frozen')
  await stop('freeze', false)
  await stop('archive', true)
  expect(await code(`hand over ${day} ${to} because "x"`)).toBe('asset.archived')
  await stop('archive', false)
  scene.clock.forward({ minutes: 11 })
  expect(await code(`hand over ${day} ${to} because "x"`)).toBe('proof.needed')
})

test('what hangs together goes together, and who pays is settled first', async () => {
  const to = `to ${callum.business}`
  const code = (who: Actor, sentence: string) => problemOf(handOver(who, sentence)).then(({ code: of }) => of)
  await bringIn(scene, 'LM-901', 'ticket-shop', 'limpet')
  expect(await code(agnese, `hand over property/ticket-shop ${to} because "x"`)).toBe('handover.torn')
  const whole = await previewHandover(agnese, `hand over analytics-account/ondaverde-web ${to} because "x"`)
  expect(whole.assets.map(asset => asset.name)).toEqual(['Ondaverde web', 'Ticket shop', 'Timetable app'])

  await bringIn(scene, 'MA-20417', 'summer-crossings').catch(() => undefined)
  await addMeans(agnese, { name: 'Quay card', number: '4000 0000 0000 7777' })
  await sayBilling(
    agnese,
    `billing ad-account/summer-crossings to ${agnese.email} with means/quay-card from 2031-01-01`,
  )
  expect(await code(agnese, `hand over ad-account/summer-crossings ${to} because "x"`)).toBe('handover.payer')
  await callOff(agnese, 'ad-account/summer-crossings')

  const body = { name: 'Tide House', town: 'Porto Verano', zone: 'Europe/Lisbon' }
  const trust = await answerOf(agnese.client.POST('/v1/businesses/{business}/in-trust', { params: at(agnese), body }))
  expect(await code(agnese, `hand over ${day} to ${trust.number} because "x"`)).toBe('handover.receiver')
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/bundles', {
      params: at(agnese),
      body: { handle: 'nothing', name: 'Nothing', assets: [] },
    }),
  )
  expect(await code(agnese, `hand over bundle/nothing ${to} because "x"`)).toBe('handover.nothing')
  expect(await problemOf(readHandover(agnese, '01a2165e-d58e-700f-b39f-76d42409433b'))).toMatchObject({
    code: 'handover.none',
  })
})

test('an ad account goes over with its links and who pays: somebody pays at every instant, the old owner until the platform has taken the new means', async () => {
  const summer = await numberOf('summer-crossings')
  await linked(callum, agnese, `link ${summer} under ${await makeManager(callum, 'Travel', 'travel')} at run`)
  const pays = async () =>
    (
      await scene.sql<{ name: string }>(
        'SELECT business.name FROM asset JOIN business ON business.id = asset.payer_id WHERE asset.number = $1',
        [summer],
      )
    )[0]!.name
  await addMeans(callum, { name: 'Till', number: '4000 0000 0000 5150' })
  const { proposal } = await handOver(
    agnese,
    `hand over ad-account/summer-crossings to ${callum.business} with billing because "You run it."`,
  )
  expect(await problemOf(acceptHandover(callum, proposal))).toMatchObject({ code: 'means.needed' })
  await acceptHandover(callum, proposal, { means: 'means/till' })
  await cool()
  expect(await ownerOf(summer)).toBe('Gullwright & Moss')
  await expect.poll(pays, { timeout: 15_000 }).toBe('Gullwright & Moss')
  expect(chargedTo(scene, 'MA-20417')).toBe('Till')
  expect((await treeOf(callum)).branches.find(one => one.below === summer)).toMatchObject({
    state: 'in force',
    tier: 'run',
  })
  expect(await problemOf(stopHandover(callum, proposal))).toMatchObject({ code: 'proposal.answered' })
  const told = async (who: Actor) =>
    (
      await answerOf(
        who.client.GET('/v1/businesses/{business}/history', {
          params: { ...at(who), query: { asset: summer, limit: 100 } },
        }),
      )
    ).items
  const new_ = await told(callum)
  expect(new_.filter(one => one.of === null).map(one => one.what)).toContain('handover.completed')
  expect(new_.filter(one => one.of === 'Ondaverde Ferries').map(one => one.what)).toContain('asset.brought-in')
  const old = await told(agnese)
  expect(old.map(one => one.sentence).join()).toContain('went over from Ondaverde Ferries to Gullwright & Moss')
  expect(old.every(one => one.of === null)).toBe(true)
})

test('a yes said twenty times at once is one yes, and completed twenty times at once it goes over once', async () => {
  const { proposal } = await handOver(agnese, `hand over ${day} to ${callum.business} because "Once."`)
  await Promise.allSettled(Array.from({ length: 20 }, () => acceptHandover(callum, proposal)))
  scene.clock.forward({ hours: 72 })
  await Promise.all(Array.from({ length: 20 }, () => tend()))
  expect(await ownerOf(number)).toBe('Gullwright & Moss')
  const told = await scene.sql<{ entries: number }>(
    `SELECT count(*)::integer AS entries FROM history WHERE entry->>'what' = 'handover.completed' AND entry->'data'->>'handover' = $1`,
    [proposal],
  )
  expect(told).toEqual([{ entries: 2 }])
})

test('everything on a platform goes over at once; what is somebody’s alone is told so, and keeping nothing is never silent', async () => {
  const opened = await openStranger('Lido Reels', 'lone@reels.example')
  const lone = await scene.signIn(opened)
  const { proposal } = await scene.say(agnese, `let lone@reels.example watch on ad-account/winter-freight`)
  await answerOf(
    lone.client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path: { proposal: proposal! } }, body: {} }),
  )
  for (const handle of ['reels', 'more-reels'])
    await answerOf(
      lone.client.POST('/v1/businesses/{business}/assets', {
        params: at(lone),
        body: { platform: 'sprat', kind: 'channel', name: handle, handle },
      }),
    )
  const sentence = `hand over everything on sprat to ${agnese.business} keeping run because "It is the firm’s now."`
  const preview = await previewHandover(lone, sentence)
  expect(preview).toMatchObject({ isOwnName: true, sentence })
  expect(preview.assets.map(({ name }) => name)).toEqual(['more-reels', 'reels'])
  expect((await previewHandover(agnese, `hand over ad-account/winter-freight to ${lone.business}`)).isOwnName).toBe(
    false,
  )
  expect(await problemOf(previewHandover(lone, `hand over everything on tern to ${agnese.business}`))).toMatchObject({
    code: 'handover.nothing',
  })
  await acceptHandover(agnese, (await handOver(lone, sentence)).proposal)
  await cool()
  const [left] = await scene.sql<{ count: number }>(
    'SELECT count(*)::integer AS count FROM asset JOIN business ON business.id = business_id WHERE business.number = $1',
    [lone.business],
  )
  expect(left!.count).toBe(0)
})
