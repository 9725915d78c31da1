import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine, type Ran } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())

const summer = 'ad-account/summer-crossings'

/** What is read by the owner's admin, and words of the story that stand in it. */
const reads = (): [string[], string | RegExp][] => [
  [['me'], 'Agnese Torvald'],
  [['desk'], 'Sanne Okoro of Porto Lindo Tourist Board asks for'],
  [['people'], 'Tomasz Oyelaran'],
  [['assets'], 'Summer Crossings'],
  [['assets', 'show', summer], 'Harbour card ending 4421'],
  [['assets', 'kinds', 'pixel'], /tag/],
  [['assets', 'siblings', 'page/winter-timetable'], /./],
  [['who', summer], /Priya Lindqvist/],
  [['who', summer, '--can-give'], 'Agnese Torvald'],
  [['who', summer, '--ready', 'run our adverts'], 'Priya Lindqvist'],
  [['what', scene.called('Priya').email], 'Summer Crossings'],
  [['access'], 'Priya Lindqvist'],
  [['access', '--show', 'can spend'], 'Priya Lindqvist'],
  [['see-as', scene.called('Idris').email], 'Summer Crossings'],
  [['ready', scene.called('Bea').email, 'run our adverts'], /missing|not yet|partly/],
  [['why', scene.called('Priya').email, 'ads.publish', summer], 'let Priya Lindqvist run on Summer Crossings'],
  [['preview', `let ${scene.tomasz.email} run on ${summer}`], 'Tomasz Oyelaran'],
  [['find', 'freight', 'winter'], 'Winter Freight'],
  [['why', 'me', 'ads.publish', 'Winter Freight'], 'Agnese Torvald'],
  [['why', 'Priya Lindqvist', 'ads.publish', 'summer crossings'], 'let Priya Lindqvist run on Summer Crossings'],
  [['preview', 'let', 'Tomasz', 'Oyelaran', 'run', 'on', 'Summer', 'Crossings,', 'Day', 'Trips'], 'Summer Crossings'],
  [['access', '--count'], 'from outside'],
  [['partners'], 'Gullwright & Moss'],
  [['partners', scene.callum.business], 'Gullwright & Moss'],
  [['partners', 'people', scene.callum.business], 'Marisol Engstrom'],
  [['inbox'], 'Sanne Okoro'],
  [['inbox', '--sent'], /oona@pebblecast\.example/],
  [['held'], /./],
  [['bundles'], /./],
  [['teams'], 'Paid media'],
  [['teams', 'show', 'paid-media'], /Priya Lindqvist|Idris Vannucci/],
  [['purposes'], 'run our adverts'],
  [['admins'], /./],
  [['history'], 'Agnese Torvald'],
  [['history', '--verify'], 'The history is whole'],
  [['card', scene.callum.business], 'Gullwright & Moss'],
  [['sign-ins'], 'demo'],
  [['addresses'], 'agnese@ondaverde.example'],
]
const lists = [
  'people',
  'assets',
  'access',
  'partners',
  'bundles',
  'teams',
  'purposes',
  'history',
  'sign-ins',
  'addresses',
]

/** Some at a time: each is a process of its own. */
async function all<T>(work: readonly (() => Promise<T>)[]): Promise<T[]> {
  const found: T[] = []
  for (let from = 0; from < work.length; from += 4)
    found.push(...(await Promise.all(work.slice(from, from + 4).map(one => one()))))
  return found
}

const said = ({ out, err }: Ran) => out + err

test('everything that can be read is told in words: nothing unset, no instant as a program writes it, no name of a record', async () => {
  const agnese = commandLine(scene.url, scene.agnese.token)
  const faults: string[] = []
  await all(
    reads().map(([args, words]) => async () => {
      const ran = await agnese.run(...args)
      const text = said(ran)
      const name = args.join(' ')
      if (ran.status !== 0 && args[0] !== 'ready') faults.push(`${name}: ended with ${ran.status}: ${ran.err}`)
      if (!(typeof words === 'string' ? text.includes(words) : words.test(text)))
        faults.push(`${name}: does not say ${String(words)}:\n${text.slice(0, 400)}`)
      const unfit = /undefined|\bNaN\b|\[object|Invalid Date|\b20\d\d-\d\d-\d\d[T ]\d\d|\bnull\b/.exec(text)
      if (unfit) faults.push(`${name}: says “${text.slice(Math.max(0, unfit.index - 40), unfit.index + 40)}”`)
      if (text.includes('\u001b')) faults.push(`${name}: colours what is no terminal`)
    }),
  )
  expect(faults).toEqual([])
}, 120_000)

test('asked for as JSON, each is one JSON text on standard output and nothing else', async () => {
  const agnese = commandLine(scene.url, scene.agnese.token)
  const faults = await all(
    reads().map(([args]) => async () => {
      const { out } = await agnese.run(...args, '--json')
      try {
        JSON.parse(out)
        return null
      } catch {
        return `${args.join(' ')}: ${out.slice(0, 200)}`
      }
    }),
  )
  expect(faults.filter(Boolean)).toEqual([])
}, 120_000)

test('a list tells as many rows as CSV as it does as JSON, under the same heads each time', async () => {
  const agnese = commandLine(scene.url, scene.agnese.token)
  await all(
    lists.map(list => async () => {
      const csv = (await agnese.run(list, '--csv')).out.trimEnd().split('\r\n')
      const rows = JSON.parse((await agnese.run(list, '--json')).out) as unknown
      const items = Array.isArray(rows) ? rows : (rows as { items: unknown[] }).items
      expect(csv.length - 1, list).toBe(items.length)
      expect(csv[0], list).toMatch(/^[a-z. ]+(,[a-z. ]+)*$/)
    }),
  )
}, 60_000)

test('what the desk says to do next is understood when it is typed as it stands', async () => {
  const rowsOf = async (who: string) => {
    const { type } = commandLine(scene.url, scene.called(who).token)
    const [, ...rows] = (await type('desk --csv')).out.trimEnd().split('\r\n')
    return rows.map(row => {
      const cells = row.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/).map(cell => cell.replace(/^"|"$/g, ''))
      return { type, what: cells[0]!, next: cells.at(-1)!.replaceAll('""', '"') }
    })
  }
  const rows = [...(await rowsOf('Agnese')), ...(await rowsOf('Bea')), ...(await rowsOf('Callum'))]
  const typed: string[] = []
  for (const { type, what, next } of rows) {
    if (next.startsWith('let ') && !next.includes('…')) {
      typed.push(what)
      expect(await type(`preview ${next}`), next).toMatchObject({ status: 0, err: '' })
    } else if (next.startsWith('ask ') && next.includes('--reason')) {
      typed.push('ask')
      expect(await type(next.replace('…', '"The season goes on."')), next).toMatchObject({ status: 0 })
    }
  }
  expect(typed).toEqual(expect.arrayContaining(['ask', 'ends soon', 'not ready']))
}, 60_000)

test('an end is told as the same day wherever it is told', async () => {
  const { run } = commandLine(scene.url, scene.agnese.token)
  const lastDayIn = (text: string, line: RegExp) =>
    line
      .exec(text)?.[0]
      .match(/\d{1,2} [A-Z][a-z]{2} \d{4}/g)
      ?.at(-1)
  const told = [
    lastDayIn((await run('desk')).out, /Bea Fontaine on Ondaverde Ferries and Summer Crossings.*?\d{4}/),
    lastDayIn((await run('who', summer)).out, /Bea Fontaine.*/),
    lastDayIn((await run('what', scene.called('Bea').email)).out, /ad-account\/summer-crossings.*/),
  ]
  expect(told[0]).toBeDefined()
  expect(new Set(told).size, told.join('; ')).toBe(1)
}, 30_000)

test('what a member may not read is refused with its status, and standard output stays empty', async () => {
  const tomasz = commandLine(scene.url, scene.tomasz.token)
  const refused = [
    ['access'],
    ['history'],
    ['partners'],
    ['held'],
    ['inbox'],
    ['what', scene.called('Priya').email],
    ['who', 'tag/ticket-shop-tag'],
  ]
  for (const ran of await all(refused.map(args => () => tomasz.run(...args)))) {
    expect([2, 3]).toContain(ran.status)
    expect(ran.out).toBe('')
    expect(ran.err.trim()).not.toBe('')
  }
}, 60_000)

test('what is mistyped is told with what was meant, and asks the service for nothing', async () => {
  const nowhere = commandLine('http://127.0.0.1:9', 'no token')
  for (const [args, words] of [
    [['peple'], 'Did you mean people?'],
    [['who'], 'missing required argument'],
    [['assets', 'shwo'], /show|too many|unknown/],
  ] as const) {
    const ran = await nowhere.run(...args)
    expect({ args, status: ran.status }).toEqual({ args, status: 2 })
    expect(ran.err).toMatch(words)
  }
}, 60_000)

test('a part of a name is no name: what it may be is listed, nothing is done, and an address stays as it is', async () => {
  const { run: agnese } = commandLine(scene.url, scene.agnese.token)
  const grants = () => scene.sql('SELECT id FROM access_grant WHERE ended_at IS NULL ORDER BY id')
  const before = await grants()
  const ran = await agnese('end', 'Priya Lindqvist', 'on', 'Winter', '--yes')
  expect(ran.status).toBe(2)
  expect(ran.err).toMatch(/“Winter” may be Winter Freight \(A-[\d-]+\) or Winter Timetable \(A-[\d-]+\)\. Say which\./)
  expect(await grants()).toEqual(before)
  const nobody = await agnese('let', 'Somebody Else', 'run', 'on', summer, '--yes')
  expect(nobody.status).not.toBe(0)
  expect(await grants()).toEqual(before)
})

test('a desk that is followed is shown again when something changes, and ends with its sign-in', async () => {
  const lost = await scene.signIn(scene.agnese)
  const following = commandLine(scene.url, lost.token).run('desk', '--follow')
  const change = (name: string) =>
    answerOf(
      scene.agnese.client.POST('/v1/businesses/{business}/teams', {
        params: { path: { business: scene.agnese.business } },
        body: { name, handle: name.toLowerCase() },
      }),
    )
  await sleep(4_000)
  await change('Lanterns')
  await sleep(2_000)
  await answerOf(lost.client.POST('/v1/sign-out'))
  await change('Buoys')
  const { status, out, err } = await following
  expect({ status, err }).toEqual({ status: 3, err: expect.stringContaining('Your sign-in has ended.') })
  expect(out.match(/Sanne Okoro of Porto Lindo Tourist Board asks for/g)).toHaveLength(2)
}, 60_000)
