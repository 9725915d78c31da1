import { Temporal } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'
import { tellRunningOut } from './tellRunningOut.ts'

let scene: Scene
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const look = () => tellRunningOut(scene.town.service.kit)()
const about = async (address: string, words: string) =>
  (await scene.letters(address)).filter(subject => subject.includes(words)).length

test('holder and giver are told 14, 7 and 1 days before the end, once each, and it ends by itself to the second', async () => {
  const end = scene.clock.now().add({ hours: 20 * 24 })
  const until = end.toZonedDateTimeISO('Europe/Lisbon').toString({ smallestUnit: 'second', timeZoneName: 'never' })
  await scene.say(scene.agnese, `let ${priya.email} run on ad-account/summer-crossings until ${until}`)
  const told = async () => [
    await about(priya.email, 'Your access to Summer Crossings ends'),
    await about(scene.agnese.email, 'Priya Lindqvist reaches Summer Crossings until'),
  ]
  await look()
  expect(await told()).toEqual([0, 0])
  for (const [days, times] of [
    [6, 1],
    [7, 2],
    [6, 3],
  ] as const) {
    scene.clock.forward({ hours: days * 24 })
    await look()
    await look()
    expect(await told()).toEqual([times, times])
  }
  const left = end.since(scene.clock.now())
  scene.clock.forward(left.subtract({ seconds: 20 }))
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(true)
  scene.clock.forward({ seconds: 21 })
  expect(await scene.can(priya.email, 'ads.publish', 'ad-account/summer-crossings')).toBe(false)
})

test('an extended grant begins its notices anew', async () => {
  const day = (days: number) =>
    scene.clock
      .now()
      .add({ hours: days * 24 })
      .toZonedDateTimeISO('Europe/Lisbon')
      .toPlainDate()
      .toString()
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ad-account/winter-freight until ${day(5)}`)
  await look()
  expect(await about(scene.tomasz.email, 'Your access to Winter Freight ends')).toBe(1)
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ad-account/winter-freight until ${day(40)}`)
  await look()
  expect(await about(scene.tomasz.email, 'Your access to Winter Freight ends')).toBe(1)
  scene.clock.forward({ hours: 34 * 24 })
  await look()
  expect(await about(scene.tomasz.email, 'Your access to Winter Freight ends')).toBe(2)
})

test.each([
  ['into summer time', '2027-03-28', '2027-03-28T23:00:00Z'],
  ['the day before it', '2027-03-27', '2027-03-28T00:00:00Z'],
  ['out of summer time', '2027-10-31', '2027-11-01T00:00:00Z'],
  ['the day before that', '2027-10-30', '2027-10-30T23:00:00Z'],
])('a date is the whole day in the zone of the business, also when the clocks go %s', async (_what, date, instant) => {
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ad-account/winter-freight until ${date}`)
  const [grant] = await scene.sql<{ until_at: Date }>(
    `SELECT g.until_at FROM access_grant g JOIN person_address a ON a.person_id = g.holder_id WHERE a.address = $1 AND g.ended_at IS NULL AND g.until_at IS NOT NULL`,
    [scene.tomasz.email],
  )
  expect(grant!.until_at.toISOString()).toBe(Temporal.Instant.from(instant).toString({ fractionalSecondDigits: 3 }))
})
