import { answerOf } from '@famiglia/client'
import { afterEach, beforeAll, expect, test } from 'vitest'
import {
  acceptLink,
  branchesOf,
  compare,
  linked,
  makeManager,
  previewLink,
  sayLink,
  treeOf,
} from '../../../e2e/support/links.ts'
import {
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  can,
  decideFor,
  decline,
  marisol,
  numberOf,
  part,
  partner,
  peopleOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, bringIn, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const travel = 'manager-account/gullwright-travel'
let freight: string
let number: string

beforeAll(async () => {
  await makeManager(callum, 'Gullwright All', 'gullwright-all')
  number = await makeManager(callum, 'Gullwright Travel', 'gullwright-travel')
  await bringIn(scene, 'MA-20417', 'summer-crossings')
  freight = await numberOf('winter-freight')
})

const unlink = () => sayLink(agnese, `unlink ${winter} from ${number}`)
/** Ends all between the two, links too, so that the next test begins anew. */
afterEach(async () => {
  await bothSignIn()
  await part().catch(() => undefined)
  await scene.say(callum, `end ${marisol.email} on ${travel}`).catch(() => undefined)
})
const proposalAs = (who: typeof agnese, proposal: string) =>
  answerOf(who.client.GET('/v1/businesses/{business}/proposals/{proposal}', { params: within(who, { proposal }) }))

test('an account is asked for from above: both sides are told at once, and nothing works before the yes', async () => {
  const asked = await sayLink(
    callum,
    `link ${freight} under ${travel} at run as "Winter" hiding revenue`,
    'For winter.',
  )
  expect(asked).toMatchObject({ outcome: 'asked' })
  expect(asked.result).toContain(`Asked the owner: ${freight} under Gullwright Travel at run, hiding revenue.`)
  expect(await scene.newestLetter(agnese.email)).toMatchObject({
    subject: 'Gullwright & Moss asks to link Winter Freight under Gullwright Travel at …',
    text: expect.stringContaining('this waits for your answer'),
  })
  expect((await scene.newestLetter(callum.email)).subject).toBe(
    `Sent: ${freight} under Gullwright Travel at run, hiding revenue`,
  )
  expect(await can(callum.email, 'ads.see')).toBe(false)

  const read = await proposalAs(agnese, asked.proposals[0]!)
  expect(read).toMatchObject({ question: null, note: 'For winter.', assets: [{ name: 'Winter Freight' }] })
  expect(read.beforehand[0]).toMatchObject({
    head: 'One person reaches Gullwright Travel',
    items: [expect.stringContaining('Callum Osei-Bright'), expect.any(String)],
  })
  expect(JSON.stringify(read)).not.toContain('"Winter"')

  expect((await acceptLink(agnese, asked.proposals[0]!)).result).toBe(
    'Linked: Winter Freight under Gullwright Travel at run, hiding revenue.',
  )
  expect(await decideFor(callum, 'ads.publish')).toMatchObject({ allowed: true, level: 'run' })
  expect((await decideFor(callum, 'access.change')).allowed).toBe(false)
  expect(await can(marisol.email, 'ads.see')).toBe(false)
  await scene.say(callum, `let ${marisol.email} draft on ${travel}`)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft', sees: ['spend'] })
  expect((await decideFor(marisol, 'ads.publish')).allowed).toBe(false)
  await scene.say(callum, `end ${marisol.email} on ${travel}`)
  expect(await can(marisol.email, 'ads.see')).toBe(false)
})

test('every reading of access knows a link: who reaches it, the grid, holdings, the partner’s page, and the tree of either side', async () => {
  await linked(callum, agnese, `link ${freight} under ${travel} at run as "Winter" hiding revenue`)
  await scene.say(callum, `let ${marisol.email} draft on ${travel}`)
  const holders = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
      params: within(agnese, { asset: winter }),
    }),
  )
  const of = (name: string) => holders.items.find(one => one.person.name === name)
  expect(of('Marisol Engstrom')).toMatchObject({
    level: 'draft',
    through: 'manager account Gullwright Travel',
    partner: { name: 'Gullwright & Moss' },
  })
  const grid = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/grid', { params: { ...at(agnese), query: { limit: 50 } } }),
  )
  const row = (name: string) => grid.rows.find(one => one.name === name)!
  expect(row('Gullwright & Moss').cells).toMatchObject([{ tier: 'run', how: 'own' }])
  expect(row('Marisol Engstrom')).toMatchObject({
    kind: 'outsider',
    cells: [{ tier: 'draft', how: 'through', hidden: expect.arrayContaining(['revenue']) }],
  })
  const theirs = await answerOf(
    callum.client.GET('/v1/businesses/{business}/grid', { params: { ...at(callum), query: { limit: 50 } } }),
  )
  expect(theirs.rows.find(one => one.name === 'Marisol Engstrom')!.cells.map(cell => cell.how)).toContain('through')
  const holdings = await answerOf(marisol.client.GET('/v1/me/holdings'))
  expect(holdings.items.find(one => one.asset.name === 'Winter Freight')).toMatchObject({
    level: 'draft',
    business: { name: 'Ondaverde Ferries' },
  })
  expect((await peopleOf(agnese, callum.business)).map(one => one.name)).toEqual([
    'Callum Osei-Bright',
    'Marisol Engstrom',
  ])
  expect((await partner(agnese, callum.business)).weGave).toMatchObject([{ name: 'Winter Freight', level: 'run' }])
  expect(await branchesOf(agnese)).toEqual(['Winter Freight under Gullwright Travel: run, in force'])
  expect(await branchesOf(callum)).toEqual(['Winter Freight under Gullwright Travel: run, in force'])
  expect((await treeOf(callum)).branches[0]).toMatchObject({ label: 'Winter' })
  expect((await treeOf(agnese)).branches[0]).toMatchObject({ label: null })
})

test('one person is put on one account alone beneath the link; the owner sees them, and they fall with the link', async () => {
  await linked(callum, agnese, `link ${freight} under ${travel} at run hiding revenue`)
  expect(
    await problemOf(scene.say(callum, `let ${marisol.email} steward on ${freight} hiding revenue and contacts`)),
  ).toMatchObject({
    code: 'grant.above-ceiling',
  })
  await scene.say(callum, `let ${marisol.email} draft on ${freight} hiding revenue and contacts`)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft' })
  expect((await treeOf(agnese)).branches[0]!.alone).toEqual(['Marisol Engstrom'])
  const preview = await previewLink(agnese, `unlink ${winter} from ${travel}`)
  expect(preview.outcomes).toEqual(['Callum Osei-Bright and Marisol Engstrom no longer reach Winter Freight.'])
  expect(preview.notes).toContain('With it ends what was given there: to Marisol Engstrom.')
  expect((await unlink()).result).toContain('Unlinked: Winter Freight from Gullwright Travel.')
  expect(await can(marisol.email, 'ads.draft')).toBe(false)
  expect(await can(callum.email, 'ads.see')).toBe(false)
  expect(await problemOf(unlink())).toMatchObject({ code: 'link.none' })
  expect((await scene.letters(callum.email))[0]).toBe(
    'Agnese Torvald of Ondaverde Ferries unlinked Winter Freight from Gullwright …',
  )
})

test('less is accepted, never more: lower, more hidden, later, sooner over, fewer accounts', async () => {
  const summer = await numberOf('summer-crossings')
  const { proposals } = await sayLink(callum, `link ${freight}, ${summer} under ${travel} at run until 2099-12-31`)
  expect(proposals).toHaveLength(1)
  const [proposal] = proposals as [string]
  for (const more of ['steward', 'run'])
    expect(await problemOf(acceptLink(agnese, proposal, { less: `${more} on ${winter}` }))).toMatchObject({
      code: 'proposal.more-than-asked',
    })
  const less = 'watch on ad-account/winter-freight hiding spend from 2099-01-01 until 2099-06-30'
  expect((await acceptLink(agnese, proposal, { less })).less).toBe(
    'Winter Freight under Gullwright Travel at watch, hiding spend, from 1 January 2099, until 30 June 2099',
  )
  expect(await branchesOf(agnese)).toEqual(['Winter Freight under Gullwright Travel: watch, begins'])
  expect(await can(callum.email, 'ads.see')).toBe(false)
})

test('a link begins and ends to the second', async () => {
  const begin = scene.clock.now().add({ hours: 2 }).toZonedDateTimeISO('Europe/Lisbon')
  const text = (at: typeof begin) => at.toString({ timeZoneName: 'never', fractionalSecondDigits: 0 })
  await linked(
    callum,
    agnese,
    `link ${freight} under ${travel} at run from ${text(begin)} until ${text(begin.add({ hours: 1 }))}`,
  )
  const goTo = (at: typeof begin, seconds: number) =>
    scene.clock.forward({
      milliseconds:
        Math.floor(Number(at.with({ millisecond: 0, microsecond: 0, nanosecond: 0 }).epochMilliseconds)) -
        scene.clock.now().epochMilliseconds +
        seconds * 1000,
    })
  goTo(begin, -30)
  expect(await can(callum.email, 'ads.publish')).toBe(false)
  goTo(begin, 0)
  expect(await can(callum.email, 'ads.publish')).toBe(true)
  goTo(begin.add({ hours: 1 }), 0)
  expect(await can(callum.email, 'ads.publish')).toBe(false)
  expect(await branchesOf(callum)).toContain('Winter Freight under Gullwright Travel: run, ended')
})

test('the account’s owner offers it from below, by the manager account’s number; the other side accepts, and calls it what it likes', async () => {
  const offered = await sayLink(agnese, `link ${winter} under ${number} at draft`)
  expect(offered).toMatchObject({ outcome: 'offered' })
  expect((await scene.letters(callum.email))[0]).toBe(
    'Ondaverde Ferries offers to link Winter Freight under Gullwright Travel at …',
  )
  await acceptLink(callum, offered.proposals[0]!)
  expect(await decideFor(callum, 'ads.draft')).toMatchObject({ allowed: true })
  const label = (name: string | null) =>
    answerOf(
      callum.client.PUT('/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/label', {
        params: within(callum, { asset: travel, account: freight }),
        body: { label: name },
      }),
    )
  expect((await label('Ondaverde, cold months')).result).toBe(
    'Winter Freight is called “Ondaverde, cold months” on your side.',
  )
  expect((await treeOf(callum)).branches[0]).toMatchObject({ label: 'Ondaverde, cold months' })
  expect(JSON.stringify(await treeOf(agnese))).not.toContain('cold months')
  // Said lower it holds at once; said higher it waits for the other side.
  expect(await sayLink(agnese, `link ${winter} under ${travel} at watch`)).toMatchObject({ outcome: 'changed' })
  expect(await can(callum.email, 'ads.draft')).toBe(false)
  const raised = await sayLink(agnese, `link ${winter} under ${travel} at run`)
  expect(raised.outcome).toBe('offered')
  expect(await can(callum.email, 'ads.draft')).toBe(false)
  await decline(callum, raised.proposals[0]!, 'Looking is enough.')
  await sayLink(callum, `unlink ${freight} from ${travel}`)
  expect(await can(callum.email, 'ads.see')).toBe(false)
})

test('accounts stand side by side with their figures, and what is hidden is hidden and left out of the sums', async () => {
  const summer = await numberOf('summer-crossings')
  await linked(callum, agnese, `link ${summer} under ${travel} at run hiding revenue`)
  await linked(callum, agnese, `link ${freight} under ${travel} at watch hiding spend`)
  const { items, sums, currency } = await compare(callum, travel)
  const [first, second] = items
  expect([first!.name, second!.name]).toEqual(['Summer Crossings', 'Winter Freight'])
  expect(first).toMatchObject({ hiddenFigures: ['revenue'], figures: { revenue: null } })
  expect(second).toMatchObject({
    hiddenFigures: ['spend', 'costOfResult'],
    figures: { spend: null, costOfResult: null },
    days: null,
  })
  expect(first!.days).toHaveLength(30)
  expect(first!.figures.spend!.value).toBe(first!.days!.reduce((all, day) => all + day, 0))
  expect(sums.spend).toMatchObject({ value: first!.figures.spend!.value, of: 1, leavesOut: 1 })
  expect(sums.results).toMatchObject({
    of: 2,
    leavesOut: 0,
    value: first!.figures.results!.value + second!.figures.results!.value,
  })
  expect(currency).toBe('EUR')
  await scene.say(callum, `let ${marisol.email} watch on ${travel} hiding spend`)
  const hers = await compare(marisol, travel)
  expect(hers.items.every(item => item.figures.spend === null && item.days === null)).toBe(true)
  expect(hers.sums.spend).toMatchObject({ value: 0, of: 0, leavesOut: 2 })
  await scene.say(callum, `end ${marisol.email} on ${travel}`)
  expect(await problemOf(compare(marisol, travel))).toMatchObject({ code: 'asset.unknown' })
})

test('pasted numbers are told one by one before anything is sent', async () => {
  await linked(callum, agnese, `link ${freight} under ${travel} at watch`)
  const summer = await numberOf('summer-crossings')
  const showcase = await numberOf('showcase')
  const page = await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  const wrong = `${summer.slice(0, -1)}${(Number(summer.at(-1)) + 1) % 10}`
  const text = `Dear Callum, ours are ${summer}\n${wrong};${showcase}, ${page}\nand ${freight}, ${summer.toLowerCase()} ${agnese.business}`
  const { lines } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/links/checks', { params: at(callum), body: { text, under: travel } }),
  )
  expect(lines.map(({ line, state, words }) => [line, state, words.split(/[.:;]/)[0]])).toEqual([
    [1, 'good', 'Ondaverde Ferries is asked'],
    [2, 'wrong', 'A digit is wrong'],
    [2, 'good', 'It is yours'],
    [2, 'wrong', 'This is of a kind that cannot be linked'],
    [3, 'left out', expect.stringMatching(/^It is linked already, at watch, since /)],
    [3, 'left out', 'It stands here twice'],
    [3, 'wrong', 'This is a business’s number'],
  ])
  // Nothing of another business is named that was not known before.
  expect(JSON.stringify(lines)).not.toContain('Summer Crossings')
  expect(JSON.stringify(lines)).not.toContain('Day Trips')
})
