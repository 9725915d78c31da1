import { afterAll, beforeAll, expect, test } from 'vitest'
import { openBrowser, type Browser } from './support/browser.ts'
import { openScene, type Scene } from './support/scene.ts'

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

test('in a browser a platform’s sign-out leads through Famiglia’s question and back, also where nobody is signed in there any more', async () => {
  const { url } = scene.town.platform('marram')
  const page = await browser.page()
  const famiglia = { name: 'famiglia_session', value: (await scene.signIn(scene.tomasz)).token, url: scene.url }
  const enter = async () => {
    await page.context().addCookies([famiglia])
    await page.goto(`${url}/sign-in`)
    await page.getByText(scene.tomasz.name).waitFor()
  }
  await enter()
  await page.getByRole('button', { name: 'Sign out of Famiglia too' }).click()
  await page.getByRole('button', { name: 'Stay signed in' }).click()
  await page.waitForURL(`${url}/`)
  expect((await page.request.get(`${scene.url}/v1/me`)).status()).toBe(200)

  await enter()
  await page.getByRole('button', { name: 'Sign out of Famiglia too' }).click()
  await page.getByRole('button', { name: 'Yes, sign out' }).click()
  await page.waitForURL(`${url}/`)
  expect((await page.request.get(`${scene.url}/v1/me`)).status()).toBe(401)

  famiglia.value = (await scene.signIn(scene.tomasz)).token
  await enter()
  await page.context().clearCookies({ name: /famiglia/ })
  await page.getByRole('button', { name: 'Sign out of Famiglia too' }).click()
  await page.waitForURL(`${url}/`)
  await page.getByRole('link', { name: 'Sign in through Famiglia' }).first().waitFor()
})
