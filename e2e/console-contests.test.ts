import { beforeAll, expect, test } from 'vitest'
import type { Page } from 'playwright-core'
import { flawsOf, pageOf } from './support/browser.ts'
import { commandLine } from './support/commandLine.ts'
import { browser, inTheConsole, scene } from './support/console.ts'

inTheConsole()

let agnese: Page
let callum: Page
beforeAll(async () => {
  agnese = await pageOf(browser, scene, await scene.signIn(scene.called('Agnese')))
  callum = await pageOf(browser, scene, await scene.signIn(scene.called('Callum')))
}, 60_000)

const to = (page: Page, name: string, path: string) => page.goto(`${scene.url}/${scene.called(name).business}${path}`)

test('who enters the right code for what another business holds contests it there; the owner says no on its page', async () => {
  await to(callum, 'Callum', '/bring-in')
  await callum.getByLabel('What is it?').fill('page')
  await callum.locator('input[name=ref]').fill('TN-11205')
  await callum.getByRole('button', { name: /code/ }).click()
  await callum.locator('input[name=code]').waitFor()
  await callum.locator('input[name=code]').fill(scene.town.platform('tern').things.codeOf('TN-11205')!)
  await callum.locator('input[name=handle]').fill('day-trips-too')
  await callum.getByRole('button', { name: 'Bring it in' }).click()
  await callum.getByText('Another business holds it').waitFor()
  await callum.getByLabel('Why it is yours').fill('We built it three years ago.')
  await callum.getByRole('button', { name: 'Contest it' }).click()
  await callum.getByText('Its owner is told, now and every second day.').waitFor()
  await callum.getByRole('link', { name: 'See how far it is' }).click()
  await callum.getByRole('button', { name: 'Take it back' }).waitFor()
  expect(await callum.locator('main').innerText()).not.toContain('Ondaverde')

  await to(agnese, 'Agnese', '/desk')
  await agnese.getByText('says that Day Trips is theirs').waitFor()
  const own = `/${scene.called('Agnese').business}`
  expect(
    await flawsOf(browser, scene.url, await agnese.context().cookies(), [`${own}/contests`, `${own}/desk`]),
  ).toEqual([])
  await agnese.getByRole('link', { name: 'Read it, and answer' }).click()
  await agnese.getByText('We built it three years ago.').waitFor()
  await agnese.getByRole('button', { name: 'Say no: it is ours' }).click()
  await agnese.getByText('Day Trips stays with its owner').waitFor()
  const answered = await commandLine(scene.url, scene.called('Callum').token).run('contests')
  expect(answered.out).toMatch(/refused on .*, by Agnese Torvald \(agnese@ondaverde\.example\) of Ondaverde Ferries/)
})

test('the command line contests with the claim it proved control by, and is answered by it', async () => {
  const as = async (name: string) => commandLine(scene.url, (await scene.signIn(scene.called(name))).token)
  const [his, hers] = [await as('Callum'), await as('Agnese')]
  const { claim } = JSON.parse(
    (await his.run('assets', 'claim', 'tern', 'TN-11204', '--handle', 'ferries', '--json')).out,
  ) as { claim: string }
  const code = scene.town.platform('tern').things.codeOf('TN-11204')!
  const held = await his.run(
    'assets',
    'claim',
    'tern',
    'TN-11204',
    '--handle',
    'ferries',
    '--claim',
    claim,
    '--code',
    code,
  )
  expect(held).toMatchObject({ status: 3 })
  expect((await his.run('contests', 'begin', claim, '--reason', 'It is ours.')).out).toContain('Its owner is told')
  const [one] = JSON.parse((await hers.run('contests', '--json')).out) as { id: string; what: string }[]
  expect((await hers.run('desk')).out).toMatch(/contested +Gullwright & Moss says that Ondaverde Ferries is theirs/)
  expect((await hers.run('contests', 'agree', one!.id, '--yes')).out).toContain('goes over on')
  expect(await his.run('contests', 'no', one!.id)).toMatchObject({ status: 3 })
})
