import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import { pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'

inTheConsole()

const nameTeam = (name: string, handle: string) =>
  answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/teams', {
      params: { path: { business: scene.agnese.business } },
      body: { name, handle },
    }),
  )

test('the search suggests while one types, by keyboard alone, people and pages alike, and leads there', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await page.goto(`${scene.url}/${scene.agnese.business}/desk`)
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('lindqvist pri')
  await page.getByRole('option', { name: 'Priya Lindqvist' }).waitFor()
  await page.keyboard.press('ArrowDown')
  const search = page.getByRole('combobox', { name: 'Search' })
  expect(await search.getAttribute('aria-activedescendant')).toBe('suggestion-0')
  await page.keyboard.press('Enter')
  await page.getByRole('heading', { level: 1, name: 'Priya Lindqvist' }).waitFor()

  await search.fill('audit')
  await page.getByRole('option', { name: 'History' }).click()
  await page.waitForURL('**/history')
  await search.fill('<img src=x onerror=alert(1)>')
  await search.press('Enter')
  await page.getByText('you see nothing of that name').waitFor()
})

test('what somebody else changes shows on an open page within two seconds, on each of a browser’s pages', async () => {
  const first = await pageOf(browser, scene, scene.agnese)
  const second = await first.context().newPage()
  for (const page of [first, second]) {
    await page.goto(`${scene.url}/${scene.agnese.business}/groups`)
    await page.getByText('Paid media').first().waitFor()
  }
  // The lock is handed over once its holder listens; from then on pages ask only every half minute by themselves.
  await first.waitForTimeout(1_500)
  await nameTeam('Night watch', 'night-watch')
  for (const page of [first, second]) await page.getByText('Night watch').first().waitFor({ timeout: 2_000 })
})

test('without an answer for three seconds a line says so, and “Try now” brings the page', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  let away = true
  await page.route(/\/v1\/businesses\/.*\/teams/, route => (away ? undefined : route.continue()))
  await page.goto(`${scene.url}/${scene.agnese.business}/groups`)
  const line = page.getByText('Famiglia has not answered yet. It tries again by itself.')
  await line.waitFor({ timeout: 6_000 })
  away = false
  await page.getByRole('button', { name: 'Try now' }).click()
  await page.getByText('Paid media').first().waitFor()
  await line.waitFor({ state: 'detached' })
})

test('what was sent and got no answer is sent again safely: it counts once', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await page.goto(`${scene.url}/${scene.agnese.business}/groups`)
  let lost = 0
  await page.route(/\/teams$/, async route => {
    if (route.request().method() !== 'POST' || lost++ > 0) return route.continue()
    await route.fetch()
    await route.abort()
  })
  await page.getByLabel('A new team').fill('Harbour lights')
  await page.getByRole('button', { name: 'Make it' }).first().click()
  await page.getByText('We do not know whether it arrived.').waitFor()
  await page.getByRole('button', { name: 'Send it again' }).click()
  await page.getByText('We do not know whether it arrived.').waitFor({ state: 'detached' })
  const made = await scene.sql("SELECT FROM team WHERE name = 'Harbour lights'")
  expect(made).toHaveLength(1)
  expect(await page.getByRole('alert').count()).toBe(0)
})

test('signing out is in the account’s menu, and leaves nothing in the browser of what was begun', async () => {
  const page = await pageOf(browser, scene, await scene.signIn(scene.agnese))
  await page.goto(`${scene.url}/${scene.agnese.business}/give`)
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.evaluate(() => localStorage.setItem('famiglia unsent somebody B-1', 'let priya@ondaverde.example'))
  await page.getByLabel('AT, Agnese Torvald: your account').click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')
  expect(await page.evaluate(() => Object.keys(localStorage).filter(key => key.includes('unsent')))).toEqual([])
})

test('an address that leads nowhere says what it ends in, and where to go', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await page.goto(`${scene.url}/nowhere/at/all`)
  await page.getByRole('heading', { name: 'There is no page at this address.' }).waitFor()
  await page.getByRole('link', { name: 'Go to your desk' }).click()
  await page.waitForURL('**/desk')
})

test('“Why can’t I?” answers by a thing’s name here or its number on the platform, and says the same of what is not there and not given', async () => {
  const page = await pageOf(browser, scene, scene.tomasz)
  const [{ platform_ref: ref } = { platform_ref: '' }] = await scene.sql<{ platform_ref: string }>(
    "SELECT platform_ref FROM asset WHERE name = 'Winter Freight'",
  )
  await page.goto(`${scene.url}/my-access?why=${ref}`)
  await page.getByText('you may see reports and adverts').waitFor()
  await page.getByLabel('To do what').selectOption({ label: 'publish adverts' })
  await page.getByText('No: Tomasz Oyelaran has watch on Winter Freight; that takes run.').waitFor()
  expect(await page.getByRole('link', { name: 'Ask for it' }).getAttribute('href')).toContain('ads.publish')
  const unseen = []
  for (const name of ['Night Crossings', 'Nothing Of That Name']) {
    await page.getByLabel('On what').fill(name)
    await page.getByRole('button', { name: 'Look' }).click()
    unseen.push(await page.getByText('For Ondaverde Ferries you have nothing of that name.').innerText())
  }
  expect(unseen[0]).toBe(unseen[1])
})
