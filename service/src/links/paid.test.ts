import { beforeAll, beforeEach, expect, test } from 'vitest'
import { acceptLink, makeManager, previewLink, sayLink } from '../../../e2e/support/links.ts'
import { addMeans, chargedTo, payingOf } from '../../../e2e/support/money.ts'
import { agnese, betweenTwoBusinesses, callum, numberOf, scene, winter, within } from '../../../e2e/support/partners.ts'
import { answerOf } from '@famiglia/client'
import { drawNumber } from '@famiglia/core'
import { problemOf } from '../../../e2e/support/scene.ts'
import { switchAllDue } from '../billing/switchPayment.ts'

betweenTwoBusinesses()

const travel = 'manager-account/travel'
let number: string
let under: string
beforeAll(async () => {
  under = await makeManager(scene.callum, 'Travel', 'travel')
  number = await numberOf('winter-freight')
  await addMeans(await scene.signIn(scene.agnese), { name: 'Harbour card', number: '4000 1234 5678 4421' })
})
beforeEach(async () => {
  await sayLink(agnese, `unlink ${winter} from ${under}`).catch(() => undefined)
  await scene.sql(
    `UPDATE asset SET payer_id = business_id, answering_id = brought_in_by, means_id = (SELECT id FROM means WHERE means.business_id = asset.business_id AND handle = 'freight-card')
     WHERE handle = 'winter-freight'`,
  )
})

const due = () => switchAllDue(scene.town.service.kit)()
const paying = () => payingOf(agnese, winter)
const ourselves = () => `paid by ${callum.business} with means/office-card`
const read = async (who: typeof agnese, proposal: string) =>
  answerOf(who.client.GET('/v1/businesses/{business}/proposals/{proposal}', { params: within(who, { proposal }) }))

test('who asks from above offers to pay with its own means; the owner’s one answer is a yes to both', async () => {
  const preview = await previewLink(callum, `link ${number} under ${travel} at run ${ourselves()}`)
  expect(preview.notes.join(' ')).toContain(
    'Gullwright & Moss pays from then on, Office card ending 1207. The other side has to agree to that in the same answer.',
  )
  const { proposals } = await sayLink(callum, `link ${number} under ${travel} at run ${ourselves()}`)
  const asked = await read(agnese, proposals[0]!)
  expect(asked).toMatchObject({ paying: { by: 'Gullwright & Moss', takesMeansOn: null, canStay: true } })
  expect(asked.said).toContain('; paid by Gullwright & Moss')
  expect(JSON.stringify(asked)).not.toMatch(/Office card|1207/)
  expect((await acceptLink(agnese, proposals[0]!)).result).toContain(
    'Gullwright & Moss pays for Winter Freight from then on',
  )
  await due()
  expect([(await paying()).payer.name, chargedTo(scene, 'MA-20418')]).toEqual(['Gullwright & Moss', 'Office card'])
  const unlinked = await sayLink(callum, `unlink ${number} from ${travel}`)
  expect(unlinked.result).toContain('Gullwright & Moss pays, as before.')
  expect((await paying()).payer.name).toBe('Gullwright & Moss')
})

test('the owner links it and leaves who pays as it is', async () => {
  const { proposals } = await sayLink(callum, `link ${number} under ${travel} at run ${ourselves()}`)
  expect((await acceptLink(agnese, proposals[0]!, { payerStays: true })).result).toContain('Who pays stays as it is.')
  await due()
  expect(await paying()).toMatchObject({ payer: { isOwn: true }, planned: null })
})

test('from the day on which the link begins the other pays, and not before', async () => {
  const begins = scene.clock.now().add({ hours: 48 }).toString().slice(0, 10)
  const { proposals } = await sayLink(callum, `link ${number} under ${travel} at run ${ourselves()} from ${begins}`)
  await acceptLink(agnese, proposals[0]!)
  await due()
  expect(await paying()).toMatchObject({ payer: { isOwn: true }, planned: { canCallOff: true } })
  scene.clock.forward({ hours: 49 })
  await due()
  const again = await scene.signIn(agnese)
  expect((await payingOf(again, winter)).payer.name).toBe('Gullwright & Moss')
})

test('who offers from below asks the other to pay, who chooses with what in its answer', async () => {
  const { proposals } = await sayLink(agnese, `link ${winter} under ${under} at run paid by ${callum.business}`)
  expect(await read(callum, proposals[0]!)).toMatchObject({ paying: { takesMeansOn: 'marram' } })
  expect(await problemOf(acceptLink(callum, proposals[0]!))).toMatchObject({ code: 'means.needed' })
  await acceptLink(callum, proposals[0]!, { means: 'means/office-card' })
  await due()
  expect((await paying()).payer.name).toBe('Gullwright & Moss')
})

test('nobody else is made to pay by a link, and nobody says what the other pays with', async () => {
  const refusals = [
    [callum, `link ${number} under ${travel} at run paid by ${callum.business}`, 'means.needed'],
    [
      callum,
      `link ${number} under ${travel} at run paid by ${callum.business} with means/freight-card`,
      'means.unknown',
    ],
    [agnese, `link ${winter} under ${under} at run paid by ${callum.business} with means/office-card`, 'means.unknown'],
    [agnese, `link ${winter} under ${under} at run paid by ${drawNumber('B', 27_182_818)}`, 'billing.third'],
    [callum, `link ${travel} under ${travel} at run ${ourselves()}`, 'link.under-itself'],
  ] as const
  for (const [who, words, code] of refusals)
    expect([words, (await problemOf(sayLink(who, words))).code]).toEqual([words, code])
})
