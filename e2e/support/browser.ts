import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { chromium, type Page } from 'playwright-core'
import type { Actor, Scene } from './scene.ts'

export interface Browser {
  /** A page of a browser that knows nobody yet. */
  page(options?: { width?: number; height?: number; dark?: boolean; trusting?: boolean }): Promise<Page>
  close(): Promise<void>
}

const flags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

export async function openBrowser(): Promise<Browser> {
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags })
  return {
    page: async ({ width = 1280, height = 800, dark = false, trusting = false } = {}) => {
      const context = await browser.newContext({
        viewport: { width, height },
        colorScheme: dark ? 'dark' : 'light',
        reducedMotion: 'reduce',
        ignoreHTTPSErrors: trusting,
      })
      context.setDefaultTimeout(40_000)
      return context.newPage()
    },
    close: () => browser.close(),
  }
}

/** A page of somebody who is signed in, by a token that is never asked for a proof. */
export async function pageOf(browser: Browser, scene: Scene, who: Actor): Promise<Page> {
  const page = await browser.page()
  await page.context().addCookies([{ name: 'famiglia_session', value: who.token, url: scene.url }])
  return page
}

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** What axe finds on the page as it is now: rule, and the elements. */
export async function findings(page: Page): Promise<string[]> {
  await page.evaluate(axe)
  const result = await page.evaluate(async () => {
    const { violations } = await (
      globalThis as unknown as { axe: { run(): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> } }
    ).axe.run()
    return violations.map(({ id, nodes }) => `${id}: ${nodes.map(node => node.html.slice(0, 160)).join(' | ')}`)
  })
  return result
}

/**
 * Opens each page by day, by night and on a phone, and tells what axe finds, and which are wider than the phone. A page
 * that shows nothing within the time fails.
 */
export async function flawsOf(
  browser: Browser,
  url: string,
  cookies: Parameters<ReturnType<Page['context']>['addCookies']>[0],
  pages: readonly string[],
): Promise<object[]> {
  const found: object[] = []
  for (const look of [{}, { dark: true }, { width: 360, height: 740 }]) {
    const page = await browser.page(look)
    await page.context().addCookies(cookies)
    for (const path of pages) {
      await page.goto(url + path)
      const shown = page.getByRole('heading', { level: 1 }).or(page.locator('.letter')).first()
      const problem = await shown.waitFor().catch(async () => page.locator('body').innerText())
      if (problem !== undefined) found.push({ path, look, showsOnly: problem })
      await page.waitForTimeout(400)
      for (const finding of await findings(page)) found.push({ path, look, finding })
      const wider = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      if (wider > 0) found.push({ path, look, wider })
    }
    await page.context().close()
  }
  return found
}
