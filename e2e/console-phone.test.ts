import type { Page } from 'playwright-core'
import { expect, test } from 'vitest'
import { browser, inTheConsole, scene } from './support/console.ts'
import type { Actor } from './support/scene.ts'

inTheConsole()

/** A page on a phone of somebody who is signed in. */
async function phoneOf(who: Actor): Promise<Page> {
  const page = await browser.page({ width: 360, height: 740 })
  await page.context().addCookies([{ name: 'famiglia_session', value: who.token, url: scene.url }])
  return page
}
const to = (page: Page, path: string) => page.goto(`${scene.url}/${scene.agnese.business}${path}`)
/** Whatever stands outside the phone, or is too small for a finger. */
async function outOfReach(page: Page): Promise<string[]> {
  return page.locator('button:visible, a.btn:visible, input:visible, select:visible').evaluateAll(all =>
    all.flatMap(one => {
      const { left, right, height } = one.getBoundingClientRect()
      const name = one.getAttribute('aria-label') ?? one.textContent?.trim().slice(0, 40) ?? one.tagName
      if (one.closest('.sr-only, table, [role=table], [role=grid]')) return []
      if (right > document.documentElement.clientWidth + 1 || left < -1) return [`${name} stands outside`]
      return height < 16 ? [`${name} is ${Math.round(height)} high`] : []
    }),
  )
}

test('on a phone a sentence is read over and sent, what came of it is seen, and it is ended again', async () => {
  const agnese = await scene.signIn(scene.agnese)
  const page = await phoneOf(agnese)
  const say = encodeURIComponent(`let ${scene.tomasz.email} run on page/winter-timetable hiding revenue`)
  await to(page, `/give?say=${say}`)
  await page.getByRole('button', { name: /Read it over/ }).click()
  await page.getByRole('button', { name: 'Sign and send' }).waitFor()
  expect(await outOfReach(page)).toEqual([])
  await page.getByRole('button', { name: 'Sign and send' }).click()
  await page.getByText('In force: Tomasz Oyelaran', { exact: false }).waitFor()
  expect(await scene.can(scene.tomasz.email, 'post.publish', 'page/winter-timetable')).toBe(true)
  await to(page, `/review?say=${encodeURIComponent(`end ${scene.tomasz.email} on page/winter-timetable`)}`)
  await page.getByRole('button', { name: 'End it' }).click()
  await page.getByText('Ended: Tomasz Oyelaran', { exact: false }).waitFor()
  expect(await scene.can(scene.tomasz.email, 'post.publish', 'page/winter-timetable')).toBe(false)
})

test('on a phone what waits is answered from the desk, with less than was asked for', async () => {
  const page = await phoneOf(await scene.signIn(scene.agnese))
  await to(page, '/desk')
  const row = page.getByRole('listitem').filter({ hasText: 'Tomasz Oyelaran asks for' })
  await row.getByRole('link', { name: 'Read and answer' }).click()
  await page.getByText('It would allow').waitFor()
  expect(await outOfReach(page)).toEqual([])
  await page.getByRole('button', { name: 'Say no to all' }).click()
  await page.getByText('declined', { exact: false }).first().waitFor()
  expect((await scene.letters(scene.tomasz.email))[0]).toContain('Agnese Torvald')
})

test('on a phone a member finds what they may do, asks for more, and finds it waiting', async () => {
  const page = await phoneOf(scene.called('Idris'))
  await page.goto(`${scene.url}/my-access`)
  await page.getByText('Summer Crossings').first().waitFor()
  expect(await outOfReach(page)).toEqual([])
  await to(page, '/ask?on=ad-account/summer-crossings')
  await page.selectOption('select[name=given]', 'draft')
  expect(await outOfReach(page)).toEqual([])
  await page.fill('input[name=reason]', 'The figures need a picture.')
  await page.getByRole('button', { name: 'Ask for it' }).click()
  await page.getByText('It is on the desk of', { exact: false }).waitFor()
  await to(page, '/desk')
  await page.getByRole('heading', { name: 'Waits for somebody else' }).waitFor()
})

test('on a phone every place of the frame is reached with a thumb, and says where one is', async () => {
  const page = await phoneOf(scene.agnese)
  await to(page, '/desk')
  for (const name of ['Give', 'Access', 'Families', 'History', 'Desk']) {
    const place = page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
    const box = (await place.boundingBox())!
    expect(box.y, `${name} stands at the foot`).toBeGreaterThan(600)
    expect(Math.min(box.width, box.height), name).toBeGreaterThanOrEqual(40)
    await place.click()
    await page.locator('[aria-current=page]', { hasText: name }).waitFor()
  }
})
