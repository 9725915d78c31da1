import type { Page } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { findings, flawsOf, openBrowser, pageOf, type Browser } from './support/browser.ts'
import { openScene, type Actor, type Scene } from './support/scene.ts'

let scene: Scene
let browser: Browser
let agnese: Page
let callum: Page
beforeAll(async () => {
  scene = await openScene({ whole: true })
  browser = await openBrowser()
  agnese = await pageOf(browser, scene, scene.agnese)
  callum = await pageOf(browser, scene, scene.callum)
}, 180_000)
afterAll(async () => {
  await browser.close()
  await scene.close()
})

const to = (page: Page, who: Actor, path: string) => page.goto(`${scene.url}/${who.business}${path}`)
const winter = 'ad-account/winter-freight'
const marisol = 'marisol@gullwright.example'

/** Signs a review; the token that tests act with is never asked for a proof. */
const sign = (page: Page) => page.getByRole('button', { name: 'Sign and send' }).click()

test('no page between businesses has a finding of axe, by day, by night or on a phone, and none is wider than the phone', async () => {
  const cookies = await agnese.context().cookies()
  const [asked] = await scene.sql<{ id: string }>(`SELECT id FROM proposal WHERE kind = 'business-ask'`)
  const at = `/${scene.agnese.business}`
  const { business: agency } = scene.callum
  const pages = [
    `${at}/families`,
    `${at}/partners/${agency}`,
    `${at}/inbox`,
    `${at}/proposals/${asked!.id}`,
    `${at}/card`,
    `${at}/in-trust`,
    `${at}/ask?of=${agency}`,
    `${at}/review?say=${encodeURIComponent(`let ${agency} run on ${winter} may pass on`)}`,
    `/card/${agency}`,
  ]
  expect(await flawsOf(browser, scene.url, cookies, pages)).toEqual([])
}, 180_000)

test('a wrong digit is told while it is typed; the right number shows whose it is before anything is sent', async () => {
  await to(agnese, scene.agnese, '/families')
  const number = agnese.getByLabel('A business’s number')
  const wrong = scene.callum.business.replace(/\d$/, last => String((Number(last) + 1) % 10))
  await number.fill(wrong)
  await agnese.getByText('A digit is wrong: the two check digits do not fit').waitFor()
  expect(await agnese.getByRole('button', { name: 'Whose is it?' }).isDisabled()).toBe(true)
  await number.fill(scene.agnese.business)
  await agnese.getByText('That is your own number').waitFor()
  await number.fill(scene.callum.business)
  await agnese.getByRole('button', { name: 'Whose is it?' }).click()
  const found = agnese.getByRole('status').filter({ hasText: 'Gullwright & Moss' })
  await found.getByText('You let them run on Summer Crossings, hiding revenue.').waitFor()
  expect(await findings(agnese)).toEqual([])
})

test('an offer is composed with its two questions off, read over, signed, and lands on the partner’s desk', async () => {
  await to(agnese, scene.agnese, `/give?say=${encodeURIComponent(`let ${scene.callum.business} run on ${winter}`)}`)
  const further = agnese.getByRole('checkbox', { name: 'They may pass it on to a further business' })
  expect(await further.isChecked()).toBe(false)
  await further.check()
  await agnese.getByText('may pass it on to a further business, whose people you see').waitFor()
  await further.uncheck()
  await agnese.getByText('What you give is the ceiling').waitFor()
  await agnese.getByText('It costs you no seats.').waitFor()
  await agnese.getByRole('button', { name: 'Read it over' }).click()
  await sign(agnese)
  await agnese.getByText('Offered to Gullwright & Moss: run on Winter Freight').waitFor()

  await to(callum, scene.callum, '/desk')
  await callum.getByText('Agnese Torvald of Ondaverde Ferries offers Gullwright & Moss').waitFor()
  await callum.getByRole('link', { name: 'Read and answer' }).first().click()
  await callum.getByRole('button', { name: 'Accept less' }).click()
  await callum.getByLabel('What it is instead').fill('draft on ad-account/winter-freight hiding revenue')
  expect(await findings(callum)).toEqual([])
  await callum.getByRole('button', { name: 'Accept this' }).click()
  await callum.getByText('Of that').waitFor()
  await callum.getByText('draft on Winter Freight, hiding revenue').first().waitFor()
  await callum.getByRole('link', { name: 'See what is ready now, and what is missing' }).click()
  await callum.getByRole('heading', { name: 'Ondaverde Ferries', exact: true }).waitFor()
  await callum.getByText('use the tag in adverts on a tag', { exact: false }).first().waitFor()
})

test('the agency puts somebody on it beneath the ceiling; the owner sees them, and freezes one', async () => {
  await to(callum, scene.callum, '/families')
  const row = callum.getByRole('row').filter({ hasText: 'Winter Freight' })
  await row.getByText('admins alone').waitFor()
  await row.getByRole('link', { name: 'Put somebody on it' }).click()
  await callum.getByRole('button', { name: /^Who:/ }).click()
  await callum.keyboard.type('marisol')
  await callum.keyboard.press('Enter')
  await callum.keyboard.press('Escape')
  await callum.getByRole('button', { name: /^Purpose or tier:/ }).click()
  await callum.keyboard.type('run')
  await callum.keyboard.press('Enter')
  await callum.keyboard.press('Escape')
  await callum.getByText('That is the ceiling for its people').waitFor()
  await callum.getByRole('button', { name: /^Purpose or tier:/ }).click()
  await callum.keyboard.type('run')
  await callum.keyboard.press('Enter')
  await callum.keyboard.press('Escape')
  await callum.getByRole('button', { name: /^Purpose or tier:/ }).click()
  await callum.keyboard.type('draft')
  await callum.keyboard.press('Enter')
  await callum.keyboard.press('Escape')
  await callum.getByRole('button', { name: /^Hiding:/ }).click()
  await callum.getByRole('checkbox', { name: 'revenue' }).check()
  await callum.keyboard.press('Escape')
  await callum.getByText('belongs to Ondaverde Ferries, who sees whom you put on it').waitFor()
  await callum.getByRole('button', { name: 'Read it over' }).click()
  await sign(callum)
  await callum.getByText('In force: Marisol Engstrom may draft on Winter Freight').waitFor()
  expect(await scene.can(marisol, 'ads.draft', winter)).toBe(true)

  await to(agnese, scene.agnese, `/partners/${scene.callum.business}`)
  const person = agnese.getByRole('row').filter({ hasText: marisol })
  await person.getByRole('button', { name: 'Freeze' }).click()
  await agnese.getByText('Frozen: Marisol Engstrom reaches none of your assets any more').waitFor()
  expect(await scene.can(marisol, 'ads.draft', winter)).toBe(false)
  await person.getByRole('button', { name: 'Let them go on' }).click()
  await agnese.getByText('Lifted: what Gullwright & Moss put Marisol Engstrom on counts again').waitFor()
  expect(await findings(agnese)).toEqual([])
})

test('in the grid the agency and its people stand beneath the own people, and why is drawn through the partner', async () => {
  await to(agnese, scene.agnese, '/access')
  await agnese.getByRole('button', { name: 'Gullwright & Moss on Summer Crossings: run' }).click()
  await agnese.getByText('This is the ceiling').waitFor()
  await agnese.getByRole('button', { name: 'Marisol Engstrom on Summer Crossings: run' }).click()
  const why = agnese.getByRole('complementary', { name: 'Why' })
  await why.getByRole('figure', { name: 'The paths, drawn' }).getByText('Gullwright & Moss').first().waitFor()
  await to(callum, scene.callum, '/access')
  await callum.getByRole('button', { name: 'Dae Whitlock on Fjord Freight: run' }).waitFor()
})

test('the hole is mended from the partner’s page, and from the other side it is asked for', async () => {
  await to(callum, scene.callum, '/desk')
  const hole = callum.getByText('for Ondaverde Ferries, and cannot yet')
  await hole.waitFor()
  await callum.getByRole('link', { name: 'Ask for it' }).first().click()
  await callum.getByLabel('Why you need it').fill('The tag was forgotten.')
  await callum.getByRole('button', { name: 'Ask for it' }).click()
  await callum.getByText('It waits there until').waitFor()
  await to(agnese, scene.agnese, `/partners/${scene.callum.business}`)
  await agnese.getByText('It cannot yet.').waitFor()
  await agnese.getByRole('link', { name: 'Give them this' }).click()
  await sign(agnese)
  await agnese.getByText('Offered to Gullwright & Moss').waitFor()
  await to(callum, scene.callum, '/inbox')
  await callum.getByRole('link', { name: /offers .* use the tag/ }).click()
  await callum.getByRole('button', { name: 'Accept it' }).click()
  await callum.getByRole('link', { name: 'See what is ready now, and what is missing' }).click()
  await callum.getByText('It has all that it takes.').waitFor()
})

test('what another business asks is read with what it would allow, granted in part, and seen as such by both', async () => {
  await to(agnese, scene.agnese, '/inbox')
  await agnese.getByRole('link', { name: /watch on Day Trips and Crossings & cabins/ }).click()
  await agnese.getByText('Porto Lindo Tourist Board, Porto Lindo').waitFor()
  await agnese.getByText('Day Trips, the page: see insights and posts.').waitFor()
  const things = agnese.getByRole('group', { name: 'Thing by thing' })
  await things.getByRole('checkbox', { name: 'Grant watch on Crossings & cabins' }).uncheck()
  await things.getByLabel('Why not? They read this.').fill('The catalog is for the shop alone.')
  await agnese.getByRole('checkbox', { name: 'revenue' }).check()
  await agnese.getByRole('checkbox', { name: 'contacts' }).check()
  await agnese.getByRole('button', { name: 'Grant 1 of 2' }).click()
  await agnese.getByText('Crossings & cabins, watch: The catalog is for the shop alone.').waitFor()
  const sanne = await pageOf(browser, scene, scene.called('Sanne'))
  await to(sanne, scene.called('Sanne'), '/inbox?side=sent')
  await sanne.getByRole('button', { name: 'Answered ones too' }).click()
  await sanne.getByText('of that: watch on Day Trips, hiding revenue and contacts').waitFor()
})

test('a calling card composes the offer for the client who opens it', async () => {
  const egil = await pageOf(browser, scene, scene.called('Egil'))
  await egil.goto(`${scene.url}/card/${scene.callum.business}`)
  await egil.getByText('We run adverts for those who carry people and things over water.').waitFor()
  expect(await findings(egil)).toEqual([])
  await egil.getByRole('link', { name: 'Let them read the results' }).click()
  await egil.getByText(`let ${scene.callum.business} "read the results"`).waitFor()
  await egil.getByText('What you give is the ceiling').waitFor()
  await egil.getByText('Fjord Freight, the ad account').first().waitFor()
})

test('ending a partner says beforehand what falls, and ends all of it in one step', async () => {
  await to(agnese, scene.agnese, `/partners/${scene.callum.business}`)
  // Once all of the page stands there, nothing moves any more under the pointer.
  await agnese.getByRole('row').filter({ hasText: marisol }).waitFor()
  await agnese.getByRole('heading', { name: 'Between you' }).waitFor()
  await agnese.getByText('It has all that it takes.').waitFor()
  await agnese.getByRole('link', { name: 'End everything between you' }).click()
  await agnese.getByRole('heading', { name: 'Read it over' }).waitFor()
  await agnese.getByText('With it falls: Dae Whitlock and Marisol Engstrom, who were put on it.').waitFor()
  await agnese.getByText('The open ask from Gullwright & Moss is closed.').waitFor()
  await agnese.getByRole('button', { name: 'End it' }).click()
  await agnese.getByText('Ended: what there was between you and Gullwright & Moss').waitFor()
  for (const asset of ['ad-account/summer-crossings', winter])
    expect(await scene.can(marisol, 'ads.see', asset)).toBe(false)
  await to(callum, scene.callum, '/families')
  await callum.getByText('Fjord Freight').waitFor()
  expect(await callum.getByText('Winter Freight').count()).toBe(0)
})

test('offers wait for a yes unless the business chooses otherwise', async () => {
  await to(callum, scene.callum, '/inbox')
  const choice = callum.getByRole('checkbox', { name: 'take effect at once, without your approval' })
  await choice.check()
  await callum.getByText('From now on, offers take effect at once.').waitFor()
  await scene.say(scene.agnese, `let ${scene.callum.business} watch on page/day-trips`)
  await to(callum, scene.callum, '/families')
  await callum.getByRole('row').filter({ hasText: 'Day Trips' }).waitFor()
})

test('a business opened in trust is handed to its owner, who chooses what the agency keeps', async () => {
  await to(callum, scene.callum, '/in-trust')
  await callum.getByLabel('The client’s name').fill('Nonna Brigida’s Kitchen')
  await callum.getByLabel('Town').fill('Porto Verano')
  await callum.getByLabel('Time zone').fill('Europe/Lisbon')
  await callum.getByRole('button', { name: 'Open it for them' }).click()
  const opened = await callum.getByText(/Opened Nonna Brigida’s Kitchen \(B-/).textContent()
  const number = /B-[\d-]+/.exec(opened!)![0]
  await callum.goto(`${scene.url}/${number}/in-trust`)
  await callum.getByLabel('The owner’s e-mail address').fill('brigida@kitchen.example')
  await callum.getByRole('button', { name: 'Hand over Nonna Brigida’s Kitchen' }).click()
  await callum.getByText('Sent to brigida@kitchen.example').waitFor()
  const brigida = await browser.page()
  await brigida.goto(`${scene.url}/invitation#${await scene.link('brigida@kitchen.example')}`)
  await brigida.getByText('take over Nonna Brigida’s Kitchen').first().waitFor()
  await brigida.getByText('Who leaves it with your yes').waitFor()
  await brigida.getByText('Callum Osei-Bright (callum@gullwright.example), admin').waitFor()
  await brigida.getByLabel('What the agency keeps').selectOption('watch')
  await brigida.getByLabel('Your name').fill('Brigida Malaspina')
  await brigida.getByLabel('A password for your sign-in').fill('sauce for the whole street')
  await brigida.getByRole('button', { name: /Accept/ }).click()
  await brigida.getByText('Nonna Brigida’s Kitchen').first().waitFor()
  await expect
    .poll(
      async () => (await scene.sql('SELECT FROM business WHERE number = $1 AND trustee_id IS NULL', [number])).length,
    )
    .toBe(1)
})
