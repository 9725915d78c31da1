import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openBrowser, type Browser } from '../../../e2e/support/browser.ts'
import { commandLine } from '../../../e2e/support/commandLine.ts'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'
import { sealedAddress } from '../mail/noReminders.ts'

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

const winter = 'ad-account/winter-freight'
const invite = (address: string) => scene.say(scene.agnese, `let ${address} watch on ${winter}`)
/** The letters to somebody that remind, the newest first, once all that was due is done. */
async function reminders(to: string, days: number) {
  scene.clock.forward({ hours: days * 24 })
  await scene.sql("INSERT INTO jobs.job (name, data) VALUES ('look-for-what-is-due', '{}')")
  await scene.sql('SELECT pg_sleep(2)')
  await scene.letters(to)
  return scene.town.inbox.letters.list(to).filter(({ subject }) => subject.includes('waits for your answer'))
}
const linkIn = (letter: { links: readonly string[] }) => letter.links.find(one => one.includes('/no-reminders/'))!
const oneClick = (link: string) =>
  fetch(link, { method: 'POST', body: new URLSearchParams({ 'List-Unsubscribe': 'One-Click' }) })

test('a reminder says how to end reminders, in one click, and only reminders end', async () => {
  const invited = await invite('newcomer@ondaverde.example')
  await invite('neighbour@ondaverde.example')
  await scene.letters('newcomer@ondaverde.example')
  const [first] = scene.town.inbox.letters.list('newcomer@ondaverde.example')
  expect(first!.unsubscribe).toBe('')
  const [reminder] = await reminders('newcomer@ondaverde.example', 4)
  expect(reminder!.unsubscribe).toBe(linkIn(reminder!))
  expect((await fetch(linkIn(reminder!))).status).toBe(200)
  expect((await reminders('newcomer@ondaverde.example', 0)).length).toBe(1)
  const answer = await oneClick(linkIn(reminder!))
  expect([answer.status, await answer.text()]).toEqual([200, expect.stringContaining('No more reminders')])

  expect((await reminders('neighbour@ondaverde.example', 8)).length).toBe(2)
  expect((await reminders('newcomer@ondaverde.example', 0)).length).toBe(1)
  // Sent again by hand it is no reminder.
  const agnese = await scene.signIn(scene.agnese)
  const params = { path: { business: agnese.business, proposal: invited.proposal! } }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', { params }))
  await scene.letters('newcomer@ondaverde.example')
  expect(scene.town.inbox.letters.list('newcomer@ondaverde.example').length).toBe(3)
})

test('the link is good for its own address and for nothing else, whatever is made of it', async () => {
  const [letter] = scene.town.inbox.letters.list('neighbour@ondaverde.example')
  const link = linkIn(letter!)
  const other = scene.town.service.kit.secrets.seal('neighbour@ondaverde.example')
  const forged = Buffer.from(other, 'base64').toString('base64url')
  for (const bad of [link.slice(0, -2), `${link}x`, link.replace(/[^/]+$/, 'x'), link.replace(/[^/]+$/, forged)])
    expect((await oneClick(bad)).status, bad).toBe(404)
  expect(await scene.sql("SELECT FROM no_reminders WHERE address LIKE 'neighbour%'")).toEqual([])
})

test('the longest address that there is has such a link too', async () => {
  const address = `${'a'.repeat(64)}@${'b'.repeat(60)}.${'c'.repeat(60)}.${'d'.repeat(60)}.example`
  const sealed = sealedAddress(scene.town.service.kit.secrets, address.slice(-254))
  expect((await oneClick(`${scene.url}/no-reminders/${sealed}`)).status).toBe(200)
})

test('who signs in sees it and changes it, in the console and by the command line, for all their addresses', async () => {
  const tomasz = await scene.signIn(scene.tomasz)
  await scene.sql(
    'INSERT INTO person_address (person_id, address, main, verified_at) SELECT person_id, $2, false, now() FROM person_address WHERE address = $1',
    [tomasz.email, 'tomasz@home.example'],
  )
  const { run } = commandLine(scene.url, tomasz.token)
  expect((await run('reminders')).out).toContain('Reminders come by letter.')
  expect((await run('reminders', 'off')).out).toContain('No reminders come by letter')
  const now = async () => (await answerOf(tomasz.client.GET('/v1/me/reminders'))).byLetter
  expect(await now()).toBe(false)
  await scene.sql(
    "UPDATE person_address SET main = (address = 'tomasz@home.example') WHERE person_id = (SELECT person_id FROM person_address WHERE address = $1)",
    [tomasz.email],
  )
  expect(await now()).toBe(false)

  const page = await browser.page()
  await page.context().addCookies([{ name: 'famiglia_session', value: tomasz.token, url: scene.url }])
  await page.goto(`${scene.url}/my-access/sign-in`)
  await page.getByRole('button', { name: 'Remind me by letter' }).click()
  await page.getByText('Reminders come by letter again.').waitFor()
  expect(await now()).toBe(true)
  expect((await run('reminders')).out).toContain('Reminders come by letter.')
})
