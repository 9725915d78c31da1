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
/** Chooses what is typed, each in the part of the sentence that is opened for it. */
async function choose(name: string, ...wanted: string[]) {
  for (const one of wanted) {
    await part(name).last().click()
    await page.keyboard.type(one)
    await page.keyboard.press('Enter')
    await page.getByRole('dialog').waitFor({ state: 'detached' })
  }
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
  await page.getByText('Nothing here is called that.').waitFor()
  await page.keyboard.press('Escape')
  expect(await said()).toBe('let quill@ondaverde.example watch on page/day-trips')
})

test('all there is to give stands below the sentence, by what fits; single things are ticked, on each asset its own', async () => {
  await saying('let tomasz@ondaverde.example watch on ad-account/winter-freight, page/day-trips')
  await part('Purpose or tier').click()
  const panel = page.getByRole('dialog', { name: 'What should Tomasz Oyelaran get done?' })
  const fitting = panel.getByRole('listbox', { name: 'Purposes that fit', exact: true })
  await fitting.getByRole('option', { name: /run our adverts/ }).waitFor()
  await panel.getByRole('listbox', { name: 'Purposes that fit some of it' }).getByText('post for us').waitFor()
  await panel.getByText('more purposes').click()
  await panel.getByRole('option', { name: /send our newsletters/ }).waitFor()
  await panel.getByText('Pick single things').click()
  await panel.getByText('only with steward').first().waitFor()
  await panel.getByRole('combobox').fill('bills')
  await panel.getByRole('option', { name: /see the bills/ }).waitFor()
  expect(await panel.getByRole('option').first().innerText()).toContain('see the bills')
  await panel.getByRole('combobox').fill('')
  await panel.getByRole('option', { name: /^draft/ }).click()
  await saidIs('let tomasz@ondaverde.example draft on ad-account/winter-freight, page/day-trips')
  await saying('let tomasz@ondaverde.example ads.see on ad-account/winter-freight and post.see on page/day-trips')
  await page.getByText('see adverts', { exact: true }).first().waitFor()
  await part('Purpose or tier on Day Trips').click()
  await panel.getByRole('checkbox', { name: 'answer messages' }).check()
  await panel.getByRole('button', { name: 'Take the ticked ones' }).click()
  await saidIs(
    'let tomasz@ondaverde.example ads.see on ad-account/winter-freight and post.see, message.answer on page/day-trips',
  )
})

test('two tiers are compared side by side, and one is taken from there', async () => {
  await saying('let tomasz@ondaverde.example draft on ad-account/winter-freight')
  await part('Purpose or tier').click()
  await page.getByRole('button', { name: 'Compare the tiers side by side' }).click()
  await page.getByRole('heading', { name: 'run does four things that draft does not, and it can spend' }).waitFor()
  const row = page.getByRole('row', { name: /see the bills/ })
  await row.getByText('only by name').waitFor()
  await page.getByRole('columnheader').getByRole('button', { name: 'watch' }).click()
  await page.getByRole('heading', { name: 'run does six things that watch does not' }).waitFor()
  await page.getByRole('button', { name: 'Take run' }).click()
  await saidIs('let tomasz@ondaverde.example run on ad-account/winter-freight')
})

test('what was chosen is taken out by itself, and choosing it again never removes it; all of a kind come at once', async () => {
  await saying('let tomasz@ondaverde.example watch on page/day-trips')
  await choose('Assets', 'day trips')
  await saidIs('let tomasz@ondaverde.example watch on page/day-trips')
  await choose('Assets', 'all pages')
  await saidIs(/page\/day-trips, page\/ondaverde-ferries, page\/winter-timetable$/)
  await page.getByRole('button', { name: 'Assets: Ondaverde Ferries' }).click()
  await page.getByRole('button', { name: 'Take Ondaverde Ferries out' }).click()
  await saidIs(/page\/day-trips, page\/winter-timetable$/)
})

test('an end is typed as people say it; a number with a wrong digit, or of the other kind, is told as what it is', async () => {
  await saying('let tomasz@ondaverde.example watch on page/day-trips')
  await part('Until').click()
  await page.keyboard.type('3/4/2099')
  await page.getByText('That is no day, or could be two.').waitFor()
  await page.getByRole('textbox', { name: 'The last day' }).fill('end of March 2099')
  await page.keyboard.press('Enter')
  await saidIs(/until 2099-03-31$/)
  await part('Who').click()
  const wrongDigit = scene.callum.business.replace(/\d$/, digit => String((Number(digit) + 1) % 10))
  await page.getByRole('main').getByRole('combobox').fill(wrongDigit)
  await page.getByText(`One digit is wrong, the tenth: Gullwright & Moss is ${scene.callum.business}.`).waitFor()
  await page.getByRole('main').getByRole('combobox').fill('A-2718-2818-24')
  await page.getByRole('alert').waitFor()
})

test('an address one letter off is asked about before it can be signed; the letter stands beside it as it will arrive', async () => {
  await saying('let leander2@ondavrede.example watch on page/day-trips hiding revenue', 'review')
  await page.getByText('ondavrede.example is one letter off ondaverde.example').waitFor()
  const letter = page.getByRole('article', { name: 'The letter' })
  await letter.getByText('Agnese Torvald lets you watch on Day Trips, hiding revenue').waitFor()
  const send = page.getByRole('button', { name: 'Sign and send' })
  expect(await send.isDisabled()).toBe(true)
  await page.getByRole('textbox', { name: 'A note from you' }).fill('Welcome aboard.')
  await page.getByRole('checkbox', { name: 'leander2@ondavrede.example is right' }).check()
  await letter.getByText('Welcome aboard.').waitFor()
  await page.getByRole('textbox', { name: 'A note from you' }).fill('The password is gull77!')
  await page.getByText('That looks like a password').waitFor()
  await page.getByRole('textbox', { name: 'A note from you' }).fill('Welcome aboard.')
  await send.click()
  await page.getByText('Sent to leander2@ondavrede.example').waitFor()
})

test('a sentence that was not sent waits on the desk, and is gone once it is sent', async () => {
  await saying('let idris@ondaverde.example draft on page/winter-timetable')
  await page.getByText('draft posts', { exact: false }).first().waitFor()
  await to('/desk')
  await page.getByText('1 unsent').waitFor()
  await page.getByText('Let Idris Vannucci draft on Winter Timetable').waitFor()
  await page.getByRole('link', { name: 'Take it up again' }).click()
  await page.getByRole('button', { name: /Read it over/ }).click()
  await page.getByRole('button', { name: 'Sign and send' }).click()
  await page.getByText('In force: Idris Vannucci may draft on Winter Timetable').waitFor()
  await to('/desk')
  await page.getByRole('heading', { level: 1 }).waitFor()
  expect(await page.getByText('1 unsent').count()).toBe(0)
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
