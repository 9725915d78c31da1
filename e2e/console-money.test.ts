import { Temporal } from '@famiglia/core'
import { readFile } from 'node:fs/promises'
import { beforeAll, expect, test } from 'vitest'
import type { Page } from 'playwright-core'
import { flawsOf, pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import { decline } from './support/partners.ts'
import { chargedTo, sayBilling } from './support/money.ts'

inTheConsole()

const winter = 'ad-account/winter-freight'
let noor: Page
let sanne: Page
beforeAll(async () => {
  noor = await pageOf(browser, scene, scene.called('Noor'))
  sanne = await pageOf(browser, scene, scene.called('Sanne'))
}, 60_000)

const to = (page: Page, name: string, path: string) => page.goto(`${scene.url}/${scene.called(name).business}${path}`)
const row = (page: Page, name: string) => page.getByRole('row').filter({ has: page.getByRole('rowheader', { name }) })
const charged = () => chargedTo(scene, 'MA-20418')

test('no page about money has a finding of axe, by day, by night or on a phone, and none is wider than the phone', async () => {
  const { proposals } = await sayBilling(
    await scene.signIn(scene.called('Noor')),
    `billing ${winter} to ${scene.called('Sanne').business}`,
  )
  const own = `/${scene.called('Noor').business}`
  expect(
    await flawsOf(browser, scene.url, await noor.context().cookies(), [
      `${own}/money`,
      `${own}/money?account=${encodeURIComponent(winter)}`,
      `${own}/desk`,
    ]),
  ).toEqual([])
  expect(
    await flawsOf(browser, scene.url, await sanne.context().cookies(), [
      `/${scene.called('Sanne').business}/proposals/${proposals[0]!}`,
    ]),
  ).toEqual([])
  await decline(await scene.signIn(scene.called('Sanne')), proposals[0]!)
}, 240_000)

test('finance people read who pays with what, who can spend and what was spent, and keep it as a file', async () => {
  await to(noor, 'Noor', '/money')
  await noor.getByRole('heading', { name: /^You pay for three ad accounts; Freight card runs out on \d/ }).waitFor()
  const freight = row(noor, 'Winter Freight')
  await freight.getByText('Freight card ending 9078').waitFor()
  await freight.getByText('Gullwright Travel, not answered yet').waitFor()
  await row(noor, 'Harbour Parking').getByText('not shown to you').waitFor()
  await row(noor, 'Summer Crossings').getByRole('img', { name: 'run, indirectly' }).first().waitFor()
  await noor.getByText('You see the money, not the adverts.').waitFor()
  const [file] = await Promise.all([
    noor.waitForEvent('download'),
    noor.getByRole('button', { name: 'Save as a CSV file' }).click(),
  ])
  const text = await readFile(await file.path(), 'utf8')
  expect(text).toMatch(/^number,ad account,owner,who pays,/)
  expect(text).toMatch(/Harbour Parking,Ondaverde Ferries,Porto Lindo Tourist Board,Sanne Okoro,,,/)
})

test('the desk tells which means of payment runs out, and leads to where another takes its place from a day on', async () => {
  await to(noor, 'Noor', '/desk')
  await noor.getByRole('region', { name: 'Means of payment that run out' }).waitFor()
  await noor.getByRole('link', { name: 'Pay otherwise' }).click()
  const sheet = noor.getByRole('region', { name: 'Take over payment for Winter Freight' })
  await sheet.getByText('Harbour card ending 4421, on record since', { exact: false }).waitFor()
  await sheet.getByText('Freight card ending 9078 pays until that moment, and nothing after that.').waitFor()
  const day = Temporal.Now.plainDateISO().add({ days: 12 }).toString()
  await sheet.getByLabel('From when; empty for at once').fill(day)
  await sheet.getByText('Freight card ending 9078 pays until then, and nothing after that.', { exact: false }).waitFor()
  await sheet.getByText('Agnese Torvald, Noor Castellan and Ruben Achterberg, at once').waitFor()
  await sheet.getByRole('button', { name: 'Take over', exact: true }).click()
  await sheet.getByText('It can be called off until then.', { exact: false }).waitFor()
  await sheet.getByRole('button', { name: 'Close it' }).click()
  expect(charged()).toBe('Freight card')
  await noor.getByText(/^Ondaverde Ferries pays for Winter Freight from \d+ \w+ \d+/).waitFor()
  await noor.getByRole('button', { name: 'Call it off' }).click()
  await noor.getByText(/^Called off/).waitFor()
})

test('a means of payment is registered on its platform’s page and comes back on record; taking over with it is one step', async () => {
  await to(noor, 'Noor', '/money')
  await noor.getByRole('button', { name: 'Add one on Marram' }).click()
  await noor.getByLabel('What you call it').fill('Tide card')
  await noor.getByLabel('Number').fill('4000 2222 3333 1357')
  await noor.getByLabel('Good until the end of').fill('2031-06')
  await noor.getByRole('button').last().click()
  await noor.getByText('Tide card ending 1357 is on record.', { exact: false }).waitFor()
  await noor.getByRole('button', { name: 'Take over payment: Winter Freight' }).click()
  const sheet = noor.getByRole('region', { name: 'Take over payment for Winter Freight' })
  await sheet.getByLabel('New means').selectOption('Tide card ending 1357')
  await sheet.getByText('with Tide card ending 1357; Noor Castellan answers for it.', { exact: false }).waitFor()
  await sheet.getByRole('button', { name: 'Take over', exact: true }).click()
  await row(noor, 'Winter Freight').getByText('Tide card ending 1357').waitFor()
  expect(charged()).toBe('Tide card')
  await noor.goto(`${scene.url}/${scene.called('Noor').business}/assets/${encodeURIComponent(winter)}`)
  await noor.getByText('Paid by Ondaverde Ferries, Tide card ending 1357.').waitFor()
})

test('another business is asked to pay, and chooses with what on the page that answers', async () => {
  await noor.getByLabel('Search').fill(`billing ${winter} to ${scene.called('Yuki').business}`)
  await noor.getByLabel('Search').press('Enter')
  const sheet = noor.getByRole('region', { name: 'Take over payment for Winter Freight' })
  await sheet.getByLabel('Its number').fill(scene.called('Sanne').business)
  await sheet.getByText('Porto Lindo Tourist Board: nothing changes before.').waitFor()
  await sheet.getByRole('button', { name: 'Ask them' }).click()
  await sheet.getByText(/^Asked Porto Lindo Tourist Board/).waitFor()
  await to(sanne, 'Sanne', '/desk')
  await sanne.getByRole('link', { name: 'Read and answer' }).first().click()
  await sanne.getByText('Porto Lindo Tourist Board would pay.').waitFor()
  await sanne.getByRole('button', { name: 'Accept it' }).click()
  await sanne.getByText('Say what Porto Lindo Tourist Board pays for Winter Freight with', { exact: false }).waitFor()
  await sanne.getByLabel('With what you pay from then on').selectOption('Board account')
  await sanne.getByRole('button', { name: 'Accept it' }).click()
  await sanne.getByText(/^Agreed: /).waitFor()
  await expect.poll(charged, { timeout: 15_000 }).toBe('Board account')
  await to(noor, 'Noor', '/money')
  await row(noor, 'Winter Freight').getByText('not shown to you').waitFor()
})

test('who sees no bills finds no money page to read, and who only reads an account sees who pays and changes nothing', async () => {
  const priya = await pageOf(browser, scene, scene.called('Priya'))
  await to(priya, 'Priya', '/money')
  await priya.getByText('No ad account whose bills you see is here.').waitFor()
  expect(await priya.getByRole('heading', { name: 'Means of payment' }).count()).toBe(0)
  await to(priya, 'Priya', '/assets/ad-account%2Fsummer-crossings')
  await priya.getByText('Noor Castellan answers for it', { exact: false }).waitFor()
  expect(await priya.getByRole('link', { name: /Change who pays|take it over/ }).count()).toBe(0)
})
