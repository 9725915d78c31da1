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
  await page.getByText('It can be read, and nothing of it counts.').waitFor()
  await page.getByRole('link', { name: 'Open it again' }).click()
  await page.getByRole('button', { name: 'Open it again' }).click()
  await page.getByText(`${name} is open again.`).waitFor()
  await page.getByRole('heading', { name: `Close ${name}, so that everything ends` }).waitFor()
  await page.context().close()
})
