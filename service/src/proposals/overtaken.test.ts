import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import {
  at,
  giveStanding,
  join,
  openScene,
  problemOf,
  withSecondStep,
  type Actor,
  type Scene,
} from '../../../e2e/support/scene.ts'

let scene: Scene
let agnese: Actor
/** Admin too, with a second step. */
let bea: Actor
let priya: Actor
beforeAll(async () => {
  scene = await openScene()
  priya = await scene.withPriya()
  bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
  agnese = await scene.signIn(scene.agnese)
  await giveStanding(agnese, bea.email, 'admin', 'For the season.')
  bea = await withSecondStep(scene, bea)
})
afterAll(() => scene.close())
beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  agnese = await scene.signIn(scene.agnese)
  bea = await scene.signIn(bea)
})

const winter = 'ad-account/winter-freight'
const ask = async (who: Actor, wanted: string) =>
  (
    await answerOf(
      who.client.POST('/v1/businesses/{business}/asks', {
        params: at(who),
        body: { wanted, reason: 'The season goes on.' },
      }),
    )
  ).proposal
const on = (who: Actor, proposal: string) => ({ params: { path: { ...at(who).path, proposal } } })
const grant = (who: Actor, proposal: string, less?: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      ...on(who, proposal),
      body: less ? { less } : {},
    }),
  )
const decline = (who: Actor, proposal: string, reason: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', {
      ...on(who, proposal),
      body: { reason },
    }),
  )
const twoApprovals = (who: Actor, two: boolean) =>
  answerOf(
    who.client.PUT('/v1/businesses/{business}/approvals', {
      params: at(who),
      body: { twoApprovals: two, reason: 'We are two now.' },
    }),
  )
const pause = (who: Actor, person: string) =>
  answerOf(
    who.client.PUT('/v1/businesses/{business}/people/{person}/pause', {
      params: { path: { ...at(who).path, person } },
      body: {},
    }),
  )
const stateOf = async (proposal: string) =>
  (await scene.sql<{ state: string }>('SELECT state FROM proposal WHERE id = $1', [proposal]))[0]!.state
/** As if it had come about in a way that nobody thought of: what is looked at is how things stand. */
const nowStands = (who: Actor, standing: 'member' | 'admin') =>
  scene.sql(
    `UPDATE membership SET standing = $2 FROM person_address a WHERE membership.person_id = a.person_id AND a.address = $1`,
    [who.email, standing],
  )

test('who has it already is told so, and nobody is bothered; a later end is something to ask for', async () => {
  await scene.say(agnese, `let ${scene.tomasz.email} run on ${winter} until 2030-01-31`)
  const before = await scene.letters(agnese.email)
  for (const had of [`run on ${winter} until 2030-01-31`, `watch on ${winter} until 2029-01-31`])
    expect(await problemOf(ask(scene.tomasz, had))).toMatchObject({
      code: 'proposal.answered',
      detail: expect.stringContaining('You have that already'),
    })
  expect(await scene.letters(agnese.email)).toEqual(before)
  const proposal = await ask(scene.tomasz, `run on ${winter}`)
  await decline(agnese, proposal, 'It ends then.')
})

test('who cannot give it answers nothing, and is told who can', async () => {
  const proposal = await ask(scene.tomasz, 'run on ad-account/summer-crossings')
  for (const answer of [
    () => grant(priya, proposal),
    () => grant(priya, proposal, 'watch on ad-account/summer-crossings'),
    () => decline(priya, proposal, 'No.'),
  ])
    expect(await problemOf(answer())).toMatchObject({
      code: 'access.not-yours-to-give',
      detail: expect.stringContaining('Agnese Torvald'),
    })
  expect(await stateOf(proposal)).toBe('open')
  await decline(agnese, proposal, 'Not now.')
})

test('an ask of somebody who is stopped comes to nothing when it would be granted, and stays so', async () => {
  const proposal = await ask(scene.tomasz, 'draft on ad-account/summer-crossings')
  await scene.sql(
    `UPDATE membership SET paused_at = now() FROM person_address a WHERE membership.person_id = a.person_id AND a.address = $1`,
    [scene.tomasz.email],
  )
  expect(await problemOf(grant(agnese, proposal))).toMatchObject({
    code: 'proposal.void',
    detail: expect.stringContaining('Tomasz Oyelaran, who asked, does not work for Ondaverde Ferries any more'),
  })
  expect(await stateOf(proposal)).toBe('void')
  await scene.sql('UPDATE membership SET paused_at = NULL')
  expect(await problemOf(grant(agnese, proposal))).toMatchObject({ code: 'proposal.void' })
  expect(await scene.can(scene.tomasz.email, 'ads.draft', 'ad-account/summer-crossings')).toBe(false)
})

test('another admin’s no to what one asked for arrives with its reason, and nothing has changed', async () => {
  await twoApprovals(agnese, true)
  const other = await giveStanding(agnese, scene.tomasz.email, 'admin', 'He knows the pictures.')
  await decline(bea, other.proposal!, 'He has no second step.')
  const letter = await scene.newestLetter(agnese.email)
  expect(letter.subject).toBe('Bea Fontaine declined to make Tomasz Oyelaran an admin of Ondaverde Ferries')
  expect(letter.text).toContain('He has no second step.')
  expect(await problemOf(grant(bea, other.proposal!))).toMatchObject({ code: 'proposal.answered' })
})

test('what an admin asked for comes to nothing with their standing, or when whom it is about has left', async () => {
  const first = await giveStanding(agnese, scene.tomasz.email, 'admin', 'He knows the pictures.')
  await nowStands(agnese, 'member')
  expect(await problemOf(grant(bea, first.proposal!))).toMatchObject({
    code: 'proposal.void',
    detail: expect.stringContaining('Agnese Torvald, who asked, is no longer admin'),
  })
  await nowStands(agnese, 'admin')
  agnese = await scene.signIn(scene.agnese)
  const second = await giveStanding(agnese, priya.email, 'admin', 'She leads paid media.')
  await scene.say(agnese, `end ${priya.email}`)
  expect(await problemOf(grant(bea, second.proposal!))).toMatchObject({ code: 'proposal.void' })
  expect(await stateOf(second.proposal!)).toBe('void')
})

test('nobody paused decides, and a standing said a second time changes nothing and is told so', async () => {
  const { proposal } = await giveStanding(agnese, scene.tomasz.email, 'admin', 'He knows the pictures.')
  await pause(agnese, bea.email)
  expect(await problemOf(grant(bea, proposal!))).toMatchObject({ code: 'business.unknown' })
  expect(await stateOf(proposal!)).toBe('open')
  const again = await giveStanding(agnese, scene.tomasz.email, 'member', 'As before.')
  expect(again.result).toBe('Tomasz Oyelaran is member already.')
})
