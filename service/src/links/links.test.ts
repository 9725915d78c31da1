import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import {
  accept,
  agnese,
  betweenTwoBusinesses,
  callum,
  can,
  decideFor,
  marisol,
  numberOf,
  scene,
  winter,
} from '../../../e2e/support/partners.ts'
import { at, problemOf, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

let freight: string

function sayLink(who: Actor, sentence: string, note?: string) {
  const body = { sentence, ...(note ? { note } : {}) }
  return answerOf(who.client.POST('/v1/businesses/{business}/links', { params: at(who), body }))
}

beforeAll(async () => {
  for (const [name, handle] of [
    ['Gullwright All', 'gullwright-all'],
    ['Gullwright Travel', 'gullwright-travel'],
  ])
    await answerOf(
      callum.client.POST('/v1/businesses/{business}/assets', {
        params: at(callum),
        body: { platform: 'marram', kind: 'manager-account', name: name!, handle: handle! },
      }),
    )
  freight = await numberOf('winter-freight')
})

test('an account is asked for from above, and once its owner accepts, whoever reaches the manager account reaches it', async () => {
  const asked = await sayLink(callum, `link ${freight} under manager-account/gullwright-travel at run hiding revenue`)
  expect(asked.outcome).toBe('asked')
  expect(await can(callum.email, 'ads.see')).toBe(false)
  await accept(agnese, asked.proposals[0]!)
  expect(await decideFor(callum, 'ads.publish')).toMatchObject({ allowed: true, level: 'run' })
  expect((await decideFor(callum, 'access.change')).allowed).toBe(false)
  expect(await can(marisol.email, 'ads.see')).toBe(false)
  await scene.say(callum, `let ${marisol.email} draft on manager-account/gullwright-travel`)
  expect(await can(marisol.email, 'ads.draft')).toBe(true)
  expect(await can(marisol.email, 'ads.publish')).toBe(false)
})
