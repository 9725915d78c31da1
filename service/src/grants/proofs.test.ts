import { answerOf } from '@famiglia/client'
import { expect, test } from 'vitest'
import {
  accept,
  agnese,
  ask,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  can,
  part,
  scene,
  winter,
} from '../../../e2e/support/partners.ts'
import { at, joinByLetter, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

test('anything to another business takes a fresh proof, however little, and to who offers, grants and raises', async () => {
  const old = agnese
  scene.clock.forward({ minutes: 11 })
  expect(await problemOf(scene.say(old, `let ${callum.business} watch on ${winter}`))).toMatchObject({
    code: 'proof.needed',
  })
  await bothSignIn()
  const { proposal } = await ask(callum, `watch on ${winter}`, agnese.business)
  expect(await problemOf(accept(old, proposal!))).toMatchObject({ code: 'proof.needed' })
  await accept(agnese, proposal!)
  expect(await problemOf(scene.say(old, `let ${callum.business} run on ${winter}`))).toMatchObject({
    code: 'proof.needed',
  })
  expect(await problemOf(scene.say(old, `let ${callum.business} watch on ${winter} may pass on`))).toMatchObject({
    code: 'proof.needed',
  })
  expect((await scene.say(old, `let ${callum.business} watch on ${winter} hiding revenue`)).outcome).toBe('changed')
  await bothSignIn()
  await part()
})

test('what would be over already when somebody answers is left out, and the rest is given', async () => {
  const soon = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 1 }).toString()
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/assets', {
      params: at(agnese),
      body: { platform: 'tern', kind: 'page', name: 'Day Trips', handle: 'day-trips' },
    }),
  )
  await scene.say(agnese, `let wren@ondaverde.example watch on page/day-trips and run on ${winter} until ${soon}`)
  scene.clock.forward({ hours: 72 })
  const wren = await joinByLetter(scene, 'Wren Halloway', 'wren@ondaverde.example', 'several words make it')
  expect(await can(wren.email, 'report.see')).toBe(false)
  expect(await scene.can(wren.email, 'insight.see', 'page/day-trips')).toBe(true)
  const grants = await scene.sql(
    `SELECT FROM access_grant g JOIN asset ON asset.id = g.asset_id JOIN person_address a ON a.person_id = g.holder_id
     WHERE a.address = $1 AND asset.handle = 'winter-freight'`,
    [wren.email],
  )
  expect(grants).toEqual([])
  await bothSignIn()
  const { items } = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/history', { params: { ...at(agnese), query: { limit: 20 } } }),
  )
  expect(items.map(entry => entry.sentence).join()).toContain(
    'Winter Freight was not given to Wren Halloway: it would have been over already',
  )
})

test('an answer ends no later, and begins no sooner, than what was asked for', async () => {
  const day = (days: number) =>
    scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days }).toString()
  const { proposal } = await ask(callum, `watch on ${winter} from ${day(2)} until ${day(9)}`, agnese.business)
  for (const more of [`until ${day(10)}`, `from ${day(1)} until ${day(9)}`, `from ${day(2)}`, ''])
    expect(
      await problemOf(accept(agnese, proposal!, { less: `watch on ${winter} ${more}`.trim() })),
      more,
    ).toMatchObject({
      code: 'proposal.more-than-asked',
    })
  await accept(agnese, proposal!, { less: `watch on ${winter} from ${day(3)} until ${day(8)}` })
  scene.clock.forward({ hours: 4 * 24 })
  expect(await can(callum.email, 'report.see')).toBe(true)
  scene.clock.forward({ hours: 6 * 24 })
  expect(await can(callum.email, 'report.see')).toBe(false)
  await bothSignIn()
  await part()
})
