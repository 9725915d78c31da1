import { answerOf, Refusal } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  can,
  decline,
  marisol,
  offer,
  part,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { giveStanding, withSecondStep, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

/** Everything at once; each is done or refused by a rule, and nothing is a fault of the service. */
async function atOnce(attempts: readonly Promise<unknown>[]): Promise<string[]> {
  const outcomes = await Promise.allSettled(attempts)
  const codes = outcomes.flatMap(outcome => {
    if (outcome.status === 'fulfilled') return []
    if (!(outcome.reason instanceof Refusal)) throw outcome.reason
    return [String(outcome.reason.code)]
  })
  expect(codes.filter(code => /^service\./.test(code))).toEqual([])
  return [...new Set(codes)]
}
const times = <T>(count: number, make: (index: number) => T) =>
  Array.from({ length: count }, (_none, index) => make(index))
/** What a business's history tells, the oldest first, of entries of some sorts. */
const told = async (who: Actor, sorts: string) =>
  (
    await scene.sql<{ sentence: string }>(
      `SELECT entry->>'sentence' AS sentence FROM history JOIN business ON business.id = chain_id
       WHERE business.number = $1 AND entry->>'what' ~ $2 ORDER BY history.number`,
      [who.business, sorts],
    )
  ).map(row => row.sentence)

test('twenty answers to one ask, whole, less and no, from two places: one holds, and what is held is that one', async () => {
  const { proposal } = await ask(callum, `run on ${winter}`, agnese.business)
  const again = await scene.signIn(agnese)
  const answers = await atOnce(
    times(20, index => {
      if (index % 3 === 0) return accept(agnese, proposal)
      return index % 3 === 1 ? accept(again, proposal, { less: `watch on ${winter}` }) : decline(again, proposal)
    }),
  )
  expect(answers).toEqual(['proposal.answered'])
  const [outcome] = await scene.sql<{ state: string }>('SELECT state FROM proposal WHERE id = $1', [proposal])
  const given = await scene.sql<{ tier: string }>(
    `SELECT tier FROM access_grant WHERE proposal_id = $1 AND ended_at IS NULL`,
    [proposal],
  )
  expect(given).toHaveLength(outcome!.state === 'accepted' ? 1 : 0)
  expect(await can(callum.email, 'ads.publish')).toBe(given[0]?.tier === 'run')
  if (given.length > 0) await part()
})

test('a ceiling is lowered while twenty of the partner’s people are put on it: nobody is above it afterwards', async () => {
  await accept(callum, await offer(`run on ${winter}`))
  await atOnce([
    ...times(10, () => scene.say(callum, `let ${marisol.email} run on ${winter}`)),
    scene.say(agnese, `let ${callum.business} watch on ${winter}`),
    ...times(9, () => scene.say(callum, `let ${marisol.email} draft on ${winter}`)),
  ])
  for (const who of [callum, marisol]) {
    expect(await can(who.email, 'ads.publish')).toBe(false)
    expect(await can(who.email, 'ads.draft')).toBe(false)
  }
  const entries = await told(callum, '^grant')
  const lowered = entries.findLastIndex(sentence => sentence.includes('watch'))
  expect(entries.slice(lowered + 1).filter(sentence => /(run|draft) on/.test(sentence))).toEqual([])
  await part()
})

test('a partner is ended while it puts its people on and passes on: nothing of it is left', async () => {
  await accept(callum, await offer(`steward on ${winter} may give access may pass on`))
  await atOnce([
    ...times(12, index => scene.say(callum, `let ${marisol.email} ${index % 2 ? 'run' : 'draft'} on ${winter}`)),
    scene.say(agnese, `end ${callum.business}`),
    ...times(7, () => scene.say(callum, `end ${marisol.email} on ${winter}`)),
  ])
  for (const who of [callum, marisol]) expect(await can(who.email, 'report.see')).toBe(false)
  expect(
    await scene.sql(
      `SELECT g.id FROM access_grant g JOIN asset ON asset.id = g.asset_id JOIN business ON business.id = g.business_id
       WHERE asset.handle = 'winter-freight' AND business.number = $1 AND g.ended_at IS NULL`,
      [callum.business],
    ),
  ).toEqual([])
})

test('a steward is ended while they give twenty times: nothing is given after the end', async () => {
  await scene.say(agnese, `let ${scene.tomasz.email} steward on ${winter}`)
  const tomasz = await scene.signIn(scene.tomasz)
  const give = (index: number) => scene.say(tomasz, `let hand${index}@ondaverde.example watch on ${winter}`)
  await atOnce([
    ...times(10, give),
    scene.say(agnese, `end ${tomasz.email} on ${winter}`),
    ...times(9, n => give(10 + n)),
  ])
  const entries = await told(agnese, '^(grant.ended|invitation.sent)$')
  const ended = entries.findLastIndex(sentence => sentence.includes('ended steward of Tomasz'))
  expect(ended).toBeGreaterThanOrEqual(0)
  expect(entries.slice(ended + 1).filter(sentence => sentence.startsWith('Tomasz'))).toEqual([])
  const open = await scene.sql(
    `SELECT id FROM proposal WHERE state = 'open' AND sent_by = (SELECT person_id FROM person_address WHERE address = $1)`,
    [tomasz.email],
  )
  expect(open, 'what a steward sent is no good any more, and nobody waits for it').toEqual([])
})

test('four admins lower one another and leave at once: one of them stays', async () => {
  const hands: Actor[] = []
  for (const name of ['Bea', 'Noor', 'Idris']) {
    const email = `${name.toLowerCase()}@ondaverde.example`
    await scene.say(agnese, `let ${email} watch on ${winter}`)
    const hand = await scene.joinByLetter(name, email)
    await giveStanding(agnese, email, 'admin')
    hands.push(await withSecondStep(scene, hand))
  }
  const all = [await scene.signIn(agnese), ...(await Promise.all(hands.map(hand => scene.signIn(hand))))]
  await atOnce([
    ...all.flatMap(one => all.filter(other => other !== one).map(other => giveStanding(one, other.email, 'member'))),
    ...all.map(one => giveStanding(one, one.email, 'member')),
    ...all.map(one => answerOf(one.client.POST('/v1/businesses/{business}/leave', { params: within(one, {}) }))),
  ])
  const left = await scene.sql(
    `SELECT FROM membership JOIN business ON business.id = business_id WHERE number = $1 AND standing = 'admin' AND membership.paused_at IS NULL`,
    [agnese.business],
  )
  expect(left.length).toBeGreaterThan(0)
})
