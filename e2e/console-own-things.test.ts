import type { Page } from 'playwright-core'
import { generate } from 'otplib'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openBrowser, type Browser } from './support/browser.ts'
import { openScene, type Actor, type Scene } from './support/scene.ts'

let scene: Scene
let browser: Browser
beforeAll(async () => {
  scene = await openScene()
  browser = await openBrowser()
})
afterAll(async () => {
  await browser.close()
  await scene.close()
})

async function signedIn(who: Pick<Actor, 'email' | 'password' | 'totpSecret'>): Promise<Page> {
  const page = await browser.page()
  await page.goto(`${scene.url}/sign-in`)
  await page.fill('input[name=address]', who.email)
  await page.fill('input[name=password]', who.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  if (who.totpSecret) {
    await page.fill('input[name=code]', await scene.code(who))
    await page.getByRole('button', { name: 'Sign in' }).click()
  }
  await page.getByRole('banner').waitFor()
  await page.getByRole('link', { name: 'My access' }).waitFor()
  return page
}

test('after signing in nobody is led to another site, however the address is written', async () => {
  const { email, password } = scene.tomasz
  for (const next of [
    '/%09/evil.example',
    '//evil.example',
    '/%5Cevil.example',
    'https:evil.example',
    '/%0A/evil.example',
  ]) {
    const page = await browser.page()
    await page.goto(`${scene.url}/sign-in?next=${next}`)
    await page.fill('input[name=address]', email)
    await page.fill('input[name=password]', password)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await page.getByRole('link', { name: 'My access' }).waitFor()
    expect(new URL(page.url()).origin, next).toBe(new URL(scene.url).origin)
    await page.context().close()
  }
})

test('somebody opens a business by the console: form, letter, link, number, sign-in', async () => {
  const page = await browser.page()
  await page.goto(`${scene.url}/sign-in`)
  await page.getByRole('link', { name: 'Open one' }).click()
  await page.fill('input[name=business]', 'Vastholm Freight')
  await page.fill('input[name=town]', 'Vastholm')
  await page.fill('input[name=zone]', 'Europe/Oslo')
  await page.fill('input[name=name]', 'Egil Rasmund')
  await page.fill('input[name=address]', 'egil@vastholm.example')
  await page.getByRole('button', { name: 'Send me the letter' }).click()
  await page.getByText('A letter is on its way to egil@vastholm.example').waitFor()
  await page.goto(`${scene.url}/opening#${await scene.link('egil@vastholm.example')}`)
  await page.fill('input[name=password]', 'Password2026')
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.getByText('too easy to guess').waitFor()
  await page.fill('input[name=password]', 'freight over deep water')
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.getByRole('heading', { name: 'Vastholm Freight is open.' }).waitFor()
  await page.getByRole('link', { name: 'Go to its desk' }).click()
  await page.getByRole('heading', { name: 'Welcome, Egil. Vastholm Freight is open, and you are its admin.' }).waitFor()
  await page.getByText('0 of 4 done').waitFor()
  await page.getByRole('button', { name: 'Hide them now' }).click()
  await page.getByText('0 of 4 done').waitFor({ state: 'detached' })
  const egil = await signedIn({ email: 'egil@vastholm.example', password: 'freight over deep water', totpSecret: null })
  await egil.getByText('Bring in the first asset').waitFor()
})

test('who is signed in opens another business at once, from where one switches, and works for it', async () => {
  const page = await signedIn(scene.agnese)
  await page.getByRole('button', { name: /^acting for/ }).click()
  await page.getByRole('link', { name: 'Open another business' }).click()
  await page.getByText('You are signed in as Agnese Torvald').waitFor()
  await page.fill('input[name=business]', 'Tide House')
  await page.fill('input[name=town]', 'Porto Verano')
  await page.fill('input[name=zone]', 'Europe/Lisbon')
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.getByRole('button', { name: /Tide House/ }).waitFor()
  await page.getByText('1 of 4 done').waitFor()
  await page.getByRole('link', { name: 'Name an admin' }).click()
  await page.locator('#invite').waitFor()
})

test('Tomasz sets up a second step from its secret, makes a token that is shown once, and signs out', async () => {
  const page = await signedIn(scene.tomasz)
  await page.goto(`${scene.url}/my-access/sign-in`)
  await page.getByRole('button', { name: 'Set up a second step' }).click()
  await page.getByRole('img', { name: 'The secret as a QR code' }).waitFor()
  const secret = (await page.locator('code').first().innerText()).trim()
  await page.fill(
    'input[name=code]',
    await generate({ secret, epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000) }),
  )
  await page.getByRole('button', { name: 'Take it into use' }).click()
  await page.getByText('From now on signing in takes a code').waitFor()

  await page.fill('input[name=token]', 'weekly report')
  await page.getByRole('button', { name: 'Make a token' }).click()
  const token = (await page.getByRole('status').locator('code').innerText()).trim()
  const me = await fetch(`${scene.url}/v1/me`, { headers: { authorization: `Bearer ${token}` } })
  expect(((await me.json()) as { person: { name: string } }).person.name).toBe('Tomasz Oyelaran')
  await page.getByRole('row').filter({ hasText: 'weekly report' }).getByRole('button', { name: 'End' }).click()
  await page.getByRole('row').filter({ hasText: 'weekly report' }).waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('heading', { name: /Let .* in, with/ }).waitFor()
})

test('a strong sentence asks for a code when the last proof is older than ten minutes, and nothing is lost by a wrong one', async () => {
  const page = await signedIn(scene.agnese)
  scene.clock.forward({ minutes: 11 })
  const say = encodeURIComponent('let bea@ondaverde.example run on ad-account/winter-freight hiding revenue')
  await page.goto(`${scene.url}/${scene.agnese.business}/review?say=${say}`)
  await page.fill('input[name=code]', '000000')
  await page.getByRole('button', { name: 'Sign and send' }).click()
  await page.getByText('That does not prove it').waitFor()
  await page.fill('input[name=code]', await scene.code(scene.agnese))
  await page.getByRole('button', { name: 'Sign and send' }).click()
  await page.getByText('Sent to bea@ondaverde.example').waitFor()
  await page.getByRole('button', { name: 'Withdraw' }).click()
  await page.getByText('Withdrawn. Its link no longer works.').waitFor()
  await page.goto(`${scene.url}/invitation#${await scene.link('bea@ondaverde.example')}`)
  await page.getByText('The invitation was withdrawn').waitFor()
  await page.context().close()
})

test('an invitation is declined with a word, which comes back to Agnese', async () => {
  await scene.say(scene.agnese, 'let noor@ondaverde.example watch on ad-account/winter-freight')
  const page = await browser.page()
  await page.goto(`${scene.url}/invitation#${await scene.link('noor@ondaverde.example')}`)
  await page.getByRole('button', { name: 'Decline' }).click()
  await page.fill('input[name=reason]', 'I count, I do not advertise.')
  await page.getByRole('button', { name: 'Decline' }).last().click()
  await page.getByText('You declined. Nothing was given').waitFor()
  expect((await scene.letters(scene.agnese.email))[0]).toBe(
    'noor@ondaverde.example declined your invitation to Ondaverde Ferries',
  )
})

test('a sentence that cannot be read, or names what there is not, is told at its place with the nearest name', async () => {
  scene.clock.forward({ minutes: 1 })
  const page = await signedIn(scene.agnese)
  const give = async (sentence: string) =>
    page.goto(`${scene.url}/${scene.agnese.business}/give?say=${encodeURIComponent(sentence)}`)
  await give('let bea@ondaverde.example rum on ad-account/winter-freight')
  await page.getByText('Did you mean run?').waitFor()
  await give('let bea@ondaverde.example run on ad-account/winter-frieght')
  await page.getByText('Did you mean ad-account/winter-freight?').waitFor()
  expect(await page.getByRole('button', { name: /Read it over/ }).isDisabled()).toBe(true)
})

test('everything of a person ends in one step from their page, and the last admin cannot go', async () => {
  scene.clock.forward({ minutes: 1 })
  const page = await signedIn(scene.agnese)
  await page.getByRole('link', { name: 'Access', exact: true }).click()
  await page.getByRole('link', { name: 'Tomasz Oyelaran' }).click()
  await page.getByRole('link', { name: 'Offboard Tomasz' }).click()
  await page.getByRole('row').filter({ hasText: 'Winter Freight' }).last().waitFor()
  await page.getByRole('button', { name: 'End all of it' }).click()
  await page.getByText('Tomasz Oyelaran reaches nothing of Ondaverde Ferries any more').waitFor()
  await page.getByText('Looked at from their side: nothing is left.').waitFor()
  expect(await scene.can(scene.tomasz.email, 'ads.see', 'ad-account/winter-freight')).toBe(false)

  await page.goto(
    `${scene.url}/${scene.agnese.business}/review?say=${encodeURIComponent('end agnese@ondaverde.example')}`,
  )
  await page.getByRole('button', { name: 'End it' }).click()
  await page.getByText('Agnese Torvald is the only admin of Ondaverde Ferries').waitFor()
})

test('an address of another business, or of nothing, says so instead of an empty page', async () => {
  scene.clock.forward({ minutes: 1 })
  const page = await signedIn(scene.callum)
  await page.goto(`${scene.url}/${scene.callum.business}/assets/A-2718-2818-24`)
  await page.getByText('It may not exist, or nobody gave you access to it; we say the same in both cases.').waitFor()
  await page.getByRole('link', { name: 'Ask for access' }).waitFor()
  await page.goto(`${scene.url}/${scene.agnese.business}/desk`)
  await page.getByRole('heading', { name: `You do not work for ${scene.agnese.business}.` }).waitFor()
  await page.getByRole('main').getByRole('link', { name: 'Gullwright & Moss' }).click()
  await page.waitForURL(`**/${scene.callum.business}/desk`)
  await page.goto(`${scene.url}/nothing/at/all`)
  await page.getByText('There is no page at this address').waitFor()
})
