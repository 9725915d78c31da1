import { beforeAll, expect, test } from 'vitest'
import type { Page } from 'playwright-core'
import { flawsOf, pageOf } from './support/browser.ts'
import { commandLine } from './support/commandLine.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import type { Actor } from './support/scene.ts'
import { withSecondStep } from './support/scene.ts'

inTheConsole()

let agnese: Page
let tomasz: Page
let member: Actor
beforeAll(async () => {
  member = await withSecondStep(scene, scene.called('Tomasz'))
  agnese = await pageOf(browser, scene, await scene.signIn(scene.called('Agnese')))
  tomasz = await pageOf(browser, scene, member)
}, 60_000)

const to = (page: Page, path: string) => page.goto(`${scene.url}/${scene.called('Agnese').business}${path}`)

test('who was asked accepts on the desk, steps in with a reason, and one no of an admin ends it', async () => {
  await to(tomasz, '/desk')
  const asked = tomasz.getByRole('listitem').filter({ hasText: 'asks you to be the understudy of Ondaverde Ferries' })
  await asked.getByRole('button', { name: 'Accept' }).click()
  await tomasz.getByText('Accepted. You are the understudy of Ondaverde Ferries.').waitFor()
  await tomasz.getByRole('link', { name: 'Step in' }).click()
  await tomasz.getByLabel('Why you step in').fill('The winter season has to be set up.')
  await tomasz.getByRole('button', { name: 'Step in' }).click()
  await tomasz
    .getByRole('heading', { name: /Tomasz Oyelaran becomes an admin on .*, unless one of you says no/ })
    .waitFor()
  expect(await tomasz.getByRole('button', { name: 'Take it back' }).count()).toBe(1)

  const own = `/${scene.called('Agnese').business}`
  expect(
    await flawsOf(browser, scene.url, await agnese.context().cookies(), [`${own}/understudy`, `${own}/desk`]),
  ).toEqual([])
  await to(agnese, '/desk')
  await agnese.getByRole('link', { name: 'Read it, and say no' }).click()
  await agnese.getByText('The winter season has to be set up.').waitFor()
  await agnese.getByRole('button', { name: 'Say no and stop it' }).click()
  await agnese.getByText('Stopped. Tomasz Oyelaran stays what they were.').waitFor()
  await agnese.getByRole('button', { name: 'End it: Tomasz Oyelaran is a member as before' }).click()
  await agnese.getByRole('heading', { name: 'Ondaverde Ferries has no understudy' }).waitFor()
})

test('one is named in the console, and seen, stepped in and refused by the command line', async () => {
  await to(agnese, '/understudy')
  await agnese.getByLabel('Who').selectOption({ label: 'Tomasz Oyelaran' })
  await agnese.getByLabel('Days without a no').fill('3')
  await agnese.getByRole('button', { name: 'Ask them' }).click()
  await agnese.getByText('Tomasz Oyelaran is asked to be the understudy').first().waitFor()

  const as = (token: string) => commandLine(scene.url, token)
  const [his, hers] = [as((await scene.signIn(member)).token), as((await scene.signIn(scene.called('Agnese'))).token)]
  const admin = as(scene.called('Agnese').token)
  expect(await admin.run('understudy', 'name', 'noor@ondaverde.example')).toMatchObject({ status: 3 })
  expect((await admin.run('understudy')).out).toContain('Tomasz Oyelaran was asked on')
  const [row] = (JSON.parse((await his.run('desk', '--json')).out) as { received: { proposal: string }[] }).received
  expect((await his.run('accept', row!.proposal)).out).toContain('You are the understudy of Ondaverde Ferries.')
  expect((await his.run('understudy', 'step-in', '--reason', 'Nobody answers.')).out).toContain(
    'are told, now and every',
  )
  expect((await admin.run('desk')).out).toMatch(/steps in +Tomasz Oyelaran becomes an admin unless somebody says no/)
  expect((await admin.run('understudy')).out).toMatch(
    /can say no +Agnese Torvald \(admin\), Noor Castellan \(finance\)/,
  )
  expect((await as(scene.called('Noor').token).run('understudy', 'no')).out).toContain('Stopped.')
  expect(await his.run('understudy', 'step-in', '--reason', 'Once more.')).toMatchObject({ status: 3 })
  expect((await his.run('understudy', 'end')).out).toContain('is no longer the understudy')
  expect((await hers.run('understudy')).out).toContain('There is no understudy.')
})
