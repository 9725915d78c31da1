import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import type { Page } from 'playwright-core'
import { flawsOf, pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import { commandLine } from './support/commandLine.ts'
import { at } from './support/scene.ts'

inTheConsole()

let agnese: Page
let sanne: Page
let brigida: Page
let kitchen: string
beforeAll(async () => {
  agnese = await pageOf(browser, scene, await scene.signIn(scene.called('Agnese')))
  sanne = await pageOf(browser, scene, await scene.signIn(scene.called('Sanne')))
  brigida = await pageOf(browser, scene, scene.called('Brigida'))
  kitchen = (await scene.sql<{ id: string }>('SELECT id FROM handover WHERE ended_at IS NULL'))[0]!.id
}, 60_000)

const to = (page: Page, name: string, path: string) => page.goto(`${scene.url}/${scene.called(name).business}${path}`)

test('no page about handovers has a finding of axe, by day, by night or on a phone, and none is wider than the phone', async () => {
  const [board, owner] = [scene.called('Brigida').business, scene.called('Agnese').business]
  expect(
    await flawsOf(browser, scene.url, await brigida.context().cookies(), [
      `/${board}/handovers/${kitchen}`,
      `/${board}/handovers`,
      `/${board}/desk`,
    ]),
  ).toEqual([])
  const said = encodeURIComponent(
    `hand over page/day-trips to ${scene.called('Sanne').business} keeping run because "x"`,
  )
  expect(
    await flawsOf(browser, scene.url, await agnese.context().cookies(), [`/${owner}/hand-over?say=${said}`]),
  ).toEqual([])
}, 240_000)

test('a page is handed over: written and read line by line, answered with less that stays, cooled off, and stopped', async () => {
  await to(agnese, 'Agnese', '/assets/page%2Fday-trips')
  await agnese.getByRole('link', { name: 'Hand over' }).click()
  await agnese.getByLabel('The business’s number').fill(scene.called('Sanne').business)
  await agnese.getByLabel('You keep').selectOption('draft')
  const review = agnese.getByRole('region', { name: 'The review' })
  await review.getByText('Porto Lindo Tourist Board, Porto Lindo', { exact: false }).waitFor()
  const falls = agnese.getByRole('region', { name: 'Falls' })
  const stays = agnese.getByRole('region', { name: 'Stays' })
  await falls.getByText('Admins of Ondaverde Ferries').waitFor()
  await stays.getByText('Tomasz Oyelaran').waitFor()
  await agnese.getByRole('button', { name: 'Let it fall: Tomasz Oyelaran, on Day Trips' }).click()
  await falls.getByText('Tomasz Oyelaran').waitFor()
  await agnese.getByLabel('Why, for both histories').fill('It is about your town.')
  await agnese.getByRole('button', { name: 'Sign and send it' }).click()
  await agnese.getByText(/^Sent to Porto Lindo Tourist Board/).waitFor()

  await to(sanne, 'Sanne', '/inbox')
  await sanne
    .getByRole('link', { name: /Day Trips/ })
    .first()
    .click()
  await sanne.getByRole('link', { name: 'See it line by line, and choose what falls' }).click()
  await sanne.getByRole('region', { name: 'Falls' }).getByText('Tomasz Oyelaran').waitFor()
  await sanne.getByRole('button', { name: 'Take it over' }).click()
  await sanne.getByText('cooling off; either side can stop it').waitFor()
  await sanne.getByText('72 of 72 hours left').waitFor()

  await to(agnese, 'Agnese', '/desk')
  await agnese.getByRole('region', { name: 'Goes over soon' }).waitFor()
  await agnese.getByRole('link', { name: 'See what stays' }).click()
  await agnese.getByRole('button', { name: 'Stop this handover' }).click()
  await agnese
    .getByRole('group', { name: 'Stop this handover' })
    .getByRole('button', { name: 'Stop this handover' })
    .click()
  await agnese.getByText(/^Stopped\. Day Trips belongs to Ondaverde Ferries as before/).waitFor()
})

test('where it takes two, what was written waits for another admin, and is read where it stands', async () => {
  const admin = await scene.signIn(scene.called('Agnese'))
  const body = { twoApprovals: true, reason: 'There are two of us.' }
  await answerOf(admin.client.PUT('/v1/businesses/{business}/approvals', { params: at(admin), body }))
  const page = await pageOf(browser, scene, admin)
  const sentence = `hand over page/ondaverde-ferries to ${scene.called('Sanne').business} keeping run because "It is about your town."`
  await to(page, 'Agnese', `/hand-over?say=${encodeURIComponent(sentence)}`)
  await page.getByRole('button', { name: 'Sign and send it' }).click()
  await page
    .getByText(
      /^Asked to hand over the page Ondaverde Ferries to Porto Lindo Tourist Board.* It waits for Ruben Achterberg/,
    )
    .waitFor()
  await page.getByRole('link', { name: 'See where it stands' }).click()
  await page
    .getByText('Agnese Torvald asks to hand over the page Ondaverde Ferries', { exact: false })
    .first()
    .waitFor()
})

test('what is somebody’s own is brought in as theirs alone, and handed over to where they work, keeping run', async () => {
  const dae = await pageOf(browser, scene, await scene.signIn(scene.called('Dae')))
  const { ref } = scene.town.platform('tern').things.create('page', 'Dae’s dogs', null)
  await to(dae, 'Dae', '/bring-in')
  await dae.getByLabel('It is my own').check()
  await dae.getByLabel('What is it?').fill('page')
  await dae.locator('input[name=ref]').fill(ref)
  await dae.getByRole('button', { name: 'Show me the code there' }).click()
  await dae.locator('input[name=code]').waitFor()
  await dae.locator('input[name=code]').fill(scene.town.platform('tern').things.codeOf(ref)!)
  await dae.locator('input[name=handle]').fill('my-page')
  await dae.getByRole('button', { name: 'Bring it in' }).click()
  await dae.getByText(/is yours, in Dae Whitlock \(B-/).waitFor()
  await dae.getByRole('link', { name: 'Hand it over to Gullwright & Moss, and keep running it' }).click()
  const review = dae.getByRole('region', { name: 'The review' })
  await review.getByText('Dae Whitlock keeps run.').waitFor()
  await dae.getByText('Who could no longer do their job').waitFor()
  await dae.getByLabel('Why, for both histories').fill('We post on it for clients.')
  await dae.getByRole('button', { name: 'Sign and send it' }).click()
  await dae.getByText('Sent to Gullwright & Moss').waitFor()
  const [owner] = await scene.sql<{ name: string }>(
    `SELECT business.name FROM asset JOIN business ON business.id = asset.business_id WHERE platform_ref = $1`,
    [ref],
  )
  expect(owner!.name, 'nothing goes over before their yes').toBe('Dae Whitlock')
})

test('the command line brings in what is one’s own, and tells how a business comes to have it', async () => {
  const { things } = scene.town.platform('tern')
  const { ref } = things.create('page', 'Marisol’s meadow', null)
  const marisol = await scene.signIn(scene.called('Marisol'))
  const line = commandLine(scene.url, marisol.token)
  const begun = await line.run('assets', 'claim', 'tern', ref, '--handle', 'meadow', '--mine', '--json')
  const { claim } = JSON.parse(begun.out) as { claim: string }
  const code = things.codeOf(ref)!
  const done = await line.run(
    'assets',
    'claim',
    'tern',
    ref,
    '--handle',
    'meadow',
    '--mine',
    '--claim',
    claim,
    '--code',
    code,
  )
  const [, own] = /famiglia --for (B-\S+) hand-over page\/meadow to B-… keeping run/.exec(done.out)!
  const to = scene.called('Callum').business
  const handed = await line.run(
    '--for',
    own!,
    '--yes',
    'hand-over',
    'page/meadow',
    'to',
    to,
    'keeping',
    'run',
    'with',
    'people',
    'because',
    '"Ours now."',
  )
  expect(handed.out).toContain('Sent to Gullwright & Moss')
  expect(handed.out + handed.err).toContain('Gullwright & Moss asks who works on it now to join')
})
