import { chromium, type Page } from 'playwright-core'

/** What is on a page once it can be used, by its place. */
const pages: readonly [place: string, usable: (page: Page) => Promise<unknown>][] = [
  ['desk', page => page.getByRole('heading', { level: 1 }).waitFor()],
  ['access', page => page.getByRole('row').nth(5).waitFor()],
  ['lists', page => page.getByRole('row').nth(20).waitFor()],
  ['give', page => page.getByRole('button', { name: /^Who:/ }).waitFor()],
  ['history', page => page.getByRole('heading', { level: 1 }).waitFor()],
  ['families', page => page.getByRole('heading', { level: 1 }).waitFor()],
]
const turns = 5

/** Seconds until each main page can be used, and until a search has suggested something, in headless Chromium: the middle of five. */
export async function timePages(url: string, token: string, business: string): Promise<string> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' })
    await context.addCookies([{ name: 'famiglia_session', value: token, url }])
    const page = await context.newPage()
    const lines: string[] = []
    for (const [place, usable] of pages)
      lines.push(
        await middle(place, async () => {
          await page.goto(`${url}/${business}/${place}`)
          await usable(page)
        }),
      )
    lines.push(
      await middle('a search', async () => {
        await page.getByRole('combobox', { name: 'Search' }).fill('')
        await page.getByRole('combobox', { name: 'Search' }).fill('account 7')
        await page.getByRole('option').first().waitFor()
      }),
    )
    return lines.join('\n')
  } finally {
    await browser.close()
  }
}

async function middle(name: string, act: () => Promise<void>): Promise<string> {
  const times: number[] = []
  for (let turn = 0; turn <= turns; turn++) {
    const begun = performance.now()
    await act()
    if (turn > 0) times.push((performance.now() - begun) / 1000)
  }
  times.sort((one, other) => one - other)
  return `  ${name.padEnd(12)} ${times[Math.floor(turns / 2)]!.toFixed(2)} s   slowest ${times.at(-1)!.toFixed(2)} s`
}
