import { answerOf } from '@famiglia/client'
import { actionsOfKind, type Kind } from '@famiglia/core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())

const all = { limit: 200 }
const assetsOf = async (who: Actor) =>
  (await answerOf(who.client.GET('/v1/businesses/{business}/assets', { params: { ...at(who), query: all } }))).items
const holders = async (who: Actor, asset: string) =>
  (
    await answerOf(
      who.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
        params: { path: { ...at(who).path, asset }, query: all },
      }),
    )
  ).items
const holdings = async (who: Actor, person: string) =>
  (
    await answerOf(
      who.client.GET('/v1/businesses/{business}/people/{person}/holdings', {
        params: { path: { ...at(who).path, person }, query: all },
      }),
    )
  ).items
const decide = (who: Actor, person: string, action: string, asset: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/decisions', {
      params: at(who),
      body: { who: person, action, asset },
    }),
  )
/** What a platform is told, which asks by its own names. */
async function platformAllows(person: string, asset: { number: string; kind: string }, action: string) {
  const [row] = await scene.sql<{ id: string; platform: string; ref: string }>(
    `SELECT person_id AS id, platform, platform_ref AS ref FROM person_address, asset WHERE address = $1 AND asset.number = $2`,
    [person, asset.number],
  )
  const { secret } = scene.town.service.kit.platforms.get(row!.platform)
  const response = await fetch(`${scene.url}/access/v1/evaluation`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${secret}` },
    body: JSON.stringify({
      subject: { type: 'person', id: row!.id },
      action: { name: action },
      resource: { type: asset.kind, id: row!.ref },
    }),
  })
  return ((await response.json()) as { decision: boolean }).decision
}

/** Everybody whom the business or its partners have here, with one address each. */
async function everybody(): Promise<{ name: string; address: string }[]> {
  return scene.sql(
    `SELECT person.name, address FROM person JOIN person_address ON person_id = person.id AND main ORDER BY person.name`,
  )
}

/** Whatever disagrees about who reaches what: the list of an asset, the list of a person, a decision, and a platform’s. */
async function disagreements(who: Actor): Promise<string[]> {
  const found: string[] = []
  const people = await everybody()
  for (const asset of await assetsOf(who)) {
    const listed = new Map((await holders(who, asset.number)).map(holder => [holder.person.address, holder]))
    const actions = actionsOfKind(asset.kind as Kind)
    for (const { name, address } of people) {
      const holder = listed.get(address)
      const counts = holder?.state === 'in force'
      const asked = counts ? actions : [actions[0]!, actions.at(-1)!]
      const allowed: string[] = []
      for (const action of asked) {
        const decision = await decide(who, address, action, asset.number)
        if (decision.allowed) allowed.push(action)
        if (counts && decision.level !== holder.level)
          found.push(`${name} on ${asset.name}: “${holder.level}” in its list, “${decision.level}” decided`)
      }
      // The owner's admins and finance people reach by their standing, and are no holders.
      const standing = scene.called(name.split(' ')[0]!)?.about ?? ''
      if (!counts && allowed.length > 0 && !/^(admin|finance)/.test(standing))
        found.push(`${name} on ${asset.name}: not in its list, and may ${allowed.join()}`)
      if (counts && allowed.length === 0) found.push(`${name} on ${asset.name}: in its list, and may nothing`)
      const sample = allowed[0] ?? asked[0]!
      if ((await platformAllows(address, asset, sample)) !== allowed.includes(sample))
        found.push(`${name} on ${asset.name}: the platform is told otherwise about ${sample}`)
    }
    for (const holder of listed.values()) {
      if (!holder.person.id || holder.partner) continue
      const theirs = (await holdings(who, holder.person.id)).find(one => one.asset.number === asset.number)
      for (const key of ['level', 'hidden', 'until', 'state', 'why'] as const)
        if (JSON.stringify(theirs?.[key]) !== JSON.stringify(holder[key]))
          found.push(
            `${holder.person.name} on ${asset.name}: ${key} is ${JSON.stringify(holder[key])} in its list, ${JSON.stringify(theirs?.[key])} in theirs`,
          )
    }
  }
  return [...new Set(found)]
}

test('the list of an asset, of a person, a decision and what a platform is told say the same of everybody', async () => {
  expect(await disagreements(await scene.signIn(scene.agnese))).toEqual([])
}, 120_000)

test('they do so too of what hangs under manager accounts, for the agency and for another of its clients', async () => {
  for (const name of ['Callum', 'Egil']) expect(await disagreements(scene.called(name))).toEqual([])
}, 120_000)

test('they do so too once things have ended by themselves, somebody is stopped, and a partner is frozen', async () => {
  scene.clock.forward({ hours: 24 * 20 })
  const agnese = await scene.signIn(scene.agnese)
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/people/{person}/freeze', {
      params: { path: { ...at(agnese).path, person: scene.called('Priya').email } },
      body: {},
    }),
  )
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/partners/{partner}/freeze', {
      params: { path: { ...at(agnese).path, partner: scene.callum.business } },
    }),
  )
  expect(await disagreements(agnese)).toEqual([])
}, 120_000)
