import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  decideFor,
  decline,
  numberOf,
  part,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, bringIn, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const page = 'page/ondaverde-ferries'
const tag = 'tag/ticket-shop'
beforeAll(async () => {
  await bringIn(scene, 'TN-11204', 'ondaverde-ferries', 'tern')
  await bothSignIn()
})

const thingsOf = (proposal: string) =>
  answerOf(
    agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', {
      params: within(agnese, { proposal }),
    }),
  )
const tie = (other: string) =>
  answerOf(
    agnese.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
      params: within(agnese, { asset: winter, other }),
    }),
  )

test('asked for by a purpose, its owner reads what it takes of theirs, what to tie and what to bring in; once all is there it is granted', async () => {
  const { proposal, result } = await ask(callum, `"run our adverts" on ${winter} until 2099-01-31`, agnese.business)
  expect(result).toContain('to run our adverts with the ad account winter-freight, until 31 January 2099')
  const before = await thingsOf(proposal)
  expect(before.things.map(({ text, state, must }) => [text, state, must])).toEqual([
    [winter, 'here', true],
    ['page', 'missing', true],
    ['tag', 'missing', true],
  ])
  const remedies = before.things.map(thing => thing.remedy)
  expect(remedies[1]).toMatch(/^It takes use the page in adverts.* on a page\. Tie .* to what they work with\.$/)
  expect(remedies[2]).toMatch(/^It takes use the tag in adverts on a tag, and you have none here\. Bring one in/)
  expect(await problemOf(accept(agnese, proposal))).toMatchObject({
    code: 'ask.not-yet',
    missing: ['page', 'tag'],
  })

  await tie(page)
  await bringIn(scene, 'MA-70113', 'ticket-shop')
  await tie(tag)
  const after = await thingsOf(proposal)
  expect(after.things.map(({ text, state }) => [text, state])).toEqual([
    [winter, 'here'],
    [page, 'here'],
    [tag, 'here'],
  ])
  await accept(agnese, proposal)
  expect(await decideFor(callum, 'ads.publish')).toMatchObject({ allowed: true })
  expect(await scene.can(callum.email, 'ads.attach', page)).toBe(true)
  expect(await scene.can(callum.email, 'post.publish', page)).toBe(false)
  const held = await answerOf(callum.client.GET('/v1/businesses/{business}/held', { params: at(callum) }))
  expect(held.items).toHaveLength(3)
  for (const item of held.items) expect(Date.parse(item.until!)).toBe(Date.parse('2099-02-01T00:00Z'))
  await part()
})

test('less of a purpose is said as tiers on what it takes, and is granted though something is missing', async () => {
  const { proposal } = await ask(callum, `"run our adverts" on ${winter}`, agnese.business)
  expect(await problemOf(accept(agnese, proposal, { less: `"run our adverts" on ${winter}` }))).toMatchObject({
    code: 'sentence.unreadable',
  })
  expect(await problemOf(accept(agnese, proposal, { less: `steward on ${winter}` }))).toMatchObject({
    code: 'proposal.more-than-asked',
  })
  await accept(agnese, proposal, { less: `watch on ${winter} hiding revenue` })
  expect(await decideFor(callum, 'ads.see')).toMatchObject({ allowed: true, level: 'watch' })
  expect(await scene.can(callum.email, 'ads.attach', page)).toBe(false)
  await part()
})

test('whom one asks and for what is made sure of before anything is sent', async () => {
  const number = await numberOf('winter-freight')
  const own = await numberOf('showcase')
  const refused = [
    [`"tell the story of our ropes" on ${winter}`, agnese.business, 'purpose.unknown'],
    [`watch on ${winter}`, undefined, 'asset.unknown'],
    [`watch on ${number}, page/day-trips`, undefined, 'asset.unknown'],
    [`watch on ${own}`, undefined, 'proposal.answered'],
    [`watch on ${number}, ${own}`, undefined, 'asset.unknown'],
    [`watch on ${winter}`, callum.business, 'business.own-number'],
    [`watch on ${winter}`, 'business/nobody-at-all', 'partner.unknown'],
    ['watch on', agnese.business, 'sentence.unreadable'],
  ] as const
  for (const [wanted, of, code] of refused)
    expect(await problemOf(ask(callum, wanted, of)), wanted).toMatchObject({ code })
  const letters = await scene.letters(agnese.email)
  expect(letters.filter(subject => subject.includes('ropes'))).toEqual([])
})

test('a business asks another five things at most before it is answered', async () => {
  const sent: string[] = []
  for (const level of ['watch', 'draft', 'run', 'report.see', 'ads.see'])
    sent.push((await ask(callum, `${level} on ${winter}`, agnese.business)).proposal)
  expect(await problemOf(ask(callum, `ads.draft on ${winter}`, agnese.business))).toMatchObject({
    code: 'request.too-many',
  })
  await decline(agnese, sent[0]!)
  sent.push((await ask(callum, `ads.draft on ${winter}`, agnese.business)).proposal)
  for (const proposal of sent.slice(1)) await decline(agnese, proposal)
})

test('a business is asked by its handle once the two have dealt with one another', async () => {
  const { proposal, goesTo } = await ask(callum, `draft on ${winter}`, 'business/ondaverde-ferries')
  expect(goesTo).toEqual([{ name: 'Ondaverde Ferries', address: agnese.business }])
  await decline(agnese, proposal)
})
