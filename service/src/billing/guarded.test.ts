import { answerOf } from '@famiglia/client'
import fc from 'fast-check'
import { beforeAll, beforeEach, expect, test } from 'vitest'
import {
  addMeans,
  callOff,
  meansOf,
  moneyOf,
  openMeans,
  payingOf,
  previewBilling,
  registerMeans,
  removeMeans,
  sayBilling,
  typeIn,
} from '../../../e2e/support/money.ts'
import {
  agnese,
  accept,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  marisol,
  numberOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { makeManager } from '../../../e2e/support/links.ts'
import { bringIn, giveStanding, join, problemOf, type Actor } from '../../../e2e/support/scene.ts'
import { switchAllDue } from './switchPayment.ts'

betweenTwoBusinesses()

let noor: Actor
let priya: Actor
let number: string
const summer = 'ad-account/summer-crossings'
const toNoor = (asset: string, means = 'harbour-card') =>
  `billing ${asset} to noor@ondaverde.example with means/${means}`
beforeAll(async () => {
  noor = await join(scene, 'Noor Castellan', `let WHO watch on ${winter}`)
  const admin = await scene.signIn(scene.agnese)
  await giveStanding(admin, noor.email, 'finance')
  await bringIn(scene, 'MA-20417', 'summer-crossings')
  priya = await join(scene, 'Priya Lindqvist', `let WHO run on ${winter}`)
  number = await numberOf('winter-freight')
  await addMeans(await scene.signIn(scene.callum), { name: 'Second card', number: '4000 0000 0000 3456' })
}, 60_000)
beforeEach(async () => {
  noor = await scene.signIn(noor)
  priya = await scene.signIn(priya)
})

const due = () => switchAllDue(scene.town.service.kit)()
const codeOf = async (call: Promise<unknown>) => (await problemOf(call)).code

test('strangers, members and who only runs adverts see and change nothing of how it is paid', async () => {
  for (const call of [sayBilling, previewBilling]) {
    expect(await codeOf(call(callum, `billing ${number} to ${callum.email} with means/second-card`))).toBe(
      'asset.unknown',
    )
    expect(await codeOf(call(priya, toNoor(winter)))).toBe('billing.not-yours')
    expect(await codeOf(call(priya, toNoor(summer)))).toBe('asset.unknown')
    expect(await codeOf(call(marisol, `billing ${number} to ${marisol.email}`))).toBe('asset.unknown')
  }
  expect(await codeOf(payingOf(callum, number))).toBe('asset.unknown')
  expect(await codeOf(payingOf(priya, summer))).toBe('asset.unknown')
  expect(await payingOf(priya, winter)).toMatchObject({ canTakeOver: null, planned: null })
  expect((await moneyOf(priya)).items).toEqual([])
  expect(await moneyOf(priya)).toMatchObject({ seats: null, admins: [] })
  for (const call of [meansOf, openMeans, (who: Actor) => removeMeans(who, 'harbour-card')])
    expect(await codeOf(call(priya))).toBe('standing.not-enough')
  expect(await codeOf(callOff(priya, winter))).toBe('billing.not-yours')
})

test('who was given to see the bills sees those accounts alone; who may change how they are paid does so there', async () => {
  await scene.say(agnese, `let ${priya.email} "look after the bills" on ${winter}`)
  const { items } = await moneyOf(priya)
  expect(items.map(row => [row.name, row.canTakeOver, row.means])).toEqual([
    ['Winter Freight', 'at once', 'Freight card ending 9078'],
  ])
  expect(await codeOf(meansOf(priya))).toBe('standing.not-enough')
  expect(await sayBilling(priya, toNoor(winter))).toMatchObject({ outcome: 'changed' })
  expect(await codeOf(sayBilling(priya, `billing ${winter} to ${callum.business}`))).toBe('billing.not-yours')
  expect(await codeOf(sayBilling(priya, toNoor(summer)))).toBe('asset.unknown')
  await sayBilling(noor, `billing ${winter} to ${agnese.email} with means/freight-card`)
})

test('it takes a fresh proof to change who pays, to say yes to it, and to add or remove what is paid with', async () => {
  const { proposals } = await sayBilling(agnese, `billing ${winter} to ${callum.business}`)
  scene.clock.forward({ minutes: 20 })
  for (const call of [
    () => sayBilling(noor, toNoor(winter)),
    () => openMeans(noor),
    () => removeMeans(noor, 'harbour-card'),
    () => accept(callum, proposals[0]!, { means: 'second-card' }),
  ])
    expect(await codeOf(call())).toBe('proof.needed')
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
      params: within(agnese, { proposal: proposals[0]! }),
    }),
  )
})

test('nobody else is made to pay: of three businesses one owns it, and each names what it may', async () => {
  await scene
    .say(agnese, `let ${callum.business} run on ${winter}`)
    .then(async ({ proposal }) => accept(callum, proposal!))
  expect(await codeOf(sayBilling(callum, `billing ${number} to ${agnese.business}`))).toBe('billing.not-yours')
  expect(await codeOf(sayBilling(agnese, `billing ${winter} to ${callum.business} with means/second-card`))).toBe(
    'means.unknown',
  )
  expect(await codeOf(sayBilling(callum, `billing ${number} to ${callum.email} with means/harbour-card`))).toBe(
    'means.unknown',
  )
  expect(await codeOf(sayBilling(agnese, `billing ${winter} to ${callum.email} with means/harbour-card`))).toBe(
    'person.unknown',
  )
  expect(await codeOf(sayBilling(agnese, `billing ${winter} to ${agnese.business}`))).toBe('business.own-number')
  expect(await codeOf(sayBilling(agnese, 'billing manager-account/none to x@y.example'))).toBe('asset.unknown')
  await makeManager(agnese, 'Ferries', 'ferries')
  expect(await codeOf(sayBilling(agnese, `billing manager-account/ferries to ${agnese.email}`))).toBe(
    'billing.not-paid',
  )
  const { number: third } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: within(callum, {}),
      body: { name: 'Tide House', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const paidBy = (business: string) =>
    scene.sql(
      `UPDATE asset SET payer_id = (SELECT id FROM business WHERE number = $1) WHERE handle = 'winter-freight'`,
      [business],
    )
  await paidBy(third)
  expect(
    await problemOf(sayBilling(callum, `billing ${number} to ${callum.email} with means/second-card`)),
  ).toMatchObject({
    code: 'billing.third',
    detail:
      'Tide House pays for Winter Freight, and Ondaverde Ferries owns it: Ondaverde Ferries takes the payment over first, then hands it on.',
  })
  expect(await codeOf(sayBilling(agnese, `billing ${winter} to ${callum.business}`))).toBe('billing.not-yours')
  await paidBy(agnese.business)
  await scene.say(agnese, `end ${callum.business}`)
})

test('one who asks can do so as long as they see to payments; who is lowered asks no more', async () => {
  await scene
    .say(agnese, `let ${callum.business} run on ${winter}`)
    .then(async ({ proposal }) => accept(callum, proposal!))
  await scene.sql(
    `UPDATE membership SET standing = 'finance' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
    [marisol.email],
  )
  const asked = await sayBilling(
    await scene.signIn(marisol),
    `billing ${number} to ${callum.email} with means/second-card`,
  )
  expect(await codeOf(removeMeans(callum, 'second-card'))).toBe('means.in-use')
  await scene.sql(
    `UPDATE membership SET standing = 'member' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
    [marisol.email],
  )
  expect(await codeOf(accept(agnese, asked.proposals[0]!))).toBe('proposal.void')
  await scene.say(agnese, `end ${callum.business}`)
})

test('who answers for a payment cannot go, be lowered or be ended before somebody else has taken over', async () => {
  await sayBilling(noor, toNoor(summer))
  const lower = () => giveStanding(agnese, noor.email, 'member')
  expect(await problemOf(lower())).toMatchObject({
    code: 'billing.holder-needed',
    detail: expect.stringContaining(
      `Noor Castellan answers for what is paid for Summer Crossings. Have somebody else take that over first: “billing ${summer} to …”.`,
    ),
  })
  expect(await codeOf(scene.say(agnese, `end ${noor.email}`))).toBe('billing.holder-needed')
  const leaving = within(agnese, { person: noor.email })
  const review = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/people/{person}/leaving', { params: leaving }),
  )
  const [only] = review.onlyTheirs
  expect(only).toMatchObject({ kind: 'billing holder', about: 'Summer Crossings', must: true })
  const leave = (successors: { key: string; address: string }[]) =>
    answerOf(
      agnese.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
        params: leaving,
        body: { successors },
      }),
    )
  expect(await codeOf(leave([]))).toBe('leaving.successor-needed')
  expect(await codeOf(leave([{ key: only!.key, address: priya.email }]))).toBe('leaving.successor-cannot')
  // A pause stops at once and takes nothing away.
  const pause = within(agnese, { person: noor.email })
  await answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', { params: pause, body: {} }))
  await answerOf(agnese.client.DELETE('/v1/businesses/{business}/people/{person}/pause', { params: pause }))
  await sayBilling(agnese, `billing ${summer} to ${agnese.email} with means/harbour-card`)
  await lower()
  await giveStanding(agnese, noor.email, 'finance')
})

test('a steward of the account answers for it while nothing ends that, and the grant that makes them one stays', async () => {
  const answers = () => sayBilling(noor, `billing ${winter} to ${priya.email} with means/freight-card`)
  expect(await codeOf(answers())).toBe('billing.cannot-answer')
  await scene.say(agnese, `let ${priya.email} steward on ${winter} for 3 months`)
  expect(await codeOf(answers())).toBe('billing.cannot-answer')
  await scene.say(agnese, `let ${priya.email} steward on ${winter}`)
  await answers()
  for (const words of [
    `let ${priya.email} run on ${winter}`,
    `end ${priya.email} on ${winter}`,
    `let ${priya.email} steward on ${winter} for 3 months`,
  ])
    expect(await codeOf(scene.say(agnese, words))).toBe('billing.holder-needed')
  await sayBilling(noor, `billing ${winter} to ${agnese.email} with means/freight-card`)
  await scene.say(agnese, `let ${priya.email} run on ${winter}`)
})

test('a means of payment is added by who began it, for the business they began it for, and its number is kept nowhere', async () => {
  const { id, shownAt } = await openMeans(noor)
  expect(await codeOf(registerMeans(noor, id))).toBe('means.not-yet')
  expect((await typeIn(shownAt, { name: 'Quay card', number: '123' })).status).toBe(422)
  expect(
    (await typeIn(shownAt, { name: 'Quay card', number: '5355 1111 2222 7788', month: '2028-02' })).headers.get(
      'location',
    ),
  ).toContain(`/money?registered=${id}`)
  expect((await typeIn(shownAt, { name: 'Quay card', number: '5355 1111 2222 7788' })).status).toBe(404)
  for (const other of [agnese, callum]) expect(await codeOf(registerMeans(other, id))).toBe('means.unknown')
  expect(await registerMeans(noor, id)).toEqual({ handle: 'quay-card', said: 'Quay card ending 7788' })
  expect((await registerMeans(noor, id)).handle).toBe('quay-card')
  const kept = (await meansOf(noor)).find(one => one.handle === 'quay-card')
  expect(kept).toMatchObject({
    ending: '7788',
    goodUntil: '29 February 2028',
    registeredBy: 'Noor Castellan',
    paysFor: [],
  })
  const everywhere = await scene.sql(`SELECT means::text AS row FROM means UNION ALL SELECT history::text FROM history`)
  expect(JSON.stringify(everywhere)).not.toMatch(/5355 ?1111|1111 ?2222/)
  expect((await removeMeans(noor, 'quay-card')).result).toContain('Quay card ending 7788 is off the record')
  expect(await codeOf(removeMeans(noor, 'quay-card'))).toBe('means.unknown')
  expect(await codeOf(removeMeans(noor, 'harbour-card'))).toBe('means.in-use')
})

test('a means of payment is taken that is on the account’s platform and good on that day', async () => {
  const elsewhere = await openMeans(noor, 'samphire')
  await typeIn(elsewhere.shownAt, { name: 'Letter card', number: '4000 0000 0000 1111' })
  await registerMeans(noor, elsewhere.id)
  expect(await codeOf(sayBilling(noor, toNoor(winter, 'letter-card')))).toBe('means.elsewhere')
  expect(await codeOf(sayBilling(noor, toNoor(winter, 'no-such')))).toBe('means.unknown')
  const inTwoMonths = scene.clock
    .now()
    .add({ hours: 24 * 60 })
    .toString()
    .slice(0, 10)
  expect(await codeOf(sayBilling(noor, `${toNoor(winter, 'freight-card')} from ${inTwoMonths}`))).toBe('means.run-out')
  expect(await codeOf(sayBilling(noor, `${toNoor(winter)} from 2020-01-01`))).toBe('date.past')
  expect(await codeOf(sayBilling(noor, `billing ${winter} too ${noor.email}`))).toBe('sentence.unreadable')
  expect(await codeOf(sayBilling(noor, `billing bundle/x to ${noor.email}`))).toBe('bundle.unknown')
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/assets', {
      params: within(agnese, {}),
      body: { platform: 'marram', kind: 'ad-account', name: 'Brand new', handle: 'brand-new' },
    }),
  )
  expect(await payingOf(agnese, 'ad-account/brand-new')).toMatchObject({ means: null })
  expect(await problemOf(sayBilling(noor, `billing ad-account/brand-new to ${noor.email}`))).toMatchObject({
    code: 'means.needed',
    detail: expect.stringContaining('means/harbour-card'),
  })
  expect(await codeOf(payingOf(agnese, 'ad-account/nothing'))).toBe('asset.unknown')
})

test('whatever is said, asked, refused, called off and waited for, exactly one pays at every instant', async () => {
  await scene
    .say(agnese, `let ${callum.business} run on ${winter}`)
    .then(async ({ proposal }) => accept(callum, proposal!))
  await addMeans(noor, { name: 'Bad card', number: '4000 0000 0000 0002', refused: true })
  const { things } = scene.town.platform('marram')
  const from = () => scene.clock.now().add({ hours: 30 }).toString().slice(0, 10)
  const steps: Record<string, () => Promise<unknown>> = {
    harbour: () => sayBilling(agnese, `billing ${winter} to ${noor.email} with means/harbour-card`),
    later: () => sayBilling(agnese, `billing ${winter} to ${agnese.email} with means/harbour-card from ${from()}`),
    bad: () => sayBilling(agnese, `billing ${winter} to ${agnese.email} with means/bad-card`),
    badLater: () => sayBilling(agnese, `billing ${winter} to ${agnese.email} with means/bad-card from ${from()}`),
    off: () => callOff(agnese, winter),
    agency: async () => {
      const { proposals } = await sayBilling(callum, `billing ${number} to ${callum.email} with means/second-card`)
      await accept(agnese, proposals[0]!)
    },
    back: async () => {
      const { proposals } = await sayBilling(callum, `billing ${number} to ${agnese.business}`)
      await accept(agnese, proposals[0]!, { means: 'harbour-card' })
    },
    wait: async () => scene.clock.forward({ hours: 40 }),
  }
  await fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom(...Object.keys(steps)), { maxLength: 8 }), async said => {
      for (const name of said) {
        await bothSignIn()
        await steps[name]!().catch(() => undefined)
        await due()
        const [row] = await scene.sql<{ payer: string; ref: string; open: number }>(
          `SELECT business.name AS payer, means.platform_ref AS ref, (SELECT count(*)::integer FROM billing_change c WHERE c.asset_id = asset.id AND c.state = 'asking') AS open
           FROM asset JOIN business ON business.id = payer_id JOIN means ON means.id = means_id AND means.business_id = payer_id WHERE asset.handle = 'winter-freight'`,
        )
        expect(row).toMatchObject({ ref: things.find('MA-20418')!.payment, open: 0 })
      }
    }),
    { numRuns: 25 },
  )
  const told = await scene.sql<{ at: Date }>(
    `SELECT at FROM history JOIN business ON business.id = chain_id WHERE business.number = $1 AND entry->>'what' = 'billing.changed'`,
    [agnese.business],
  )
  expect(told.length).toBeGreaterThan(5)
}, 120_000)
