import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  at,
  giveStanding,
  openScene,
  withSecondStep,
  problemOf,
  type Actor,
  type Scene,
} from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
let priya: Actor
const crossings = 'ad-account/summer-crossings'
const winter = 'ad-account/winter-freight'
beforeAll(async () => {
  scene = await openScene()
  agnese = scene.agnese
  priya = await scene.withPriya()
})
afterAll(() => scene.close())

const standing = giveStanding
const accept = (link: string, name: string) =>
  answerOf(
    famigliaClient({ url: scene.url }).POST('/v1/invitations/acceptance', {
      body: { link, signIn: { name, password: 'several words make it' } },
    }),
  )
const stateOf = async (address: string) =>
  (await scene.sql<{ state: string }>('SELECT state FROM proposal WHERE to_address = $1', [address]))[0]!.state
const placesOf = (address: string) =>
  scene.sql('SELECT standing FROM membership JOIN person_address USING (person_id) WHERE address = $1', [address])

test('an admin who was lowered makes no admin by an invitation of before, and cannot renew it or pass it on', async () => {
  agnese = await scene.signIn(agnese)
  await standing(agnese, priya.email, 'admin')
  priya = await withSecondStep(scene, priya)
  const sender = priya
  await standing(sender, 'wren@ondaverde.example', 'admin')
  const [row] = await scene.sql<{ id: string }>(`SELECT id FROM proposal WHERE to_address = 'wren@ondaverde.example'`)
  const link = await scene.link('wren@ondaverde.example')
  await standing(agnese, priya.email, 'member')

  expect(await problemOf(accept(link, 'Wren Halloway'))).toMatchObject({ code: 'proposal.void' })
  const path = { params: { path: { ...at(sender).path, proposal: row!.id } } }
  for (const step of ['reminder', 'pass-on'] as const)
    expect(
      (await sender.client.POST(`/v1/businesses/{business}/proposals/{proposal}/${step}`, path)).response.status,
    ).toBeGreaterThanOrEqual(400)
  expect(await stateOf('wren@ondaverde.example')).toBe('void')
  expect(await placesOf('wren@ondaverde.example')).toEqual([])
})

test('a steward whose grant was ended, made less or ran out gives nothing by an invitation of before', async () => {
  const away: readonly [string, () => Promise<unknown>][] = [
    ['noor', () => scene.say(agnese, `end ${priya.email} on ${crossings}`)],
    ['bea', () => scene.say(agnese, `let ${priya.email} run on ${crossings}`)],
    ['idris', async () => scene.clock.forward({ hours: 49 })],
  ]
  for (const [name, takeAway] of away) {
    agnese = await scene.signIn(agnese)
    const until = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 1 })
    await scene.say(agnese, `let ${priya.email} steward on ${crossings} until ${until}`)
    const address = `${name}@ondaverde.example`
    await scene.say(await scene.signIn(priya), `let ${address} run on ${crossings} until ${until}`)
    const link = await scene.link(address)
    const ending = await answerOf(
      agnese.client.POST('/v1/businesses/{business}/sentences/preview', {
        params: at(agnese),
        body: { sentence: `end ${priya.email} on ${crossings}` },
      }),
    )
    expect(ending.changes).toEqual([`What Priya Lindqvist sent comes to nothing: the invitation to ${address}.`])
    await takeAway()
    expect((await problemOf(accept(link, name))).code, name).toMatch(/^proposal\.(void|lapsed)$/)
    expect(await placesOf(address), name).toEqual([])
  }
})

test('twenty answers at once are one: one place in the business, one grant, one entry', async () => {
  agnese = await scene.signIn(agnese)
  await scene.say(agnese, `let oona@ondaverde.example watch on ${winter}`)
  const link = await scene.link('oona@ondaverde.example')
  const answers = await Promise.allSettled(Array.from({ length: 20 }, () => accept(link, 'Oona Prewitt')))
  expect(answers.some(answer => answer.status === 'fulfilled')).toBe(true)
  expect(await placesOf('oona@ondaverde.example')).toHaveLength(1)
  expect(
    await scene.sql(
      `SELECT FROM access_grant g JOIN person_address a ON a.person_id = g.holder_id WHERE a.address = 'oona@ondaverde.example'`,
    ),
  ).toHaveLength(1)
})

test('an admin who is lowered at the very moment makes nobody admin after it', async () => {
  for (let round = 0; round < 4; round++) {
    agnese = await scene.signIn(agnese)
    await standing(agnese, priya.email, 'admin')
    const address = `leander${round}@ondaverde.example`
    await standing(await scene.signIn(priya), address, 'admin')
    const link = await scene.link(address)
    const [lowered, accepted] = await Promise.allSettled([
      standing(agnese, priya.email, 'member'),
      accept(link, 'Leander'),
    ])
    expect(lowered.status).toBe('fulfilled')
    const entries = await scene.sql<{ what: string }>(
      `SELECT entry->>'what' AS what FROM history JOIN business ON business.id = chain_id WHERE business.number = $1 AND entry->>'what' IN ('invitation.accepted', 'standing.changed') ORDER BY history.number DESC LIMIT 1`,
      [agnese.business],
    )
    const last = entries[0]!.what
    expect(last, 'an acceptance never stands after the lowering').not.toBe('invitation.accepted')
    if (accepted.status === 'rejected') expect(accepted.reason.problem.code).toBe('proposal.void')
  }
})
