import type { Page } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { type Browser, flawsOf, openBrowser } from './support/browser.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
let browser: Browser
let agnese: Page
let priya: Page
beforeAll(async () => {
  scene = await openScene()
  browser = await openBrowser()
  agnese = await browser.page()
  priya = await browser.page()
})
afterAll(async () => {
  await browser.close()
  await scene.close()
})

const place = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
const rowOf = (page: Page, name: string) => page.getByRole('row').filter({ hasText: name })

test('Agnese signs in with a password and a code, and sees for whom she acts', async () => {
  await agnese.goto(scene.url)
  await agnese.fill('input[name=address]', scene.agnese.email)
  await agnese.fill('input[name=password]', scene.agnese.password)
  await agnese.getByRole('button', { name: 'Sign in' }).click()
  await agnese.fill('input[name=code]', await scene.code(scene.agnese))
  await agnese.getByRole('button', { name: 'Sign in' }).click()
  await agnese.getByRole('heading', { name: /Agnese\./ }).waitFor()
  await agnese.getByRole('button', { name: `acting for ${scene.agnese.business} Ondaverde Ferries` }).waitFor()
})

test('she brings in Summer Crossings with the code that Marram shows', async () => {
  await place(agnese, 'Access').click()
  await agnese.getByRole('link', { name: 'Bring in an asset' }).click()
  await agnese.fill('input[name=ref]', 'MA-20417')
  await agnese.getByRole('button', { name: 'Show me the code there' }).click()
  await agnese.fill('input[name=code]', '000000')
  await agnese.fill('input[name=handle]', 'summer-crossings')
  await agnese.getByRole('button', { name: 'Bring it in' }).click()
  await agnese.getByRole('alert').getByText('Marram does not show that code').waitFor()
  await agnese.fill('input[name=code]', scene.town.platform('marram').things.codeOf('MA-20417')!)
  await agnese.getByRole('button', { name: 'Bring it in' }).click()
  await agnese.getByRole('heading', { name: 'Summer Crossings' }).waitFor()
})

test('she composes the sentence by keyboard alone, reads it over and sends it', async () => {
  await agnese.getByRole('link', { name: 'Give somebody access' }).click()
  await agnese.getByRole('button', { name: /^Who:/ }).focus()
  await agnese.keyboard.type('p')
  await agnese.keyboard.type('riya@ondaverde.example')
  await agnese.keyboard.press('Enter')
  await agnese.getByRole('button', { name: /^Purpose or tier:/ }).press('Enter')
  await agnese.keyboard.type('run')
  await agnese.keyboard.press('Enter')
  await agnese.getByRole('button', { name: /^Hiding:/ }).press('Enter')
  await agnese.keyboard.press('Tab')
  await agnese.keyboard.press('Space')
  await agnese.keyboard.press('Escape')
  await agnese.getByRole('button', { name: /^Until:/ }).press('Enter')
  await agnese.getByRole('button', { name: '6 months', exact: true }).press('Enter')
  await agnese.getByText('Ondaverde Ferries’ money can be spent').waitFor()
  await agnese.reload()
  await agnese.getByText('hiding revenue until').waitFor()
  await agnese.keyboard.press('Control+Enter')
  await agnese.getByText('you can withdraw it', { exact: false }).waitFor()
  await agnese.getByRole('button', { name: 'Sign and send' }).click()
  await agnese.getByText('Sent to priya@ondaverde.example').waitFor()
  await agnese.getByRole('link', { name: 'To the desk' }).click()
  await agnese.getByText(/^sent /).waitFor()
})

test('somebody else who is signed in and opens the link is told for whom it is', async () => {
  const tomasz = await browser.page()
  await tomasz.goto(`${scene.url}/sign-in`)
  await tomasz.fill('input[name=address]', scene.tomasz.email)
  await tomasz.fill('input[name=password]', scene.tomasz.password)
  await tomasz.getByRole('button', { name: 'Sign in' }).click()
  await tomasz.getByRole('heading', { name: /Tomasz\./ }).waitFor()
  await tomasz.goto(`${scene.url}/invitation#${await scene.link('priya@ondaverde.example')}`)
  await tomasz.getByText('This invitation is for priya@ondaverde.example').waitFor()
  await tomasz.goto(`${scene.url}/invitation#nonsense`)
  await tomasz.reload()
  await tomasz.getByText('The link leads nowhere').waitFor()
})

test('Priya opens her letter, makes her sign-in and accepts; Agnese sees it in force', async () => {
  await priya.goto(`${scene.url}/invitation#${await scene.link('priya@ondaverde.example')}`)
  await priya.getByText('No password is sent or shared').waitFor()
  await priya.fill('input[name=name]', 'Priya Lindqvist')
  await priya.fill('input[name=password]', 'islands by breakfast')
  await priya.getByRole('button', { name: 'Accept and begin' }).click()
  await priya.getByText('Revenue is hidden from you').waitFor()

  await place(agnese, 'Access').click()
  await agnese.getByRole('link', { name: 'Summer Crossings' }).click()
  await rowOf(agnese, 'Priya Lindqvist').getByText('run', { exact: true }).waitFor()
})

test('Priya works on Marram, which she enters through Famiglia, and is refused what she may not, with a reason', async () => {
  await priya.goto(scene.town.platform('marram').url)
  await priya.getByRole('main').getByRole('link', { name: 'Sign in through Famiglia' }).click()
  await priya.getByRole('link', { name: 'Summer Crossings' }).click()
  await priya.getByText('4,180 euros this month').waitFor()
  expect(await priya.getByText('61,240').count()).toBe(0)
  await rowOf(priya, 'Bicycles travel free').getByRole('button', { name: 'Publish' }).click()
  await rowOf(priya, 'Bicycles travel free').getByText('published').waitFor()
  await priya.getByRole('button', { name: 'Change who has access' }).click()
  await priya.getByText('No: Priya Lindqvist has run on Summer Crossings; that takes steward.').waitFor()
})

test('lowered to watch, Marram refuses at once; ended, she sees nothing there and in her console', async () => {
  await rowOf(agnese, 'Priya Lindqvist').getByRole('link', { name: 'Change' }).click()
  await agnese.getByRole('button', { name: /^Purpose or tier:/ }).click()
  await agnese.keyboard.type('watch')
  await agnese.keyboard.press('Enter')
  await agnese.getByText('Loses: draft, publish and pause adverts').waitFor()
  await agnese.getByRole('button', { name: /Read it over/ }).click()
  await agnese.getByRole('button', { name: 'Sign and send' }).click()
  await agnese.getByText('which is less than before').waitFor()
  await rowOf(priya, 'Bicycles travel free').getByRole('button', { name: 'Pause' }).click()
  await priya.getByText('No: Priya Lindqvist has watch on Summer Crossings; that takes run.').waitFor()

  const seen = await browser.page()
  await seen.context().addCookies(await priya.context().cookies())
  await seen.goto(`${scene.url}/my-access`)
  await seen.getByText('See reports and adverts.').waitFor()
  await agnese.getByRole('link', { name: 'See who reaches Summer Crossings' }).click()
  await rowOf(agnese, 'Priya Lindqvist').getByRole('link', { name: 'End' }).click()
  await agnese.getByRole('button', { name: 'End it' }).click()
  await agnese.getByText('Ended: Priya Lindqvist no longer reaches Summer Crossings').waitFor()
  await priya.reload()
  await priya.getByText('Marram refused').waitFor()
  await seen.getByText('What was given to you has ended', { exact: false }).waitFor()
})

test('the history tells it all, is whole, and says where it was altered by hand', async () => {
  await place(agnese, 'History').click()
  await agnese.getByRole('heading', { name: 'The history is whole.' }).waitFor()
  await agnese.getByText('changed what Priya Lindqvist has, from run to watch', { exact: false }).waitFor()
  await scene.sql(
    `UPDATE history SET entry = jsonb_set(entry, '{sentence}', '"Nothing."') WHERE number = 4 AND chain_id = (SELECT id FROM business WHERE name = 'Ondaverde Ferries')`,
  )
  await agnese.getByRole('button', { name: 'Read it again' }).click()
  await agnese.getByRole('heading', { name: 'The history is broken at entry 4.' }).waitFor()
  await agnese.getByText('The chain breaks here.').waitFor()
})

test('the business is switched with one key, and searched with another', async () => {
  await agnese.keyboard.press('b')
  await agnese.getByRole('dialog', { name: 'Act for' }).waitFor()
  await agnese.keyboard.press('1')
  await agnese.getByRole('heading', { name: /Agnese\./ }).waitFor()
  await agnese.keyboard.press('Control+k')
  await agnese.keyboard.type('winter')
  await agnese.keyboard.press('Enter')
  await agnese.getByRole('link', { name: 'Winter Freight' }).waitFor()
  expect(await agnese.getByRole('link', { name: 'Summer Crossings' }).count()).toBe(0)
})

test('a page shows all that it asked for, in whatever order the answers come', async () => {
  const { id } = (await scene.sql<{ id: string }>(`SELECT id FROM person WHERE name = 'Tomasz Oyelaran'`))[0]!
  const of = `/people/${id}`
  await agnese.route(`**/v1/**${of}`, async answer => {
    await new Promise(resolve => setTimeout(resolve, 700))
    await answer.continue()
  })
  await agnese.goto(`${scene.url}/${scene.agnese.business}${of}/as`)
  await agnese.getByRole('heading', { level: 1, name: /^Tomasz works for/ }).waitFor({ timeout: 8_000 })
  await agnese.unrouteAll()
})

test('no page has a finding of axe, by day, by night or on a phone, and none is wider than the phone', async () => {
  const cookies = await agnese.context().cookies()
  const [asset] = await scene.sql<{ number: string }>(`SELECT number FROM asset WHERE handle = 'winter-freight'`)
  const [tomasz] = await scene.sql<{ id: string }>(
    `SELECT person_id AS id FROM person_address WHERE address = 'tomasz@ondaverde.example'`,
  )
  const at = `/${scene.agnese.business}`
  const say = encodeURIComponent(
    'let bea@ondaverde.example run on ad-account/winter-freight hiding revenue until 2027-09-30',
  )
  const pages = [
    `${at}/desk`,
    `${at}/give?say=${say}`,
    `${at}/review?say=${say}`,
    `${at}/access`,
    `${at}/assets/${asset!.number}`,
    `${at}/people/${tomasz!.id}`,
    `${at}/history`,
    `${at}/bring-in`,
    `${at}/lists`,
    `${at}/groups`,
    `${at}/ask`,
    `${at}/people/${tomasz!.id}/as`,
    `${at}/people/${tomasz!.id}/leaving`,
    '/forgotten-password',
    '/my-access',
    '/my-access/sign-in',
    '/open-business',
    '/sign-in',
  ]
  expect(await flawsOf(browser, scene.url, cookies, pages)).toEqual([])
}, 180_000)
