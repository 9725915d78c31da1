import type { Page } from 'playwright-core'
import { expect, test } from 'vitest'
import { pageOf } from './support/browser.ts'
import { browser, inTheConsole, scene } from './support/console.ts'
import type { Actor } from './support/scene.ts'

inTheConsole()

/** What no text for people says: what a program says of itself, and names of records. */
const unfit = [
  /\bundefined\b/,
  /\bNaN\b/,
  /\[object/,
  /\bInvalid Date\b/,
  /\b[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}\b/,
  /\b20\d\d-\d\d-\d\dT\d/,
]

interface Walk {
  readonly pages: readonly string[]
  readonly faults: readonly string[]
}

/** The shape of a page’s address: pages of one shape are alike, and a few of them tell all. */
function shapeOf(path: string): string {
  const [place = '', query = ''] = path.split('?')
  const plain = place.replace(/[AB]-[\d-]+/g, '#').replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, '#')
  return `${plain}?${[...new URLSearchParams(query).keys()].join('&')}`
}

/** Follows every link from some pages on, a few of each shape, and notes what is wrong with any page. */
async function walk(who: Actor, from: readonly string[], ofShape = 2): Promise<Walk> {
  const page = await pageOf(browser, scene, who)
  const faults: string[] = []
  let here = ''
  page.on('pageerror', error => faults.push(`${here}: ${error.message}`))
  page.on('console', said => said.type() === 'error' && faults.push(`${here}: ${said.text()}`))
  page.on('response', answer => {
    if (answer.status() >= 400) faults.push(`${here}: ${answer.status()} from ${new URL(answer.url()).pathname}`)
  })
  const seen = new Map<string, number>()
  const open = [...from]
  const walked: string[] = []
  while (open.length > 0) {
    here = open.shift()!
    const shape = shapeOf(here)
    const times = seen.get(shape) ?? 0
    if (times >= ofShape || walked.includes(here)) continue
    seen.set(shape, times + 1)
    walked.push(here)
    for (const link of await readOver(page, here, faults)) if (!walked.includes(link)) open.push(link)
  }
  await page.context().close()
  return { pages: walked, faults }
}

/** Opens a page as somebody reads it, and tells where its links lead. */
async function readOver(page: Page, path: string, faults: string[]): Promise<string[]> {
  await page.goto(scene.url + path)
  const shown = page.getByRole('heading', { level: 1 }).or(page.locator('.letter')).first()
  const empty = await shown.waitFor({ timeout: 15_000 }).catch(async () => page.locator('body').innerText())
  if (empty !== undefined) faults.push(`${path}: shows only “${empty}”`)
  await page.getByText('Loading', { exact: false }).first().waitFor({ state: 'detached', timeout: 10_000 })
  if (!(await page.title())) faults.push(`${path}: has no title`)
  const text = await page.locator('body').innerText()
  for (const pattern of unfit) {
    const found = pattern.exec(text)
    if (found) faults.push(`${path}: says “${text.slice(Math.max(0, found.index - 40), found.index + 40)}”`)
  }
  const links = await page.locator('a[href]').evaluateAll(all => all.map(one => (one as HTMLAnchorElement).href))
  return links
    .filter(link => link.startsWith(`${scene.url}/`))
    .map(link => link.slice(scene.url.length).replace(/#.*/, ''))
    .filter(link => !/^\/(v1|docs|openapi|oidc|metrics|access\/v1)/.test(link))
}

test.each([
  ['the owner’s admin', 'Agnese', ['/desk', '/access', '/lists', '/groups', '/families', '/history'], 20],
  ['the agency’s admin', 'Callum', ['/desk', '/access', '/lists', '/families', '/inbox'], 15],
  ['a member', 'Tomasz', ['/desk', '/lists'], 6],
  ['finance', 'Noor', ['/desk', '/lists'], 6],
])(
  'every link that %s finds leads to a page that holds: it shows something, asks for nothing that is refused, and says nothing unfit',
  async (_who, name, places, least) => {
    const who = scene.called(name)
    const { pages, faults } = await walk(who, [...places.map(place => `/${who.business}${place}`), '/my-access'])
    expect(faults).toEqual([])
    expect(pages.length, pages.join('\n')).toBeGreaterThanOrEqual(least)
  },
  180_000,
)
