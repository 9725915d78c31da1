import { answerOf } from '@famiglia/client'
import { beforeAll, expect, test } from 'vitest'
import { acceptHandover, handOver, previewHandover, readHandover } from '../../../e2e/support/handovers.ts'
import { accept, agnese, betweenTwoBusinesses, bothSignIn, callum, scene } from '../../../e2e/support/partners.ts'
import { at, bringIn, join, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from './complete.ts'

betweenTwoBusinesses()

/** Ondaverde sells what it has to the agency: its people are asked to go on there, each for themselves. */
const page = 'page/day-trips'
let wren: Actor
let tomasz: Actor
let bea: Actor
let frozen: Actor
beforeAll(async () => {
  await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  tomasz = scene.tomasz
  wren = await join(scene, 'Wren Halloway', `let WHO watch on ad-account/winter-freight`)
  const team = { handle: 'quay', name: 'Quay' }
  await answerOf(agnese.client.POST('/v1/businesses/{business}/teams', { params: at(agnese), body: team }))
  for (const person of [wren.email, tomasz.email])
    await answerOf(
      agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
        params: { path: { ...at(agnese).path, team: 'quay', person } },
      }),
    )
  await scene.say(agnese, `let team/quay draft on ${page} to "post for us"`)
  await scene.say(agnese, `let ${tomasz.email} run on ${page} until 2031-05-31`)
  bea = await join(scene, 'Bea Fontaine', `let WHO draft on ${page}`)
  await scene.say(callum, `let ${bea.email} watch on ad-account/showcase`)
  await sayYes(bea)
  frozen = await join(scene, 'Idris Vannucci', `let WHO draft on ${page}`)
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', {
      params: { path: { ...at(agnese).path, person: frozen.email } },
      body: {},
    }),
  )
})

async function sayYes(who: Actor): Promise<void> {
  const { items } = await answerOf(who.client.GET('/v1/me/proposals'))
  await answerOf(
    who.client.POST('/v1/me/proposals/{proposal}/acceptance', {
      params: { path: { proposal: items[0]!.id } },
      body: {},
    }),
  )
}

const number = async () =>
  (await scene.sql<{ number: string }>(`SELECT number FROM asset WHERE platform_ref = 'TN-11205'`))[0]!.number
async function may(who: string, action: string): Promise<boolean> {
  const body = { who, action, asset: await number() }
  return (await answerOf(callum.client.POST('/v1/businesses/{business}/decisions', { params: at(callum), body })))
    .allowed
}
async function complete(words: string): Promise<string> {
  const { proposal } = await handOver(agnese, words)
  await acceptHandover(callum, proposal)
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await bothSignIn()
  return proposal
}

test('who loses it is told before to be asked; what it costs the new owner is told to that alone', async () => {
  const sentence = `hand over ${page} to ${callum.business} with people because "Sold."`
  const preview = await previewHandover(agnese, sentence)
  expect(preview.lines.filter(line => line.why.startsWith('asked to join')).map(line => line.who)).toEqual([
    'team Quay',
    'Tomasz Oyelaran',
    'Bea Fontaine',
  ])
  expect(preview.first.at(-1)!.said).toBe(
    'Once it is done, Gullwright & Moss asks Bea Fontaine, Tomasz Oyelaran and Wren Halloway to join, one by one.',
  )
  const { proposal } = await handOver(agnese, sentence)
  expect((await readHandover(callum, proposal)).first.at(-1)!.said).toMatch(
    /^Once it is done, you ask .* to join, one by one\. If all do: two more seats: \d+ of 10 included/,
  )
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
      params: { path: { ...at(agnese).path, proposal } },
    }),
  )
})

test('each is asked with what they had, and has nothing before their own yes; who works there already is given it', async () => {
  await complete(`hand over ${page} to ${callum.business} with people because "Sold."`)
  expect(await scene.newestLetter(tomasz.email)).toMatchObject({
    subject: 'Callum Osei-Bright lets you run on Day Trips, until 31 May 2031; draft on …',
    text: expect.stringContaining('what you worked on at Ondaverde Ferries belongs to Gullwright & Moss now'),
  })
  for (const who of [tomasz, wren, agnese, frozen]) expect(await may(who.email, 'post.see'), who.email).toBe(false)
  expect(await may(bea.email, 'post.draft')).toBe(true)
  tomasz = await scene.signIn(tomasz)
  await sayYes(tomasz)
  expect(await may(tomasz.email, 'post.publish')).toBe(true)
  expect(await may(wren.email, 'post.draft'), 'what a team had is asked of each for themselves').toBe(false)
  await sayYes(wren)
  expect(await may(wren.email, 'post.draft')).toBe(true)
  expect(await may(wren.email, 'post.publish')).toBe(false)
  expect((await answerOf(frozen.client.GET('/v1/me/proposals'))).items, 'who is paused is not asked').toEqual([])
})

test('once who agreed is no admin of the new owner any more, nobody is asked in their name', async () => {
  const back = await handOver(callum, `hand over ${await number()} to ${agnese.business} because "Back."`)
  await acceptHandover(agnese, back.proposal)
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await bothSignIn()
  await scene.say(agnese, `let ${tomasz.email} run on ${page}`)
  await scene.say(agnese, `let ${wren.email} run on ${page}`)
  const { proposal } = await handOver(agnese, `hand over ${page} to ${callum.business} with people because "Again."`)
  await acceptHandover(callum, proposal)
  await scene.sql(
    `UPDATE membership SET standing = 'member' WHERE business_id = (SELECT id FROM business WHERE number = $1) AND person_id = (SELECT person_id FROM person_address WHERE address = $2)`,
    [callum.business, callum.email],
  )

  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  const given = await scene.sql(
    `SELECT g.id FROM access_grant g JOIN asset ON asset.id = g.target_id WHERE g.ended_at IS NULL AND asset.platform_ref = 'TN-11205'`,
  )
  expect(given).toEqual([])
})

test('what is raised, or comes into a team, after both signed is not asked for in the new owner’s name', async () => {
  await scene.sql(
    `UPDATE membership SET standing = 'admin' WHERE business_id = (SELECT id FROM business WHERE number = $1) AND person_id = (SELECT person_id FROM person_address WHERE address = $2)`,
    [callum.business, callum.email],
  )
  await bothSignIn()
  const back = await handOver(callum, `hand over ${await number()} to ${agnese.business} because "Back."`)
  await acceptHandover(agnese, back.proposal)
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await bothSignIn()
  const late = await join(scene, 'Leander Foss', `let WHO watch on ad-account/winter-freight`)
  await scene.say(agnese, `let ${wren.email} watch on ${page}`)
  await scene.say(agnese, `let team/quay watch on ${page} to "post for us"`)
  const { proposal } = await handOver(agnese, `hand over ${page} to ${callum.business} with people because "More."`)
  await acceptHandover(callum, proposal)
  await scene.say(agnese, `let ${wren.email} run on ${page}`)
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: { path: { ...at(agnese).path, team: 'quay', person: late.email } },
    }),
  )
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await bothSignIn()
  expect(await may(wren.email, 'post.see')).toBe(true)
  expect(await may(wren.email, 'post.publish')).toBe(false)
  expect((await answerOf(late.client.GET('/v1/me/proposals'))).items).toEqual([])
})

test('what the new owner itself has put its people on is neither lowered nor raised by that', async () => {
  const back = await handOver(callum, `hand over ${await number()} to ${agnese.business} because "Back."`)
  await acceptHandover(agnese, back.proposal)
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await bothSignIn()
  await accept(callum, (await scene.say(agnese, `let ${callum.business} run on ${page}`)).proposal!)
  await scene.say(callum, `let ${bea.email} run on ${await number()}`)
  await scene.say(agnese, `let ${bea.email} watch on ${page}`)
  await complete(`hand over ${page} to ${callum.business} with people because "Once more."`)
  expect(await may(bea.email, 'post.publish')).toBe(true)
})
