import { Temporal } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { addMeans, sayBilling } from '../../../e2e/support/money.ts'
import { giveStanding, join, openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'
import { tellMeansRunningOut } from './tellMeansRunningOut.ts'

let scene: Scene
let noor: Actor
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  noor = await join(scene, 'Noor Castellan', 'let WHO watch on ad-account/winter-freight')
  await giveStanding(await scene.signIn(scene.agnese), noor.email, 'finance')
})
afterAll(() => scene.close())

const look = () => tellMeansRunningOut(scene.town.service.kit)()
const told = async (to: Actor, words: string) =>
  (await scene.letters(to.email)).filter(one => one.includes(words)).length

test('finance people and admins are told 60, 30 and 7 days before a means of payment runs out, once each, and nobody else', async () => {
  const month = scene.clock
    .now()
    .toZonedDateTimeISO('Europe/Lisbon')
    .toPlainDate()
    .add({ months: 4 })
    .toPlainYearMonth()
  const end = month
    .toPlainDate({ day: month.daysInMonth })
    .add({ days: 1 })
    .toZonedDateTime('Europe/Lisbon')
    .toInstant()
  await addMeans(await scene.signIn(scene.agnese), {
    name: 'Quay card',
    number: '4000 0000 0000 7777',
    month: month.toString(),
  })
  await sayBilling(
    await scene.signIn(scene.agnese),
    `billing ad-account/winter-freight to ${noor.email} with means/quay-card`,
  )
  const words = 'Quay card ending 7777 is good until'
  const at = async (days: number) => {
    scene.clock.forward(
      end
        .subtract({ hours: days * 24 })
        .since(scene.clock.now())
        .add(Temporal.Duration.from({ minutes: 5 })),
    )
    await look()
    await look()
    return [await told(noor, words), await told(scene.agnese, words), await told(priya, words)]
  }
  expect(await at(61)).toEqual([0, 0, 0])
  expect(await at(60)).toEqual([1, 1, 0])
  expect(await at(31)).toEqual([1, 1, 0])
  expect(await at(30)).toEqual([2, 2, 0])
  expect(await at(7)).toEqual([3, 3, 0])
  expect(await at(-1)).toEqual([3, 3, 0])
})
