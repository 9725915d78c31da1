import { answerOf, famigliaClient } from '@famiglia/client'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openBrowser, pageOf, type Browser } from './support/browser.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
let browser: Browser
beforeAll(async () => {
  scene = await openScene({ whole: true })
  browser = await openBrowser()
}, 120_000)
afterAll(async () => {
  await browser.close()
  await scene.close()
})

const to = (page: Page, path: string) => page.goto(`${scene.url}/${scene.agnese.business}${path}`)

test('the desk of the demo shows all that waits, each with one next step', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/desk')
  for (const words of [
    'Sanne Okoro of Porto Lindo Tourist Board asks for watch on Day Trips and Crossings & cabins',
    'Tomasz Oyelaran asks for',
    'invited oona@pebblecast.example to',
    'Bea Fontaine: two things end on',
    'Bea Fontaine is to run our adverts, and cannot yet',
    'The page Winter Timetable is reached by the admins alone',
    'Ruben Achterberg signs in with a password only',
    'leander@ondaverde.example never answered',
  ])
    await page.getByText(words).first().waitFor()
  await page.getByRole('link', { name: 'Give Bea this' }).click()
  await page.getByText('use the tag in adverts on Ticket shop tag').first().waitFor()
  await page.getByRole('button', { name: 'Sign and send' }).click()
  await page.getByText('In force: Bea Fontaine may use the tag in adverts on Ticket shop tag').waitFor()
  await page.getByRole('link', { name: 'To the desk' }).click()
  await page.getByRole('heading', { name: 'Ends soon' }).waitFor()
  await page.getByText('Bea Fontaine is to run our adverts').waitFor({ state: 'detached' })
})

test('the grid shows who reaches what, is narrowed by a filter, and a cell tells why beside it with the path drawn', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/access')
  await page
    .getByRole('row')
    .filter({ hasText: 'Priya Lindqvist' })
    .getByRole('img', { name: 'run, own grant' })
    .first()
    .waitFor()
  await page.getByText('everything the business owns, as admin').first().waitFor()
  const widthOfColumns = () =>
    page.getByRole('table').evaluate(table => Number.parseInt(getComputedStyle(table).getPropertyValue('--column'), 10))
  const alone = await widthOfColumns()
  await page.getByRole('button', { name: 'Priya Lindqvist on Summer Crossings: run' }).click()
  await expect.poll(widthOfColumns).toBeLessThan(alone)
  await page.keyboard.press('Escape')
  await page.setViewportSize({ width: 1000, height: 800 })
  const inSight = async (name: string) => {
    const [grid, cell] = await Promise.all([
      page.getByRole('table').boundingBox(),
      page.getByRole('button', { name }).boundingBox(),
    ])
    return cell!.x + cell!.width <= grid!.x + grid!.width
  }
  await page.getByRole('button', { name: 'Priya Lindqvist on Ticket shop: watch' }).click()
  await expect.poll(() => inSight('Priya Lindqvist on Ticket shop: watch')).toBe(true)
  await page.keyboard.press('Escape')
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect.poll(widthOfColumns).toBe(alone)
  await page.getByRole('button', { name: 'no second step' }).click()
  await page.getByRole('link', { name: 'Priya Lindqvist' }).waitFor({ state: 'detached' })
  await page.getByRole('link', { name: 'Ruben Achterberg' }).waitFor()
  await page.getByRole('button', { name: 'everyone' }).click()
  await page.getByRole('button', { name: 'sees revenue' }).click()
  await page.getByText(/people see revenue, one of them from outside/).waitFor()
  const dimmed = (name: string) =>
    page.getByRole('button', { name }).evaluate(cell => Number(getComputedStyle(cell).opacity) < 1)
  expect(await dimmed('Priya Lindqvist on Summer Crossings: run')).toBe(false)
  expect(await dimmed('Priya Lindqvist on Ticket shop: watch')).toBe(true)
  await page.getByRole('button', { name: 'everyone' }).click()
  await page.getByLabel('Assets').selectOption({ label: 'Properties (2)' })
  await page.getByRole('columnheader', { name: 'Summer Crossings' }).waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Priya Lindqvist on Ticket shop: watch' }).click()
  const why = page.getByRole('complementary', { name: 'Why' })
  await why.getByRole('figure', { name: 'The paths, drawn' }).getByText('Paid media').waitFor()
  await why.getByText('Ondaverde Ferries let Paid media watch on Ticket shop').waitFor()
  await page.getByLabel('Search').focus()
  await page.keyboard.press('Escape')
  await why.waitFor({ state: 'detached' })
})

test('composed from a purpose, the sentence takes the tied assets along and says what more a tier would allow', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/give')
  await page.getByRole('button', { name: /^Who:/ }).click()
  await page.keyboard.type('tomasz')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Purpose or tier:/ }).click()
  await page.keyboard.type('run our')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Assets:/ }).click()
  await page.keyboard.type('summer crossings')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  const enough = page.getByRole('complementary', { name: 'Enough for the purpose?' })
  await enough.getByText('Yes: everything it takes is there.').waitFor()
  await page.getByText('Ticket shop tag, the tag: use the tag in adverts').waitFor()
  await to(
    page,
    `/give?say=${encodeURIComponent('let tomasz@ondaverde.example run, leads.collect on page/day-trips to "run our adverts"')}`,
  )
  await page.getByText('On Day Trips it also allows to').waitFor()
  await enough.getByText('Not yet').waitFor()
  await page.getByRole('button', { name: 'Give only what the purpose takes' }).click()
  await page
    .getByText('let tomasz@ondaverde.example ads.attach, leads.collect on page/day-trips to "run our adverts"')
    .waitFor()
})

test('what a purpose takes along only if one wants it is left out by a click, and taken along again', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  const sentence = 'let quill@ondaverde.example "run our adverts" on ad-account/summer-crossings'
  await to(page, `/give?say=${encodeURIComponent(sentence)}`)
  const catalog = page.getByRole('checkbox', { name: /Crossings & cabins/ })
  await catalog.uncheck()
  await page.locator('.said code').filter({ hasText: 'and tag.use on tag/' }).waitFor()
  expect(await page.locator('.said code').innerText()).not.toContain('catalog')
  expect(await page.locator('.said code').innerText()).toContain('to "run our adverts"')
  await page.getByText('Yes: everything it takes is there.').waitFor()
  await catalog.check()
  await page.getByText(sentence, { exact: true }).waitFor()
})

test('the standing somebody new joins with is one with what they get in the review, and outlives a reload', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, `/review?say=${encodeURIComponent('let quill@ondaverde.example watch on page/day-trips')}`)
  await page.getByLabel('Standing').selectOption('finance')
  await page.getByText('joining as finance').waitFor()
  await page.reload()
  await page.getByText('joining as finance').waitFor()
  expect(await page.getByLabel('Standing').inputValue()).toBe('finance')
  await page.getByText('quill@ondaverde.example joins Ondaverde Ferries as finance (sees the bills').waitFor()
})

test('a sentence with several levels is shown whole, with the end of each, and nothing of it is lost on the way to the review', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  const sentence =
    'let bea@ondaverde.example watch on page/day-trips and draft on ad-account/winter-freight until 2027-03-31'
  await to(page, `/give?say=${encodeURIComponent(sentence)}`)
  await page.getByText('What stands after “and” stays as it is.').waitFor()
  await page.getByText('Winter Freight: 31 March 2027').waitFor()
  await page.getByText('Day Trips: No end is set.').waitFor()
  await page.getByRole('button', { name: 'Read it over' }).click()
  await page.getByText('Winter Freight: 31 March 2027').waitFor()
  await page.getByRole('link', { name: 'Change the sentence' }).click()
  await page.getByRole('button', { name: 'Leave it out' }).click()
  await page.getByText('let bea@ondaverde.example watch on page/day-trips', { exact: true }).waitFor()
})

test('who may not give sees no way to, asks in one step, and gets less than asked for', async () => {
  const tomasz = await pageOf(browser, scene, scene.tomasz)
  await to(tomasz, '/lists')
  await tomasz.getByRole('link', { name: 'Winter Freight' }).click()
  expect(await tomasz.getByRole('link', { name: 'Give somebody access' }).count()).toBe(0)
  await tomasz.getByRole('link', { name: 'Ask for more' }).click()
  await tomasz.selectOption('select[name=given]', 'draft')
  await tomasz.fill('input[name=reason]', 'Vans need pictures.')
  await tomasz.getByRole('button', { name: 'Ask for it' }).click()
  await tomasz.getByText('It is on the desk of Agnese Torvald and Ruben Achterberg').waitFor()

  const agnese = await pageOf(browser, scene, scene.agnese)
  await to(agnese, '/desk')
  await agnese
    .getByRole('listitem')
    .filter({ hasText: 'Vans need pictures' })
    .getByRole('link', { name: 'Read and answer' })
    .click()
  const tier = agnese.getByRole('combobox', { name: 'Tier on Winter Freight' })
  await tier.waitFor()
  expect(await tier.getByRole('option').allInnerTexts()).toEqual(['watch', 'draft'])
  await agnese.getByRole('checkbox', { name: 'revenue' }).check()
  await agnese.getByRole('button', { name: 'Grant this' }).click()
  await agnese.getByText('Granted to Tomasz Oyelaran').waitFor()
  await tomasz.goto(`${scene.url}/my-access`)
  await tomasz.getByText('Winter Freight').first().waitFor()
  expect(await scene.can(scene.tomasz.email, 'ads.draft', 'ad-account/winter-freight')).toBe(true)
})

test('seen as Idris, the list is the one that Idris sees', async () => {
  const idris = scene.called('Idris')
  const own = await pageOf(browser, scene, idris)
  await own.goto(`${scene.url}/my-access`)
  await own.getByText('Spend and revenue are hidden from you').first().waitFor()
  const listed = (page: Page) => page.locator('.entry b').allInnerTexts()
  const agnese = await pageOf(browser, scene, scene.agnese)
  await to(agnese, '/lists')
  await agnese.getByRole('link', { name: 'Idris Vannucci' }).click()
  await agnese.getByRole('link', { name: 'See as Idris' }).click()
  await agnese.getByText('Spend and revenue are hidden from you').first().waitFor()
  expect(await listed(agnese)).toEqual(await listed(own))
})

test('a team is made, given access and joined; who is taken out of it loses it, and all do when it is dissolved', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/groups')
  await page.fill('input[name=team]', 'Video cutters')
  await page.locator('form').filter({ hasText: 'A new team' }).getByRole('button', { name: 'Make it' }).click()
  await page.getByText('The team Video cutters is made: team/video-cutters.').waitFor()
  await scene.say(scene.agnese, 'let team/video-cutters caption.edit on channel/decks-and-harbours')
  await page.getByLabel('Put somebody in').selectOption({ label: 'Idris Vannucci' })
  await page.getByRole('button', { name: 'Put in', exact: true }).first().click()
  await page.getByText('Idris Vannucci is in Video cutters now').waitFor()
  const may = () => scene.can('idris@ondaverde.example', 'caption.edit', 'channel/decks-and-harbours')
  expect(await may()).toBe(true)
  await page.locator('.row').filter({ hasText: 'Idris Vannucci' }).getByRole('button', { name: 'Take out' }).click()
  await page.getByText('Idris Vannucci is no longer in Video cutters').waitFor()
  expect(await may()).toBe(false)

  await page.getByLabel('Put somebody in').selectOption({ label: 'Idris Vannucci' })
  await page.getByRole('button', { name: 'Put in', exact: true }).first().click()
  await page.getByText('Idris Vannucci is in Video cutters now').waitFor()
  await page.getByRole('button', { name: 'Dissolve it' }).click()
  await page.getByText('Idris Vannucci loses at once what they have through Video cutters alone').waitFor()
  await page.getByRole('button', { name: 'Dissolve Video cutters' }).click()
  await page.getByRole('button', { name: /^Video cutters/ }).waitFor({ state: 'detached' })
  expect(await may()).toBe(false)
})

test('a standing is chosen apart from assets, after reading what it means; somebody new is invited with one', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Tomasz Oyelaran' }).click()
  await page.getByLabel('Standing').selectOption('finance')
  await page.getByText('Sees the bills and what is spent on every asset that has them').waitFor()
  expect(await scene.can(scene.tomasz.email, 'billing.see', 'ad-account/winter-freight')).toBe(false)
  await page.getByRole('button', { name: 'Make Tomasz finance' }).click()
  await page.getByText('Tomasz Oyelaran is finance of Ondaverde Ferries now').waitFor()
  expect(await scene.can(scene.tomasz.email, 'billing.see', 'ad-account/winter-freight')).toBe(true)

  await to(page, '/lists')
  await page.fill('input[name=newcomer]', 'quill@ondaverde.example')
  await page.getByText('No asset is given with it: until one is, they reach nothing').waitFor()
  await page.getByRole('button', { name: 'Invite', exact: true }).click()
  await page.getByRole('status').getByText('quill@ondaverde.example').waitFor()
  expect(await scene.link('quill@ondaverde.example')).toBeTruthy()
})

test('an admin is made after saying why; the others find it on their desk, and ask for it to be undone', async () => {
  const page = await pageOf(browser, scene, await scene.signIn(scene.agnese))
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Idris Vannucci' }).click()
  await page.getByLabel('Standing').selectOption('admin')
  await page.getByLabel('Why, for all admins').fill('He speaks for us when I am at sea.')
  await page.getByRole('button', { name: 'Make Idris admin' }).click()
  await page.getByText('Idris Vannucci is admin of Ondaverde Ferries now').waitFor()

  const ruben = await pageOf(browser, scene, scene.called('Ruben'))
  await to(ruben, '/desk')
  await ruben.getByText('Agnese Torvald made Idris Vannucci an admin').waitFor()
  await ruben.getByRole('button', { name: 'Ask for it to be undone' }).click()
  await ruben.getByLabel('Why it should be undone').fill('We said two admins are enough.')
  await ruben.getByRole('button', { name: 'Ask for it', exact: true }).click()
  await ruben.getByText('Asked to undo that Agnese Torvald made Idris Vannucci an admin at Ondaverde Ferries').waitFor()
  await ruben.getByText('It was asked for it to be undone; another admin decides.').waitFor()
  await to(page, '/desk')
  const row = page.getByRole('listitem').filter({ hasText: 'Ruben Achterberg asks to undo that' })
  await row.getByRole('link', { name: 'Read and answer' }).click()
  await page.getByRole('heading', { name: 'Asked among admins' }).waitFor()
  await page.getByRole('button', { name: 'Agree' }).click()
  await page.getByText('Idris Vannucci is member of Ondaverde Ferries now, and was admin.').waitFor()
})

test('who was ended as an admin finds it under their own access, and asks for it to be undone from there', async () => {
  const page = await pageOf(browser, scene, await scene.signIn(scene.agnese))
  await to(page, `/review?say=${encodeURIComponent(`end ${scene.called('Ruben').email}`)}`)
  await page.getByText('Ruben Achterberg stops being an admin of Ondaverde Ferries').waitFor()
  await page.getByText('All admins of Ondaverde Ferries are told at once, and why.').waitFor()
  await page.getByRole('button', { name: 'End it' }).click()
  await page.getByText('takes a reason').waitFor()
  await page.getByLabel('Why, for all admins').fill('He has not been here since spring.')
  await page.getByRole('button', { name: 'End it' }).click()
  await page.getByText('Ended: ').waitFor()
  const ruben = await pageOf(browser, scene, scene.called('Ruben'))
  await ruben.goto(`${scene.url}/my-access`)
  await ruben.getByText('Agnese Torvald ended Ruben Achterberg, who was an admin at Ondaverde Ferries').waitFor()
  await ruben.getByRole('button', { name: 'Ask for it to be undone' }).click()
  await ruben.getByLabel('Why it should be undone').fill('I was at sea.')
  await ruben.getByRole('button', { name: 'Ask for it', exact: true }).click()
  await ruben.getByText('Asked to undo that Agnese Torvald ended Ruben Achterberg').waitFor()
})

test('that it takes two admins is chosen with a reason, and said where people are listed', async () => {
  const page = await pageOf(browser, scene, await scene.signIn(scene.agnese))
  await to(page, '/lists')
  await page.getByText('One admin alone makes and lowers others').waitFor()
  await page.getByRole('button', { name: 'Let it take two' }).click()
  await page.getByLabel('Why, for all admins').fill('The house has grown.')
  await page.locator('form').getByRole('button', { name: 'Let it take two' }).click()
  await page.getByText('It takes two admins to make or lower one').waitFor()
  await scene.letters(scene.agnese.email)
  expect((await scene.newestLetter(scene.agnese.email)).subject).toContain('it takes two admins')
})

test('who is paused is shown with all they hold, marked as not counting now', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Priya Lindqvist' }).click()
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.getByText('Not now: their membership is paused.').first().waitFor()
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Summer Crossings' }).click()
  await page.getByText('run, not now: their membership is paused').waitFor()
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Priya Lindqvist' }).click()
  await page.getByRole('button', { name: 'Resume' }).click()
  await page.getByText('Not now: their membership is paused.').first().waitFor({ state: 'detached' })
})

test('a person’s page tells first what they have, by reason and end, then how ready they are for what was given to them', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Idris Vannucci' }).click()
  await page.getByRole('heading', { name: 'Idris Vannucci' }).waitFor()
  const heads = await page.getByRole('heading', { level: 2 }).allInnerTexts()
  expect(heads.slice(0, 3)).toEqual(['What Idris has', 'Ready for', 'Standing'])
  await page.getByRole('button', { name: 'Check another purpose' }).click()
  await page.getByLabel('Purpose').selectOption('look after the bills')
  await page.getByText('Is Idris ready to').waitFor()
})

test('an asset’s page says first what one may do there, and through what', async () => {
  const page = await pageOf(browser, scene, scene.called('Priya'))
  await to(page, '/assets/property%2Fticket-shop')
  await page.getByText('You may watch here, through the team Paid media.').waitFor()
  const own = await pageOf(browser, scene, scene.agnese)
  await to(own, '/assets/property%2Fticket-shop')
  await own.getByText('because you are an admin of Ondaverde Ferries').waitFor()
})

test('the page of an asset tells who is ready with it, and what mends it for who is not', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Summer Crossings' }).click()
  const ready = page.getByRole('region', { name: 'Readiness' })
  await ready.getByText('Priya Lindqvist').waitFor()
  await ready.getByLabel('Purpose').selectOption('look after the bills')
  await ready.getByText('nobody yet').waitFor()
})

test('frozen from the page of a person or an asset, it says so there, and is lifted there', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/lists')
  await page.getByRole('link', { name: 'Fenn Delacroix-Umar' }).click()
  await page.getByRole('button', { name: 'Freeze at once' }).click()
  await page.getByText('Fenn Delacroix-Umar is frozen: nothing of what stands below counts').waitFor()
  expect(await scene.can('fenn@pebblecast.example', 'video.publish', 'channel/decks-and-harbours')).toBe(false)
  await page.getByRole('button', { name: 'Unfreeze' }).click()
  await page.getByText('has again what they had').waitFor()
  expect(await scene.can('fenn@pebblecast.example', 'video.publish', 'channel/decks-and-harbours')).toBe(true)
})

test('an asset that is not there yet is created by the word of the trade, and asks who should reach it', async () => {
  const page = await pageOf(browser, scene, scene.agnese)
  await to(page, '/bring-in')
  await page.getByLabel('It is not there yet').check()
  await page.fill('input[name=word]', 'business page')
  await page.fill('input[name=name]', 'Night Boats')
  await page.fill('input[name=handle]', 'night-boats')
  await page.getByRole('button', { name: 'Create it' }).click()
  await page.getByRole('heading', { name: 'Night Boats' }).waitFor()
  await page.getByText('Everything public').waitFor()
  await page.getByText('Tomasz Oyelaran has run on').waitFor()
})

/** A page whose device keeps passkeys, and says yes by itself. */
async function pageWithPasskeys(): Promise<Page> {
  const page = await browser.page()
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('WebAuthn.enable')
  await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  return page
}

test('a passkey is added, signs in, and is the fresh proof', async () => {
  const page = await pageWithPasskeys()
  const priya = scene.called('Priya')
  await page.goto(`${scene.url}/sign-in`)
  await page.fill('input[name=address]', priya.email)
  await page.fill('input[name=password]', priya.password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.fill('input[name=code]', await scene.code(priya))
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByRole('heading', { name: /Priya\./ }).waitFor()
  await page.goto(`${scene.url}/my-access/sign-in`)
  await page.fill('input[name=passkey]', 'this laptop')
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await page.getByText('The passkey “this laptop” is added.').waitFor()
  await page.getByRole('row').filter({ hasText: 'this one' }).getByRole('button', { name: 'Sign out' }).click()

  await page.getByRole('button', { name: 'With a passkey' }).click()
  await page.getByRole('heading', { name: /Priya\./ }).waitFor()
  scene.clock.forward({ minutes: 11 })
  await page.goto(`${scene.url}/my-access/sign-in`)
  await page.getByRole('button', { name: 'Draw new ones' }).click()
  await page.getByText('Confirm it’s you to do this').waitFor()
  await page.getByRole('button', { name: 'Draw new ones with a passkey' }).click()
  await page.getByText('Keep these apart from your password').waitFor()
  const [proof] = await scene.sql<{ by: string }>(
    `SELECT proven_by AS by FROM session WHERE proven_at IS NOT NULL ORDER BY proven_at DESC LIMIT 1`,
  )
  expect(proof!.by).toBe('passkey')
})

test('a passkey, once added, is asked for: neither the password alone signs in, nor does a mailbox alone choose a new one', async () => {
  const page = await pageWithPasskeys()
  const { email, password } = scene.tomasz
  const signIn = async (secret: string) => {
    await page.goto(`${scene.url}/sign-in`)
    await page.fill('input[name=address]', email)
    await page.fill('input[name=password]', secret)
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  }
  await signIn(password)
  await page.getByRole('heading', { name: /Tomasz\./ }).waitFor()
  await page.goto(`${scene.url}/my-access/sign-in`)
  await page.fill('input[name=passkey]', 'this phone')
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await page.getByText('your password alone does not sign you in').waitFor()
  await page.getByText('Keep these apart from your password').waitFor()
  await page.getByRole('row').filter({ hasText: 'this one' }).getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('heading', { name: 'with a password' }).waitFor()
  await signIn(password)
  await page.getByRole('heading', { name: 'with your passkey' }).waitFor()
  await page.getByRole('button', { name: 'With a passkey' }).click()
  await page.getByRole('heading', { name: /Tomasz\./ }).waitFor()

  await answerOf(famigliaClient({ url: scene.url }).POST('/v1/forgotten-passwords', { body: { address: email } }))
  await page.goto(`${scene.url}/new-password#${await scene.link(email, 'Choose a new password')}`)
  await page.fill('input[name=password]', 'captions over every gull')
  await page.getByRole('button', { name: 'Choose it' }).click()
  await page.getByText('Your passkey, or a recovery code').waitFor()
  await page.getByRole('button', { name: 'With your passkey' }).click()
  await page.getByText('All sign-ins that were open have ended').waitFor()
})

test('a forgotten password is chosen anew by the console', async () => {
  const page = await browser.page()
  await page.goto(`${scene.url}/sign-in`)
  await page.getByRole('link', { name: 'Forgot the password' }).click()
  await page.getByRole('button', { name: 'Send me the link' }).waitFor()
  await page.fill('input[name=address]', scene.called('Bea').email)
  await page.getByRole('button', { name: 'Send me the link' }).click()
  await page.getByText('If bea@ondaverde.example has a sign-in').waitFor()
  await page.goto(`${scene.url}/new-password#${await scene.link(scene.called('Bea').email, 'Choose a new password')}`)
  await page.fill('input[name=password]', 'two summers on the quayside')
  await page.getByRole('button', { name: 'Choose it' }).click()
  await page.getByText('All sign-ins that were open have ended').waitFor()
})

test('a passed-on link leads to the address one says, once the inviter agrees', async () => {
  const agnese = await pageOf(browser, scene, scene.agnese)
  await to(agnese, '/desk')
  const row = agnese.getByRole('listitem').filter({ hasText: 'oona@pebblecast.example' })
  await row.getByRole('button', { name: 'Link to pass on' }).click()
  const link = (await agnese.getByRole('status').locator('code').innerText()).trim()
  const oona = await browser.page()
  await oona.goto(link)
  await oona.fill('input[name=address]', 'oona@home.example')
  await oona.getByRole('button', { name: 'Send it there' }).click()
  await oona.getByText('Agnese Torvald is asked whether it may go to oona@home.example').waitFor()
  await agnese.reload()
  await agnese.getByRole('button', { name: 'Send it there' }).click()
  await agnese.getByText('Sent to oona@home.example').waitFor()
  await oona.goto('about:blank')
  await oona.goto(`${scene.url}/invitation#${await scene.link('oona@home.example')}`)
  await oona.fill('input[name=name]', 'Oona Prewitt')
  await oona.fill('input[name=password]', 'captions for every wave')
  await oona.getByRole('button', { name: 'Accept and begin' }).click()
  await oona.getByRole('link', { name: 'Begin on Sprat' }).waitFor()
})
