import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import { flawsOf, pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import { at } from './support/scene.ts'

inTheConsole()

const home = () => `${scene.url}/${scene.called('Agnese').business}`

test('asking for a colleague says whom it waits for, and what became of it is listed where it was asked', async () => {
  const tomasz = await pageOf(browser, scene, scene.called('Tomasz'))
  await tomasz.goto(`${home()}/ask`)
  await tomasz.getByLabel('On what').fill('Winter Freight')
  await tomasz.getByLabel(/^Until/).fill('some day')
  await tomasz.getByText('That is no day, or could be two.').waitFor()
  await tomasz.getByLabel(/^Until/).fill('end of March')
  await tomasz.getByText(/^Until 31 March/).waitFor()
  await tomasz.getByLabel(/^For a colleague/).fill(scene.called('Bea').email)
  await tomasz.getByLabel('Why you need it').fill('She counts the parcels.')
  await tomasz.getByRole('button', { name: 'Ask for it' }).click()
  await tomasz.getByText(/Asked: watch on Winter Freight.*, to be given to Bea Fontaine/).waitFor()
  await tomasz
    .getByRole('link', { name: /asks for watch on Winter Freight.*to be given to Bea Fontaine/ })
    .first()
    .click()
  await tomasz.getByText('Agnese Torvald or Ruben Achterberg').waitFor()
  await tomasz.goto(`${home()}/desk`)
  await tomasz.getByRole('link', { name: 'It waits for Agnese Torvald or Ruben Achterberg' }).first().waitFor()
  await tomasz.context().close()
})

test('who reaches an asset is read in five columns, and the rest of a row unfolds by its button alone', async () => {
  const agnese = await pageOf(browser, scene, await scene.signIn(scene.called('Agnese')))
  await agnese.goto(`${home()}/assets/ad-account%2Fsummer-crossings`)
  const table = agnese.getByRole('table')
  await table.waitFor()
  expect(await table.getByRole('columnheader').allInnerTexts()).toEqual([
    'Person',
    'May',
    'Through',
    'Sees',
    'Until',
    'What to do',
  ])
  const more = agnese.getByRole('button', { name: 'More about Bea Fontaine' })
  expect(await more.getAttribute('aria-expanded')).toBe('false')
  await more.focus()
  await agnese.keyboard.press('Enter')
  await agnese.getByText('with a password only').waitFor()
  await agnese.getByRole('button', { name: 'Less about Bea Fontaine' }).press('Enter')
  expect(await agnese.getByText('with a password only').count()).toBe(0)
  await agnese.context().close()
})

test('what is not enough and meant so leaves the desk, and comes back when that is taken back', async () => {
  const agnese = await pageOf(browser, scene, await scene.signIn(scene.called('Agnese')))
  await agnese.goto(`${home()}/desk`)
  const row = agnese.getByRole('listitem').filter({ hasText: 'Bea Fontaine is to run our adverts' })
  await row.getByRole('button', { name: 'It is meant so' }).click()
  await agnese.getByText('It is meant so: no desk tells it any more').waitFor()
  await row.waitFor({ state: 'detached' })
  await agnese.getByText('Not enough for its purpose, and meant so: 1').click()
  await agnese.getByRole('button', { name: 'Tell it again' }).click()
  await row.waitFor()
  await agnese.context().close()
})

test('a business is closed by its name alone, can be read by everybody there, and is opened again', async () => {
  const egil = await scene.signIn(scene.called('Egil'))
  const page = await pageOf(browser, scene, egil)
  const own = `${scene.url}/${egil.business}`
  const { name } = await answerOf(egil.client.GET('/v1/businesses/{business}', { params: at(egil) }))
  expect(await flawsOf(browser, scene.url, await page.context().cookies(), [`/${egil.business}/closing`])).toEqual([])
  await page.goto(`${own}/closing`)
  await page.getByText(/can do nothing any more on its/).waitFor()
  await page.getByLabel('Why, for its history').fill('The season is over.')
  const close = page.getByRole('button', { name: `Close ${name}` })
  await page.getByLabel(/^Type .* to close it/).fill('something else')
  expect(await close.isDisabled()).toBe(true)
  await page.getByLabel(/^Type .* to close it/).fill(name)
  await close.click()
  await page.getByRole('heading', { name: new RegExp(`^${name} was closed on`) }).waitFor()
  await page.goto(`${own}/history`)
  const said = page.getByRole('status').filter({ hasText: 'It can be read, and nothing of it counts.' })
  await said.waitFor()
  // A line above the page, not in its place.
  expect((await said.boundingBox())!.height).toBeLessThan(80)
  const flaws = await flawsOf(browser, scene.url, await page.context().cookies(), [
    `/${egil.business}/history`,
    `/${egil.business}/closing`,
  ])
  expect(flaws).toEqual([])
  await page.getByRole('link', { name: 'Open it again' }).click()
  await page.getByRole('button', { name: 'Open it again' }).click()
  await page.getByText(`${name} is open again.`).waitFor()
  await page.getByRole('heading', { name: `Close ${name}, so that everything ends` }).waitFor()
  await page.context().close()
})

test('heard alone, every page has one title, its places and nothing to touch without a name; what came of something is spoken', async () => {
  const agnese = await scene.signIn(scene.called('Agnese'))
  const page = await pageOf(browser, scene, agnese)
  const { items: people } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/people', { params: at(agnese) }),
  )
  const say = encodeURIComponent('let bea@ondaverde.example run on page/day-trips')
  const places =
    `desk give?say=${say} review?say=${say} access lists groups ask money bring-in families tree link handovers
    hand-over inbox card in-trust contests understudy history closing search?find=summer assets/ad-account%2Fsummer-crossings
    people/${people[1]!.id} people/${people[1]!.id}/as people/${people[1]!.id}/leaving`.split(/\s+/)
  const faults: string[] = []
  for (const place of places) {
    await page.goto(`${home()}/${place}`)
    await page.getByRole('heading', { level: 1 }).or(page.locator('.letter')).first().waitFor()
    await page.waitForLoadState('networkidle', { timeout: 2_000 }).catch(() => undefined)
    const heard = await page.locator('body').ariaSnapshot()
    const unnamed = /^\s*- (?:button|link|textbox|combobox|checkbox|radio|searchbox|table|dialog)(?=:|$| \[)/gm
    for (const nameless of heard.match(unnamed) ?? []) faults.push(`${place}: ${nameless.trim()} without a name`)
    const titles = heard.match(/- heading .*\[level=1\]/g)?.length ?? 0
    if (titles !== 1) faults.push(`${place}: ${titles} titles`)
    if (!/- navigation "Places"/.test(heard)) faults.push(`${place}: no places`)
    if (!/^- main/m.test(heard)) faults.push(`${place}: no main part`)
  }
  expect(faults).toEqual([])
  await page.goto(`${home()}/families`)
  await page.getByRole('button', { name: 'They are not here yet' }).click()
  await page.getByLabel('Somebody there, by e-mail').fill('lena@saltmarsh.example')
  await page.getByRole('button', { name: 'Invite their business' }).click()
  await page.getByRole('status').filter({ hasText: 'A letter goes to lena@saltmarsh.example' }).waitFor()
  await page.getByRole('button', { name: 'They are not here yet' }).click()
  await page.getByLabel('Somebody there, by e-mail').fill('lena@saltmarsh.example')
  await page.getByRole('button', { name: 'Invite their business' }).click()
  await page.getByRole('alert').filter({ hasText: 'was invited within the last 7 days' }).waitFor()
  await page.context().close()
}, 120_000)

test('names of 80 letters, of one long word and from right to left keep within every page, as do pages that are refused', async () => {
  const agnese = await scene.signIn(scene.called('Agnese'))
  const tomasz = scene.called('Tomasz')
  const [known] = await scene.sql<{ id: string; name: string }>(`SELECT id, name FROM person WHERE name LIKE 'Tomasz%'`)
  const called = (name: string) => scene.sql(`UPDATE person SET name = '${name}' WHERE id = '${known!.id}'`)
  const own = `/${agnese.business}`
  const cookies = async (who: typeof agnese) => {
    const page = await pageOf(browser, scene, who)
    const kept = await page.context().cookies()
    await page.context().close()
    return kept
  }
  for (const name of ['Tomaszoyelaran'.repeat(5), `${'von und zu '.repeat(7)}Tom`, 'عبد الرحمن بن محمد الأنصاري']) {
    await called(name)
    expect(
      await flawsOf(browser, scene.url, await cookies(agnese), [
        `${own}/people/${known!.id}`,
        `${own}/people/${known!.id}/as`,
        `${own}/lists`,
      ]),
    ).toEqual([])
  }
  expect(await flawsOf(browser, scene.url, await cookies(tomasz), [`${own}/people/${known!.id}/leaving`])).toEqual([])
  await called(known!.name)
}, 180_000)
