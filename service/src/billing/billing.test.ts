import { beforeAll, beforeEach, expect, test } from 'vitest'
import {
  agnese,
  accept,
  betweenTwoBusinesses,
  callum,
  decline,
  numberOf,
  scene,
  winter,
} from '../../../e2e/support/partners.ts'
import {
  addMeans,
  callOff,
  chargedTo,
  moneyOf,
  payingOf,
  previewBilling,
  sayBilling,
} from '../../../e2e/support/money.ts'
import { giveStanding, join, problemOf, type Actor } from '../../../e2e/support/scene.ts'
import { linked, makeManager } from '../../../e2e/support/links.ts'
import { switchAllDue } from './switchPayment.ts'

betweenTwoBusinesses()

const noor = 'noor@ondaverde.example'
let finance: Actor
let number: string
beforeAll(async () => {
  finance = await join(scene, 'Noor Castellan', `let WHO watch on ${winter}`)
  await giveStanding(await scene.signIn(scene.agnese), finance.email, 'finance')
  await addMeans(await scene.signIn(scene.agnese), {
    name: 'Harbour card',
    number: '4000 1234 5678 4421',
    month: '2029-03',
  })
  await addMeans(await scene.signIn(scene.callum), { name: 'Second card', number: '4000 0000 0000 3456' })
  await makeManager(scene.callum, 'Travel', 'travel')
  number = await numberOf('winter-freight')
  await linked(
    await scene.signIn(scene.callum),
    await scene.signIn(scene.agnese),
    `link ${number} under manager-account/travel at run`,
  )
}, 60_000)
beforeEach(async () => {
  finance = await scene.signIn(finance)
})

const due = () => switchAllDue(scene.town.service.kit)()
const charged = () => chargedTo(scene, 'MA-20418')
const payer = async () => (await payingOf(agnese, winter)).payer.name
const day = (days: number) =>
  scene.clock
    .now()
    .add({ hours: days * 24 })
    .toZonedDateTimeISO('Europe/Lisbon')
    .toPlainDate()
    .toString()

/** Puts it back as it was at first, here and there. */
async function asAtFirst(): Promise<void> {
  const { things } = scene.town.platform('marram')
  things.charge(things.find('MA-20418')!, things.findMeans('MM-9078')!)
  await scene.sql(
    `UPDATE asset SET payer_id = business_id, answering_id = brought_in_by, means_id = (SELECT id FROM means WHERE means.business_id = asset.business_id AND handle = 'freight-card')
     WHERE handle = 'winter-freight'`,
  )
  await scene.sql(`UPDATE billing_change SET state = 'cancelled' WHERE state IN ('planned', 'asking')`)
}
beforeEach(asAtFirst)

test('who brings an account in pays for it with what its platform charges; a new one is charged to nothing yet', async () => {
  expect(await payingOf(agnese, winter)).toMatchObject({
    payer: { name: 'Ondaverde Ferries', isOwn: true },
    answering: 'Agnese Torvald',
    means: 'Freight card ending 9078',
    planned: null,
    canTakeOver: 'at once',
  })
  expect(await payingOf(callum, number)).toMatchObject({
    payer: { name: 'Ondaverde Ferries', isOwn: false },
    means: null,
    goodUntil: null,
    canTakeOver: 'by asking',
  })
})

test('finance people have an account paid with something else in one step, the platform first, and all who pay are told', async () => {
  const preview = await previewBilling(finance, `billing ${winter} to ${noor} with means/harbour-card`)
  expect(preview.summary).toBe(
    'Ondaverde Ferries pays for Winter Freight with Harbour card ending 4421; Noor Castellan answers for it.',
  )
  expect(preview.steps.map(step => step.said).join(' ')).toContain(
    'Freight card ending 9078 pays until that moment, and nothing after that.',
  )
  expect(preview.told).toEqual(['Agnese Torvald', 'Noor Castellan'])
  expect(charged()).toBe('Freight card')
  const said = await sayBilling(finance, `billing ${winter} to ${noor} with means/harbour-card`)
  expect(said).toMatchObject({
    outcome: 'changed',
    result:
      'Ondaverde Ferries pays for Winter Freight with Harbour card ending 4421; Noor Castellan answers for it, from now on.',
  })
  expect(charged()).toBe('Harbour card')
  expect(await payingOf(agnese, winter)).toMatchObject({ answering: 'Noor Castellan', meansHandle: 'harbour-card' })
  for (const to of ['agnese@ondaverde.example', noor])
    expect((await scene.letters(to))[0]).toContain('pays for Winter Freight with Harbour card ending 4421')
  expect(await sayBilling(finance, `billing ${winter} to ${noor} with means/harbour-card`)).toMatchObject({
    outcome: 'same',
  })
})

test('from a day on: to the second before it the old one pays, then the new one, and called off it never comes', async () => {
  const said = await sayBilling(finance, `billing ${winter} to ${noor} with means/harbour-card from ${day(20)}`)
  expect(said.outcome).toBe('planned')
  expect(said.result).toContain('It can be called off until then.')
  const { planned } = await payingOf(agnese, winter)
  expect(planned).toMatchObject({ canCallOff: true, said: expect.stringContaining('Harbour card ending 4421') })
  const left = Date.parse(planned!.at) - scene.clock.now().epochMilliseconds
  scene.clock.forward({ milliseconds: left - 1000 })
  await due()
  expect(charged()).not.toBe('Harbour card')
  scene.clock.forward({ seconds: 1 })
  await due()
  await due()
  expect(charged()).toBe('Harbour card')
  const admin = await scene.signIn(scene.agnese)
  expect(await payingOf(admin, winter)).toMatchObject({ answering: 'Noor Castellan', planned: null })

  await sayBilling(await scene.signIn(finance), `billing ${winter} to ${noor} with means/freight-card from ${day(2)}`)
  await callOff(admin, winter)
  expect(await problemOf(callOff(admin, winter))).toMatchObject({ code: 'billing.none' })
  scene.clock.forward({ hours: 24 * 3 })
  await due()
  expect(charged()).toBe('Harbour card')
})

test('where the platform refuses the new means the old one stays, at once and at a day, and both are told', async () => {
  await sayBilling(finance, `billing ${winter} to ${noor} with means/harbour-card`)
  const bad = await addMeans(finance, { name: 'Bad card', number: '4000 0000 0000 0002', refused: true })
  const refused = await problemOf(sayBilling(finance, `billing ${winter} to ${noor} with means/${bad}`))
  expect(refused).toMatchObject({
    code: 'means.refused',
    detail: expect.stringContaining('goes on paying for Winter Freight'),
  })
  expect([charged(), (await payingOf(agnese, winter)).meansHandle]).toEqual(['Harbour card', 'harbour-card'])
  await sayBilling(finance, `billing ${winter} to ${noor} with means/${bad} from ${day(2)}`)
  scene.clock.forward({ hours: 24 * 3 })
  await due()
  expect(charged()).toBe('Harbour card')
  for (const to of ['agnese@ondaverde.example', noor])
    expect((await scene.letters(to))[0]).toBe('Nothing changed: Ondaverde Ferries goes on paying for Winter Freight')
})

test('between two businesses both say yes; neither reads what the other pays with', async () => {
  const asked = await sayBilling(
    callum,
    `billing ${number} to ${callum.email} with means/second-card`,
    'We invoice you anyway.',
  )
  expect(asked).toMatchObject({
    outcome: 'asked',
    result: expect.stringContaining('Ondaverde Ferries goes on paying until they agree'),
  })
  expect(await payer()).toBe('Ondaverde Ferries')
  const answered = await accept(finance, asked.proposals[0]!)
  expect(answered.result).toContain('Gullwright & Moss pays for Winter Freight, as soon as the platform has taken it')
  await due()
  expect([await payer(), charged()]).toEqual(['Gullwright & Moss', 'Second card'])
  const owner = JSON.stringify([
    await payingOf(agnese, winter),
    await moneyOf(agnese),
    await scene.newestLetter(agnese.email),
  ])
  expect(owner).not.toMatch(/Second card|3456/)
  expect(await payingOf(callum, number)).toMatchObject({
    means: 'Second card ending 3456',
    answering: 'Callum Osei-Bright',
  })
  // The one that pays hands it back: whoever takes it over chooses with what.
  const back = await sayBilling(callum, `billing ${number} to ${agnese.business}`)
  expect(await problemOf(accept(agnese, back.proposals[0]!))).toMatchObject({
    code: 'means.needed',
    detail: expect.stringContaining('means/harbour-card'),
  })
  await accept(finance, back.proposals[0]!, { means: 'means/harbour-card' })
  await due()
  expect(await payingOf(agnese, winter)).toMatchObject({
    payer: { isOwn: true },
    answering: 'Noor Castellan',
    means: 'Harbour card ending 4421',
  })
})

test('declined, nothing changes; a request whose ground is gone holds no longer', async () => {
  const asked = await sayBilling(callum, `billing ${number} to ${callum.email} with means/second-card`)
  await decline(agnese, asked.proposals[0]!, 'We pay ourselves.')
  expect(await payer()).toBe('Ondaverde Ferries')
  const again = await sayBilling(callum, `billing ${number} to ${callum.email} with means/second-card`)
  await scene.sql(
    `UPDATE asset SET payer_id = (SELECT id FROM business WHERE number = $1) WHERE handle = 'winter-freight'`,
    [callum.business],
  )
  expect(await problemOf(accept(agnese, again.proposals[0]!))).toMatchObject({ code: 'proposal.void' })
})

test('what was cut off while the platform was asked is taken up again, once', async () => {
  await sayBilling(finance, `billing ${winter} to ${noor} with means/harbour-card from ${day(1)}`)
  scene.clock.forward({ hours: 48 })
  await scene.sql(`UPDATE billing_change SET state = 'asking' WHERE state = 'planned'`)
  const admin = await scene.signIn(scene.agnese)
  expect(await problemOf(callOff(admin, winter))).toMatchObject({ code: 'billing.changing' })
  await Promise.all([due(), due(), due()])
  expect(charged()).toBe('Harbour card')
  const [told] = await scene.sql<{ count: number }>(
    `SELECT count(*)::integer AS count FROM history JOIN business ON business.id = chain_id WHERE business.number = $1 AND entry->>'what' = 'billing.changed' AND at > $2`,
    [agnese.business, scene.clock.now().subtract({ hours: 1 }).toString()],
  )
  expect(told!.count).toBe(1)
})

test('of twenty who want it otherwise at once, one at a time has it, and somebody pays throughout', async () => {
  const outcomes = await Promise.allSettled(
    Array.from({ length: 20 }, (_one, turn) =>
      sayBilling(
        finance,
        `billing ${winter} to ${turn % 2 ? noor : agnese.email} with means/${turn % 3 ? 'harbour-card' : 'freight-card'}`,
      ),
    ),
  )
  for (const lost of outcomes.filter(one => one.status === 'rejected'))
    expect(lost.reason.problem.code).toMatch(/^(billing\.changing|service\.busy)$/)
  await due()
  const { meansHandle } = await payingOf(agnese, winter)
  expect(charged()).toBe({ 'harbour-card': 'Harbour card', 'freight-card': 'Freight card' }[meansHandle!])
  const open = await scene.sql(`SELECT FROM billing_change WHERE state IN ('planned', 'asking')`)
  expect(open).toEqual([])
})
