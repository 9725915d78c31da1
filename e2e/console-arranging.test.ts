import type { Page } from 'playwright-core'
import { beforeEach, expect, test } from 'vitest'
import { pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import type { Actor } from './support/scene.ts'

let agnese: Actor
let page: Page
inTheConsole()
beforeEach(async () => {
  agnese = await scene.signIn(scene.agnese)
  page = await pageOf(browser, scene, agnese)
})

const to = (path: string) => page.goto(`${scene.url}/${agnese.business}${path}`)
const press = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).first().click()
const openAsset = async (name: string) => {
  await to('/lists')
  await page.getByRole('link', { name, exact: true }).first().click()
  await page.getByRole('heading', { level: 1, name }).waitFor()
}

test('a bundle is made, filled and emptied; who holds it reaches what is in it, and no more', async () => {
  await to('/groups')
  await page.fill('input[name=bundle]', 'Quiet season')
  await page.locator('form').filter({ hasText: 'A new bundle' }).getByRole('button', { name: 'Make it' }).click()
  await page.getByRole('button', { name: /^Quiet season/ }).click()
  await page.getByText('Nothing is in it yet.').waitFor()
  await page.getByLabel('Put an asset in').selectOption({ label: 'Winter Freight' })
  await page.getByRole('button', { name: 'Put in' }).last().click()
  await page.getByText('Winter Freight is in Quiet season now.').waitFor()
  await scene.say(agnese, `let ${scene.called('Noor').email} run on bundle/quiet-season`)
  const publishes = () => scene.can(scene.called('Noor').email, 'ads.publish', 'ad-account/winter-freight')
  expect(await publishes()).toBe(true)
  await page.locator('.row').filter({ hasText: 'Winter Freight' }).getByRole('button', { name: 'Take out' }).click()
  await page.getByText('Winter Freight is no longer in Quiet season.').waitFor()
  expect(await publishes()).toBe(false)

  await page.fill('input[name=bundle]', 'All tags')
  await page.getByLabel('by rule: all of some kinds').check()
  await page.getByLabel('tags', { exact: true }).check()
  await page.locator('form').filter({ hasText: 'A new bundle' }).getByRole('button', { name: 'Make it' }).click()
  await page.getByRole('button', { name: /^All tags/ }).click()
  await page.getByText('Takes in all tags by itself, also those that come later.').waitFor()
})

test('a business writes a purpose of its own in the console, gives it, and removes it again', async () => {
  await to('/groups')
  await page.fill('input[name=purpose]', 'mind the timetable')
  await page.getByLabel('Kind').last().selectOption({ label: 'page' })
  await page.getByLabel('Takes').last().selectOption('draft')
  await press('Write it')
  const row = page.locator('.row').filter({ hasText: 'mind the timetable' })
  await row.waitFor()
  const given = await scene.say(
    agnese,
    `let ${scene.called('Noor').email} "mind the timetable" on page/winter-timetable`,
  )
  expect(given.result).toContain('to mind the timetable')
  await row.getByRole('button', { name: 'Remove' }).click()
  await row.waitFor({ state: 'detached' })
  expect(await scene.can(scene.called('Noor').email, 'post.draft', 'page/winter-timetable')).toBe(true)
})

test('an asset is renamed, tied, put away and brought back from its page, and its number stays', async () => {
  await openAsset('Day Trips')
  const address = page.url()
  await press('Rename')
  await page.fill('input[name=name]', 'Day Trips & Picnics')
  await press('Rename it')
  await page.getByRole('heading', { level: 1, name: 'Day Trips & Picnics' }).waitFor()
  await page.goto(address)
  await page.getByRole('heading', { level: 1, name: 'Day Trips & Picnics' }).waitFor()

  await page.getByLabel('Tie it to').selectOption({ label: 'Winter Freight, ad account' })
  await press('Tie')
  await page.getByText('a purpose given on one takes the other along').waitFor()
  await page.locator('.tied').filter({ hasText: 'Winter Freight' }).getByRole('button', { name: 'Untie' }).click()
  await page.getByText('are no longer tied. What was given stays.').waitFor()

  const reaches = () => scene.can(scene.tomasz.email, 'post.publish', 'page/day-trips')
  expect(await reaches()).toBe(true)
  await press('Archive')
  await page.getByText('It is archived: nobody reaches it').waitFor()
  expect(await reaches()).toBe(false)
  await press('Bring it back')
  await page.getByText('It is archived').waitFor({ state: 'detached' })
  expect(await reaches()).toBe(true)
})

test('what was sent is sent again, passed on and withdrawn from the desk, and the link of before is none', async () => {
  await scene.say(agnese, 'let quill@ondaverde.example watch on ad-account/winter-freight')
  const first = await scene.link('quill@ondaverde.example')
  await to('/desk')
  const row = page.getByRole('listitem').filter({ hasText: 'quill@ondaverde.example' })
  await row.getByRole('button', { name: 'Send it again' }).click()
  await page.getByText('Sent again to quill@ondaverde.example; the old link no longer works.').waitFor()
  const stranger = await browser.page()
  await stranger.goto(`${scene.url}/invitation#${first}`)
  await stranger.getByText('A newer letter was sent since').waitFor()
  await row.getByRole('button', { name: 'Link to pass on' }).click()
  const passed = await page.locator('code').filter({ hasText: '#' }).innerText()
  await stranger.goto('about:blank')
  await stranger.goto(passed)
  await stranger.getByText('This link was passed on to you').waitFor()
  await row.getByRole('button', { name: 'Withdraw' }).click()
  await page.getByText('Withdrawn. Its link no longer works.').waitFor()
  await row.waitFor({ state: 'detached' })
  await stranger.goto('about:blank')
  await stranger.goto(`${scene.url}/invitation#${await scene.link('quill@ondaverde.example')}`)
  await stranger.getByText('withdrawn', { exact: false }).waitFor()
})

test('somebody invited is tended to from the asset’s page as from the desk', async () => {
  await scene.say(agnese, 'let wes@ondaverde.example watch on ad-account/winter-freight')
  await openAsset('Winter Freight')
  const row = page.getByRole('row').filter({ hasText: 'wes@ondaverde.example' })
  await row.getByText('watch, waiting').waitFor()
  await row.getByRole('button', { name: 'Withdraw' }).click()
  await row.waitFor({ state: 'detached' })
  const [kept] = await scene.sql<{ state: string }>(
    `SELECT state FROM proposal WHERE to_address = 'wes@ondaverde.example'`,
  )
  expect(kept!.state).toBe('withdrawn')
})

test('somebody is offboarded from their page: who takes over is chosen, and what is left is looked at from their side', async () => {
  const fenn = scene.called('Fenn')
  await to('/lists')
  await page.getByRole('link', { name: 'Fenn Delacroix-Umar' }).click()
  await page.getByRole('link', { name: 'Offboard Fenn' }).click()
  await page.getByRole('heading', { name: 'Fenn Delacroix-Umar is about to go.' }).waitFor()
  await page.getByText('upload, publish and edit videos').waitFor()
  const publishes = () => scene.can(fenn.email, 'video.publish', 'channel/decks-and-harbours')
  expect(await publishes()).toBe(true)
  await press('End all of it')
  await page.getByText('Looked at from their side: nothing is left.').waitFor()
  expect(await publishes()).toBe(false)
  const { data } = await fenn.client.GET('/v1/me')
  expect(data!.businesses.map(business => business.name)).toEqual(['Pebblecast Studio'])
})

test('a calling card is taken back, and its link leads nowhere from then on', async () => {
  const callum = await scene.signIn(scene.callum)
  const agency = await pageOf(browser, scene, callum)
  await agency.goto(`${scene.url}/${callum.business}/card`)
  await agency.getByRole('heading', { name: 'Your calling card is out.' }).waitFor()
  await agency.getByRole('button', { name: 'Take it back' }).click()
  await agency.getByRole('heading', { name: 'Give your clients one link instead of a number to type.' }).waitFor()
  await page.goto(`${scene.url}/card/${callum.business}`)
  await page.getByText('There is no calling card under this link').waitFor()
})

test('one’s own addresses, password and sign-ins are tended to, each after it is confirmed who one is', async () => {
  await page.goto(`${scene.url}/my-access/sign-in`)
  await page.fill('input[name=address]', 'agnese@home.example')
  await press('Add it')
  await scene.letters('agnese@home.example')
  const link = `${scene.url}/address#${await scene.link('agnese@home.example')}`
  const elsewhere = await browser.page()
  await elsewhere.goto(link)
  await elsewhere.getByRole('button', { name: 'It is mine' }).click()
  await elsewhere.getByText('First sign in here as the one who asked for it').waitFor()
  const letter = await page.context().newPage()
  await letter.goto(link)
  await letter.getByRole('button', { name: 'It is mine' }).click()
  await letter.getByRole('heading', { name: 'agnese@home.example is yours.' }).waitFor()
  await page.reload()
  const row = page.locator('.row').filter({ hasText: 'agnese@home.example' })
  await row.getByRole('button', { name: 'Letters here' }).click()
  await row.getByText('letters go here').waitFor()
  expect((await scene.newestLetter(agnese.email)).text).toContain('letters to you go to agnese@home.example')

  await page.fill('input[name=current]', 'not the one')
  await page.fill('input[name=password]', 'five tides after noon')
  await press('Change it')
  await page.getByText('The password until now is not right.').waitFor()
  await page.fill('input[name=current]', agnese.password)
  await press('Change it')
  await expect
    .poll(async () => {
      await scene.letters('agnese@home.example')
      return (await scene.newestLetter('agnese@home.example'))?.subject
    })
    .toBe('Your password for Famiglia was changed')
})
