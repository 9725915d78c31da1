import { MovableClock } from '@famiglia/service'
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { linkIn, startTown, tellScenario, type DemoPerson } from '@famiglia/demo'
import { generate } from 'otplib'
import type { Page } from 'playwright-core'
import { openBrowser } from '../e2e/support/browser.ts'
import { createDatabase, keptSecret } from './home.ts'
import { startPostgres } from './postgres.ts'

/** `npm run screenshots`: walks through the story on the demo's data and keeps a picture of each main page and command. */
const pictures = join(import.meta.dirname, '../docs/screenshots')
const home = mkdtempSync(join(tmpdir(), 'famiglia-pictures-'))
mkdirSync(pictures, { recursive: true })
const server = await startPostgres(home)
await createDatabase(server, 'famiglia')
const clock = new MovableClock()
const town = await startTown({
  home,
  clock,
  databaseUrl: server.urlOf('famiglia'),
  secret: keptSecret(home, 'secret'),
  platformSecret: keptSecret(home, 'platform-secret'),
  port: 4810,
  keep: false,
})
const browser = await openBrowser()

try {
  const people = await tellScenario(town, clock)
  const [agnese] = people as [DemoPerson]
  const hers = await browser.page()
  const leanders = await browser.page()
  await signIn(hers, agnese)
  await seeWhoReachesWhat(hers)
  await bringIn(hers)
  await give(hers)
  await accept(leanders)
  await workOnMarram(leanders)
  await lookAround(hers)
  const called = (name: string) => people.find(person => person.name.startsWith(name))!
  await dealWithPartners(hers, called('Callum'))
  await compareAccounts(called('Callum'))
  await lookAtMoney(called('Noor'))
  await followHandover(called('Callum'))
  await terminal('command-line', agnese.token, [
    `famiglia preview let leander@ondaverde.example watch on ad-account/summer-crossings hiding revenue until 2027-09-30`,
    'famiglia access --show "can spend" --find bea',
    'famiglia tree',
    'famiglia ready business/gullwright-moss "run our adverts"',
    'famiglia why idris@ondaverde.example report.see property/ticket-shop',
  ])
} finally {
  await browser.close()
  await town.close()
  await server.stop()
  rmSync(home, { recursive: true, force: true })
}

/** A page of somebody’s own business, with the session that their token is. */
async function pageAt({ token }: DemoPerson, path: string): Promise<Page> {
  const page = await browser.page()
  const url = town.service.url
  await page.context().addCookies([{ name: 'famiglia_session', value: token, url }])
  const me = await fetch(`${url}/v1/me`, { headers: { authorization: `Bearer ${token}` } })
  const { businesses } = (await me.json()) as { businesses: { number: string }[] }
  await page.goto(`${url}/${businesses[0]!.number}${path}`)
  return page
}

async function compareAccounts(callum: DemoPerson): Promise<void> {
  const page = await pageAt(callum, '/tree')
  await page.getByRole('group', { name: 'The tree' }).getByRole('link', { name: 'Gullwright Travel' }).click()
  await page.getByRole('heading', { name: /^Gullwright Travel gathers/ }).waitFor()
  await keep(page, 'manager-account')
}

async function followHandover(callum: DemoPerson): Promise<void> {
  const page = await pageAt(callum, '/handovers')
  await page.getByRole('link', { name: 'Nonna Brigida and Sunday Table' }).click()
  await page.getByText('of 72 hours left', { exact: false }).waitFor()
  await keep(page, 'handover')
}

async function lookAtMoney(noor: DemoPerson): Promise<void> {
  const page = await pageAt(noor, `/money?account=${encodeURIComponent('ad-account/winter-freight')}`)
  await page.getByText('and nothing after that.', { exact: false }).waitFor()
  await keep(page, 'money')
}

async function keep(page: Page, name: string): Promise<void> {
  await page.waitForTimeout(700)
  await page.screenshot({ path: join(pictures, `${name}.png`) })
}

async function signIn(page: Page, person: DemoPerson): Promise<void> {
  await page.goto(town.service.url)
  await page.fill('input[name=address]', person.email)
  await page.fill('input[name=password]', person.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.fill('input[name=code]', await generate({ secret: person.totpSecret! }))
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('heading', { name: /Agnese\./ }).waitFor()
  await keep(page, 'desk')
}

async function seeWhoReachesWhat(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Access', exact: true }).click()
  await page.getByRole('row').filter({ hasText: 'Priya Lindqvist' }).first().waitFor()
  await page.getByRole('button', { name: 'Priya Lindqvist on Ticket shop: watch' }).click()
  await page.getByRole('figure', { name: 'The paths, drawn' }).waitFor()
  await keep(page, 'access')
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Bea Fontaine' }).first().click()
  await page.getByRole('heading', { name: 'Bea Fontaine' }).waitFor()
  await keep(page, 'person')
}

async function bringIn(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Access', exact: true }).click()
  await page.getByRole('link', { name: 'Bring in an asset' }).click()
  await page.fill('input[name=ref]', 'MA-20555')
  await page.getByRole('button', { name: 'Show me the code there' }).click()
  await page.getByText('The code is shown at').waitFor()
  await page.fill('input[name=code]', town.platform('marram').things.codeOf('MA-20555')!)
  await page.fill('input[name=handle]', 'spring-timetable')
  await keep(page, 'bring-in')
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await page.getByRole('heading', { name: 'Spring Timetable' }).waitFor()
}

async function give(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Give somebody access' }).first().click()
  await choose(page, /^Who:/, 'leander@ondaverde.example')
  await choose(page, /^Assets:/, 'winter freight')
  await page.getByRole('button', { name: /^Purpose or tier:/ }).click()
  await page.getByText('Pick single things').waitFor()
  await keep(page, 'chooser')
  await page.keyboard.type('prepare')
  await page.keyboard.press('Enter')
  await page.getByRole('dialog').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: /^Hiding:/ }).click()
  await page.getByLabel('revenue').check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Until:/ }).click()
  await page.getByRole('button', { name: '6 months', exact: true }).click()
  await page.getByRole('complementary', { name: 'Enough for the purpose?' }).waitFor()
  await keep(page, 'give')
  await page.keyboard.press('Control+Enter')
  await page.getByRole('button', { name: 'Sign and send' }).waitFor()
  await page
    .getByLabel('A note from you')
    .fill(
      'Dear Leander, this one did not reach you in spring. Start with Winter Freight, and ask before you raise a budget.',
    )
  await page.getByLabel('A note from you').blur()
  await page.getByRole('article', { name: 'The letter' }).getByText('Dear Leander').waitFor()
  await keep(page, 'review')
  await page.getByRole('button', { name: 'Sign and send' }).click()
  await page.getByText('To the desk').waitFor()
}

async function choose(page: Page, field: RegExp, text: string): Promise<void> {
  await page.getByRole('button', { name: field }).click()
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
  await page.getByRole('dialog').waitFor({ state: 'detached' })
}

async function accept(page: Page): Promise<void> {
  const address = 'leander@ondaverde.example'
  const link = await newestLink(address)
  await page.goto(`${town.service.url}/invitation#${link}`)
  await page.fill('input[name=name]', 'Leander Quist')
  await page.fill('input[name=password]', 'a lantern on every quay')
  await page.evaluate(() => scrollTo(0, 0))
  await keep(page, 'invitation')
  await page.getByRole('button', { name: 'Accept and begin' }).click()
  await page.getByText('Revenue is hidden from you').first().waitFor()
  await keep(page, 'my-access')
}

/** The letters of spring lie in the inbox too: the newest comes first, once the service has let it go. */
async function newestLink(address: string): Promise<string> {
  const before = town.inbox.letters.list(address).length
  for (let tries = 0; tries < 200 && town.inbox.letters.list(address).length === before; tries++) await sleep(100)
  return linkIn(town, address, 'lets you')
}

async function workOnMarram(page: Page): Promise<void> {
  await page.goto(town.platform('marram').url)
  await page.getByRole('main').getByRole('link', { name: 'Sign in through Famiglia' }).click()
  await page.getByRole('link', { name: 'Winter Freight' }).click()
  await page
    .getByRole('button', { name: /Publish/ })
    .first()
    .click()
  await keep(page, 'platform')
}

async function lookAround(page: Page): Promise<void> {
  const { origin } = new URL(page.url())
  const [, business] = new URL(page.url()).pathname.split('/')
  const to = (path: string) => page.goto(`${origin}/${business}${path}`)
  await to('/lists')
  await page.getByRole('link', { name: 'Summer Crossings' }).click()
  await page.getByRole('link', { name: 'Priya Lindqvist' }).first().waitFor()
  await keep(page, 'asset')
  await page.getByRole('link', { name: 'History', exact: true }).click()
  await page.getByRole('heading', { name: 'The history is whole.' }).waitFor()
  await keep(page, 'history')
}

async function dealWithPartners(page: Page, callum: DemoPerson): Promise<void> {
  await page.getByRole('link', { name: 'Families' }).click()
  await page.getByRole('link', { name: 'Gullwright & Moss' }).click()
  await page.getByText('It cannot yet.').waitFor()
  await keep(page, 'partner')
  await page.getByRole('link', { name: 'Desk' }).click()
  await page.getByRole('link', { name: 'Read and answer' }).first().click()
  await page.getByText('It would allow').waitFor()
  await keep(page, 'ask')
  const his = await pageAt(callum, '/desk')
  await his.getByRole('link', { name: 'Families' }).click()
  await his.getByRole('row').filter({ hasText: 'Fjord Freight' }).waitFor()
  await keep(his, 'families')
}

/** Commands in a real terminal window, on a screen of its own. */
async function terminal(name: string, token: string, commands: readonly string[]): Promise<void> {
  const display = ':97'
  const environment = {
    ...process.env,
    DISPLAY: display,
    HOME: home,
    FAMIGLIA_URL: town.service.url,
    FAMIGLIA_TOKEN: token,
    PATH: `${join(import.meta.dirname, '../node_modules/.bin')}:${process.env['PATH']}`,
  }
  const screen = spawn('Xvfb', [display, '-screen', '0', '1280x800x24'], { stdio: 'ignore' })
  await sleep(1_500)
  const script = commands
    .map(command => `printf '\\033[1m$ %s\\033[0m\\n' ${quoted(command)}; ${command} 2>&1; echo`)
    .join('\n')
  const window = spawn(
    'xterm',
    [
      '-geometry',
      '157x52+0+0',
      '-fa',
      'DejaVu Sans Mono',
      '-fs',
      '9',
      '-bg',
      '#fcfcf8',
      '-fg',
      '#2b1a26',
      '-e',
      'bash',
      '-c',
      `${script}\nsleep 60`,
    ],
    { env: environment, stdio: 'ignore' },
  )
  await sleep(2_000 + commands.length * 2_500)
  spawnSync('import', ['-window', 'root', join(pictures, `${name}.png`)], { env: environment })
  window.kill()
  screen.kill()
}

function quoted(text: string): string {
  return `'${text.replaceAll("'", `'\\''`)}'`
}
