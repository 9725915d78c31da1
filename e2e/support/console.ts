import { afterAll, beforeAll } from 'vitest'
import { openBrowser, type Browser } from './browser.ts'
import { openScene, type Scene } from './scene.ts'

/** The whole story, and a browser to look at it with. */
export let scene: Scene
export let browser: Browser

/** Opens both for the tests of a file. */
export function inTheConsole(): void {
  beforeAll(async () => {
    scene = await openScene({ whole: true })
    browser = await openBrowser()
  }, 120_000)
  afterAll(async () => {
    await browser.close()
    await scene.close()
  })
}
