import type { Page } from 'playwright-core'
import { beforeEach, expect, test } from 'vitest'
import { pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'

let page: Page
inTheConsole()
beforeEach(async () => {
  page = await pageOf(browser, scene, scene.agnese)
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
})

const to = (path: string) => page.goto(`${scene.url}/${scene.agnese.business}${path}`)
const saying = (sentence: string, place = 'give') => to(`/${place}?say=${encodeURIComponent(sentence)}`)
const part = (name: string) => page.getByRole('button', { name: new RegExp(`^${name}:`) })
const said = () => page.locator('.said code').innerText()
const saidIs = (text: string | RegExp) => page.locator('.said code').filter({ hasText: text }).waitFor()
/** Opens a part of the sentence and chooses what is typed. */
async function choose(name: string, ...wanted: string[]) {
  await part(name).click()
  for (const one of wanted) {
    await page.keyboard.type(one)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Escape')
}

test('a sentence is put together part by part, and stands below as it is written, the same in the review', async () => {
  await to('/give')
  await page.getByText('Say who, and what they should get done.').waitFor()
  expect(await page.getByRole('button', { name: /Read it over/ }).isDisabled()).toBe(true)
  await choose('Who', 'tomasz', 'idris')
  await choose('Purpose or tier', 'watch')
  await choose('Assets', 'winter freight')
  await saidIs('let tomasz@ondaverde.example, idris@ondaverde.example watch on ad-account/winter-freight')
  await part('Hiding').click()
  await page.getByRole('checkbox', { name: 'revenue' }).check()
  await page.getByRole('checkbox', { name: 'spend' }).check()
  await page.keyboard.press('Escape')
  await saidIs(/hiding spend and revenue$/)
  await part('Until').click()
  await page.getByRole('button', { name: '3 months' }).click()
  await saidIs(/hiding spend and revenue until 20\d\d-\d\d-\d\d$/)
  const sentence = await said()
  await page.getByRole('button', { name: 'Copy this sentence' }).click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(sentence)
  await page.getByRole('button', { name: /Read it over/ }).click()
  await page.getByRole('button', { name: 'Sign and send' }).waitFor()
  expect(new URL(page.url()).searchParams.get('say')).toBe(sentence)
  await page.goBack()
  await saidIs(sentence)
})

test('each part can be taken out again, and what follows from it goes with it', async () => {
  await saying('let tomasz@ondaverde.example run on ad-account/winter-freight hiding revenue until 2099-03-31')
  await page.getByText('draft, publish and pause adverts', { exact: false }).first().waitFor()
  await part('Until').click()
  await page.getByRole('button', { name: 'no end' }).click()
  await saidIs(/hiding revenue$/)
  await part('Hiding').focus()
  await page.keyboard.press('Backspace')
  await saidIs(/on ad-account\/winter-freight$/)
  await part('Who').focus()
  await page.keyboard.press('Backspace')
  await page.getByText('Say who, and what they should get done.').waitFor()
})

test('what cannot be read is not lost: it is told why, and one begins anew or goes on', async () => {
  await saying('let tomasz@ondaverde.example rum on ad-account/winter-freight')
  await page.getByText('neither a tier', { exact: false }).waitFor()
  await page.getByText('Did you mean run?', { exact: false }).waitFor()
  await page.getByRole('button', { name: 'Begin anew' }).click()
  await page.getByText('neither a tier', { exact: false }).waitFor({ state: 'detached' })
  await choose('Who', 'tomasz')
  await choose('Purpose or tier', 'run')
  await choose('Assets', 'winter freight')
  await saidIs('let tomasz@ondaverde.example run on ad-account/winter-freight')
})

test('a second level stays as it was said while the first is changed, and is left out only when one says so', async () => {
  await saying(
    'let tomasz@ondaverde.example watch on page/day-trips and run on ad-account/winter-freight hiding revenue',
  )
  await page.getByText('What stands after “and” stays as it is.').waitFor()
  await part('Hiding').click()
  await page.getByRole('checkbox', { name: 'contacts' }).check()
  await page.keyboard.press('Escape')
  await saidIs('watch on page/day-trips hiding contacts and run on ad-account/winter-freight hiding revenue')
  await page.getByRole('button', { name: 'Leave it out' }).click()
  await saidIs(/watch on page\/day-trips hiding contacts$/)
})

test('to another business two questions are asked, both no unless ticked, and what they mean is told before it is sent', async () => {
  await saying(`let ${scene.callum.business} steward on page/winter-timetable`)
  await page.getByText('Say this separately', { exact: false }).first().waitFor()
  await page.getByRole('checkbox', { name: /They may give access by it themselves/ }).check()
  await saidIs(/may give access$/)
  await page.getByText('What you give is the ceiling', { exact: false }).waitFor()
  await page.getByRole('checkbox', { name: /They may pass it on/ }).check()
  await saidIs(/may give access may pass on$/)
  await saying('let tomasz@ondaverde.example watch on page/day-trips')
  await saidIs('let tomasz@ondaverde.example watch on page/day-trips')
  expect(await page.getByRole('checkbox', { name: /They may pass it on/ }).count()).toBe(0)
})

test('somebody new is named by an address that is typed, and one that is none is never taken', async () => {
  await to('/give')
  await choose('Who', 'quill@ondaverde.example')
  await choose('Purpose or tier', 'watch')
  await choose('Assets', 'day trips')
  await saidIs('let quill@ondaverde.example watch on page/day-trips')
  await page.getByText('quill@ondaverde.example', { exact: false }).first().waitFor()
  await page
    .getByText(/seat|invit/i)
    .first()
    .waitFor()
  await part('Who').click()
  await page.keyboard.type('quill at ondaverde')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  expect(await said()).toBe('let quill@ondaverde.example watch on page/day-trips')
})

test('an end is read over with all that goes, and is sent once, however often the button is pressed', async () => {
  await scene.say(scene.agnese, 'let tomasz@ondaverde.example run on ad-account/winter-freight')
  const before = await endings()
  await saying('end tomasz@ondaverde.example on ad-account/winter-freight', 'review')
  const button = page.getByRole('button', { name: 'End it' })
  await button.waitFor()
  await button.dblclick()
  await page.getByText('Ended: Tomasz Oyelaran no longer reaches Winter Freight', { exact: false }).first().waitFor()
  expect(await endings()).toBe(before + 1)
})

async function endings(): Promise<number> {
  const [row] = await scene.sql<{ count: number }>(
    `SELECT count(*)::integer AS count FROM history WHERE entry->>'what' = 'grant.ended'`,
  )
  return row!.count
}
