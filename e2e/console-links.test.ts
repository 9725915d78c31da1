import { beforeAll, expect, test } from 'vitest'
import type { Page } from 'playwright-core'
import { findings, flawsOf, pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import { sayLink } from './support/links.ts'
import type { Actor } from './support/scene.ts'

inTheConsole()

let agnese: Page
let callum: Page
let number: string
beforeAll(async () => {
  agnese = await pageOf(browser, scene, scene.agnese)
  callum = await pageOf(browser, scene, scene.callum)
  number = await numberOf('gullwright-travel')
}, 60_000)

const to = (page: Page, who: Actor, path: string) => page.goto(`${scene.url}/${who.business}${path}`)
const numberOf = async (handle: string) =>
  (await scene.sql<{ number: string }>('SELECT number FROM asset WHERE handle = $1', [handle]))[0]!.number

test('no page about manager accounts has a finding of axe, by day, by night or on a phone, and none is wider than the phone', async () => {
  const [row] = await scene.sql<{ id: string }>(`SELECT id FROM proposal WHERE kind = 'link' AND state = 'open'`)
  const unlink = encodeURIComponent(`unlink ad-account/summer-crossings from ${number}`)
  const agency = `/${scene.callum.business}`
  expect(
    await flawsOf(browser, scene.url, await callum.context().cookies(), [
      `${agency}/tree`,
      `${agency}/manager-accounts/${number}`,
      `${agency}/link?under=manager-account/gullwright-travel`,
    ]),
  ).toEqual([])
  const owner = `/${scene.agnese.business}`
  expect(
    await flawsOf(browser, scene.url, await agnese.context().cookies(), [
      `${owner}/tree`,
      `${owner}/proposals/${row!.id}`,
      `${owner}/link?say=${unlink}`,
      `${owner}/assets/ad-account%2Fsummer-crossings`,
    ]),
  ).toEqual([])
}, 240_000)

test('the tree is drawn with a branch for each link, told by form, and leads to each manager account', async () => {
  await to(callum, scene.callum, '/tree')
  const drawn = callum.getByRole('group', { name: 'The tree' })
  for (const name of ['Gullwright All', 'Gullwright Food', 'Summer Crossings', 'Harvest Fair', 'Ondaverde winter'])
    await drawn.getByText(name, { exact: true }).waitFor()
  expect(await drawn.getByRole('img', { name: 'steward, own grant' }).count()).toBe(3)
  expect(await drawn.getByRole('img', { name: 'run, waiting for an answer' }).count()).toBe(1)
  expect(await drawn.getByRole('img', { name: /, not in force$/ }).count()).toBe(2)
  await drawn.getByRole('link', { name: 'Gullwright Travel' }).click()
  await callum.getByRole('heading', { name: 'Gullwright Travel gathers four ad accounts' }).waitFor()
})

test('the accounts of a manager account stand side by side, are sorted by a figure, and named on this side alone', async () => {
  await to(callum, scene.callum, `/manager-accounts/${number}`)
  const rows = callum.getByRole('row')
  const names = async () =>
    (await callum.locator('.figs tbody tr:not(.idle) td:nth-child(2) b').allTextContents()).slice(0, 4)
  await rows.filter({ hasText: 'Summer Crossings' }).getByText('hidden').waitFor()
  expect((await names())[0]).toBe('Summer Crossings')
  await callum.getByRole('button', { name: 'Revenue' }).click()
  await expect.poll(async () => (await names())[0]).toBe('Fjord Freight')
  await callum.getByRole('button', { name: 'name it: Cold Chain' }).click()
  await callum.getByLabel('Your name for Cold Chain').fill('Vastholm, cold goods')
  await callum.getByRole('button', { name: 'Keep it' }).click()
  await callum.getByText('Cold Chain is called “Vastholm, cold goods” on your side.').waitFor()
  await callum
    .getByText(
      /^Spend leaves out one account, cost of a result leaves out one account and revenue leaves out two accounts/,
    )
    .waitFor()
})

test('accounts are asked for by pasted numbers, each told what it is, with the review before anything is sent', async () => {
  const [fair, winter] = [await numberOf('harvest-fair'), await numberOf('winter-freight')]
  await to(callum, scene.callum, '/link?under=manager-account/gullwright-food')
  await callum
    .getByLabel('Their numbers, as from a mail or a CSV file')
    .fill(`${fair}, ${winter.slice(0, -1)}${(Number(winter.at(-1)) + 1) % 10}\n${winter}`)
  await callum.getByRole('button', { name: 'Check the numbers' }).click()
  const checks = callum.getByRole('list', { name: 'The numbers' })
  await checks.getByText('A digit is wrong').waitFor()
  await checks.getByText('Porto Lindo Tourist Board is asked.').waitFor()
  await callum.getByLabel('Ceiling').selectOption('draft')
  const review = callum.getByRole('region', { name: 'The review' })
  await review
    .getByText(/at draft/)
    .first()
    .waitFor()
  await review.getByText('Anyone', { exact: false }).or(review.getByText('A link lets in everyone')).first().waitFor()
  expect(await findings(callum)).toEqual([])
  await callum.getByRole('button', { name: 'Sign and send it' }).click()
  await callum
    .getByText(/^Asked .*Porto Lindo Tourist Board/)
    .or(callum.getByText(/Asked Ondaverde Ferries/))
    .first()
    .waitFor()
})

test('an owner reads who would reach it, answers what is asked separately, and sees it in the tree', async () => {
  const { proposals } = await sayLink(
    scene.callum,
    `link ${await numberOf('winter-freight')} under manager-account/gullwright-all at steward may give access`,
  )
  await to(agnese, scene.agnese, `/proposals/${proposals[0]!}`)
  await agnese.getByText('May they give access to others?').waitFor()
  await agnese.getByText('Callum Osei-Bright (callum@gullwright.example), admin of Gullwright & Moss').waitFor()
  expect(await agnese.getByRole('radio', { name: 'No' }).isChecked()).toBe(true)
  await agnese.getByRole('button', { name: 'Accept it' }).click()
  await agnese.getByText(/^Linked: Winter Freight under Gullwright All at steward/).waitFor()
  await agnese.getByText(/They may not give access to others there/).waitFor()
  await to(agnese, scene.agnese, '/assets/ad-account%2Fwinter-freight')
  await agnese.getByText('may not give access').waitFor()
})

test('an owner unlinks from the account’s page, told who loses what before it', async () => {
  await to(agnese, scene.agnese, '/assets/ad-account%2Fwinter-freight')
  await agnese.getByRole('listitem').filter({ hasText: 'Gullwright All' }).getByRole('link', { name: 'Unlink' }).click()
  await agnese.getByText('Callum Osei-Bright no longer reaches Winter Freight.').waitFor()
  await agnese.getByRole('button', { name: 'Unlink', exact: true }).click()
  await agnese.getByText(/^Unlinked: Winter Freight from Gullwright All/).waitFor()
  expect(await scene.can(scene.callum.email, 'ads.see', 'ad-account/winter-freight')).toBe(false)
})

test('two hundred accounts under one manager account fold by owner, and open', async () => {
  await scene.sql(
    `INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
     SELECT gen_random_uuid(), 'A-9' || lpad(n::text, 3, '0') || '-0000-00', b.id, 'ad-account', 'lot-' || n, 'Lot ' || n, 'marram', 'MX-' || n, now(), b.opened_by, b.id, b.opened_by, now()
     FROM business b, generate_series(1, 200) n WHERE b.number = $1`,
    [scene.called('Egil').business],
  )
  await scene.sql(
    `INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, to_business_id, tier, actions, hiding, from_at, given_at, given_by)
     SELECT gen_random_uuid(), a.business_id, a.id, 'manager', m.id, m.business_id, 'run', '{}', '{}', now(), now(), a.brought_in_by
     FROM asset a, asset m WHERE a.handle LIKE 'lot-%' AND m.handle = 'gullwright-food'`,
  )
  await to(callum, scene.callum, '/tree')
  const drawn = callum.getByRole('group', { name: 'The tree' })
  await drawn.getByRole('button', { name: '200 accounts of Vastholm Freight' }).click()
  await drawn.getByText('Lot 200', { exact: true }).waitFor()
})
