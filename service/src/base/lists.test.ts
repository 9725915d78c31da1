import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

interface Operation {
  parameters?: { name: string; in: string }[]
}

let scene: Scene
let lists: string[]
beforeAll(async () => {
  scene = await openScene({ whole: true })
  const { paths } = (await (await fetch(`${scene.url}/openapi.json`)).json()) as {
    paths: Record<string, { get?: Operation }>
  }
  lists = Object.entries(paths)
    .filter(([, { get }]) => get?.parameters?.some(parameter => parameter.in === 'query' && parameter.name === 'after'))
    .map(([path]) => path)
}, 60_000)
afterAll(() => scene.close())

/** What a list is asked with beside its page. */
const asked: Record<string, string> = { '/readiness': 'purpose=run%20our%20adverts' }

/** Of whom a list is asked: who has a manager account, or Agnese. */
const askerOf = (path: string) => (path.includes('/manager-accounts/') ? scene.callum : scene.agnese)

function filled(path: string): string {
  const names: Record<string, string> = {
    business: askerOf(path).business,
    asset: path.includes('/manager-accounts/')
      ? 'manager-account%2Fgullwright-travel'
      : 'ad-account%2Fsummer-crossings',
    person: 'priya@ondaverde.example',
    partner: scene.callum.business,
  }
  return path.replaceAll(/\{(\w+)\}/g, (_all, name: string) => names[name] ?? `no-${name}`)
}

async function page(path: string, query: Record<string, string>) {
  const url = new URL(scene.url + filled(path))
  const more = Object.entries(asked).find(([end]) => path.endsWith(end))?.[1]
  url.search = [more, new URLSearchParams(query).toString()].filter(Boolean).join('&')
  return read(url)
}

async function read(url: URL) {
  const response = await fetch(url, { headers: { authorization: `Bearer ${askerOf(url.pathname).token}` } })
  const { rows, ...told } = (await response.json()) as { items: unknown[]; rows?: unknown[]; next: string | null }
  // The grid tells its rows, and the columns beside them.
  const body = rows ? { items: rows, next: told.next } : told
  return { status: response.status, body, link: response.headers.get('link') }
}

test('every list with pages is walked here', () => {
  expect(lists.length).toBeGreaterThan(8)
})

test('page by page a list tells the rows that it tells at once: each once, in the same order', async () => {
  let longest = 0
  for (const path of lists) {
    const whole = await page(path, { limit: '200' })
    expect({ path, status: whole.status }).toEqual({ path, status: 200 })
    for (const limit of ['1', '3']) {
      const walked: unknown[] = []
      let next: string | null = null
      do {
        const { status, body }: Awaited<ReturnType<typeof page>> = await page(path, {
          limit,
          ...(next ? { after: next } : {}),
        })
        expect({ path, status, ...body }).toMatchObject({ path, status: 200 })
        expect(body.items.length, path).toBeLessThanOrEqual(Number(limit))
        walked.push(...body.items)
        next = body.next
      } while (next && walked.length < 400)
      expect({ path, limit, rows: walked.slice(0, 200) }).toEqual({ path, limit, rows: whole.body.items })
    }
    longest = Math.max(longest, whole.body.items.length)
  }
  expect(longest, 'no list was longer than a page: the story is too short for this test').toBeGreaterThan(10)
}, 120_000)

test('where a list goes on, the Link header leads there (RFC 8288), with what was asked for', async () => {
  for (const path of lists) {
    const { body, link } = await page(path, { limit: '1' })
    if (!body.next) {
      expect({ path, link }).toEqual({ path, link: null })
      continue
    }
    const leads = /^<([^>]+)>; rel="next"$/.exec(link ?? '')?.[1]
    expect(leads, path).toBeTruthy()
    const followed = await read(new URL(leads!, scene.url))
    const { body: second } = await page(path, { limit: '1', after: body.next })
    expect({ path, rows: followed.body.items }).toEqual({
      path,
      rows: second.items,
    })
  }
}, 60_000)

test('a page has one row at least and two hundred at most', async () => {
  for (const path of lists)
    for (const limit of ['0', '-1', '201', 'many', '1.5']) {
      const { status, body } = await page(path, { limit })
      expect({ path, limit, status, ...body }).toMatchObject({ status: 400, code: 'request.invalid' })
    }
}, 60_000)

test('a place that was made up begins no list of somebody else’s, and breaks nothing', async () => {
  const bogus = Buffer.from(JSON.stringify(['9999-12-31T00:00:00Z', scene.callum.business])).toString('base64url')
  const taken: string[] = []
  for (const path of lists) {
    const { status } = await page(path, { limit: '1', after: 'nonsense' })
    if (status !== 400) taken.push(`${path}: ${status}`)
    expect((await page(path, { limit: '1', after: bogus })).status, path).toBeLessThan(500)
  }
  expect(taken).toEqual([])
}, 60_000)
