import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { sayBilling } from '../../../e2e/support/money.ts'
import {
  at,
  giveStanding as standing,
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
let tomasz: Actor
beforeAll(async () => {
  scene = await openScene()
  bea = await join(scene, 'Bea Fontaine', 'let WHO watch on ad-account/winter-freight')
  await standing(await signedIn(), bea.email, 'admin')
  bea = await withSecondStep(scene, bea)
  tomasz = scene.tomasz
  // Whoever answers for a payment stays: somebody in finance does, so that admins can come and go.
  const noor = await join(scene, 'Noor Castellan', 'let WHO watch on ad-account/winter-freight')
  await standing(await signedIn(), noor.email, 'finance')
  await sayBilling(await signedIn(), `billing ad-account/winter-freight to ${noor.email}`)
})
afterAll(() => scene.close())

const signedIn = async () => (agnese = await scene.signIn(scene.agnese))
const placeOf = async (address: string) =>
  (
    await scene.sql<{ standing: string }>(
      'SELECT standing FROM membership JOIN person_address USING (person_id) JOIN business ON business.id = business_id WHERE address = $1 AND number = $2',
      [address, scene.agnese.business],
    )
  )[0]?.standing ?? 'none'
const newest = async (who: Actor) =>
  (await answerOf(who.client.GET('/v1/businesses/{business}/admin-changes', { params: at(who) }))).items[0]!
const mine = async (who: Actor) => (await answerOf(who.client.GET('/v1/me/admin-changes'))).items
const undo = (who: Actor, change: string, reason = 'That should not be.') =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/admin-changes/{change}/undoing', {
      params: { path: { ...at(who).path, change } },
      body: { reason },
    }),
  )
const undoMine = (who: Actor, change: string) =>
  answerOf(
    who.client.POST('/v1/me/admin-changes/{change}/undoing', {
      params: { path: { change } },
      body: { reason: 'I was at sea, and nobody asked me.' },
    }),
  )
const agree = (who: Actor, proposal: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { ...at(who).path, proposal } },
      body: {},
    }),
  )
const ended = (who: Actor, person: string, note: string) =>
  answerOf(
    who.client.POST('/v1/businesses/{business}/sentences', {
      params: at(who),
      body: { sentence: `end ${person}`, note },
    }),
  )
const approvals = (who: Actor, twoApprovals: boolean) =>
  answerOf(
    who.client.PUT('/v1/businesses/{business}/approvals', {
      params: at(who),
      body: { twoApprovals, reason: 'There are three of us now.' },
    }),
  )

test('a password alone lowers no admin, makes none and invites none; nor does a token that works unattended', async () => {
  await signedIn()
  const { session } = await answerOf(bea.client.GET('/v1/me'))
  await scene.sql(`UPDATE session SET proven_by = 'password' WHERE id = $1`, [session.id])
  const attempts: ((who: Actor) => Promise<unknown>)[] = [
    who => standing(who, tomasz.email, 'admin'),
    who => standing(who, 'quill@ondaverde.example', 'admin'),
    who => standing(who, who === bea ? agnese.email : bea.email, 'member'),
    who => ended(who, who === bea ? agnese.email : bea.email, 'They are in the way.'),
  ]
  for (const attempt of attempts) {
    expect(await problemOf(attempt(bea))).toMatchObject({ code: 'proof.second-step' })
    expect(await problemOf(attempt(scene.agnese))).toMatchObject({ code: 'sign-in.unattended' })
  }
  bea = await scene.signIn(bea)
})

test('making and ending an admin takes a reason, and all admins are told at once, and whom it concerns', async () => {
  await signedIn()
  expect(await problemOf(standing(agnese, tomasz.email, 'admin', ''))).toMatchObject({
    code: 'admin.reason',
    pointer: '/note',
  })
  await standing(agnese, tomasz.email, 'admin', 'He minds the shop.')
  for (const to of [agnese.email, bea.email])
    expect(await scene.letters(to)).toContain('Agnese Torvald made Tomasz Oyelaran an admin at Ondaverde Ferries')
  await scene.letters(tomasz.email)
  const own = scene.town.inbox.letters.list(tomasz.email)
  expect(
    own.find(({ subject }) => subject === 'Agnese Torvald made you an admin at Ondaverde Ferries')?.text,
  ).toContain('He minds the shop.')
  await standing(agnese, tomasz.email, 'member', 'The shop is closed.')
})

test('who was lowered asks for it to be undone; not who did it, and not who they made admin since, but a second admin decides', async () => {
  await signedIn()
  await standing(bea, agnese.email, 'member', 'She never answers.')
  await standing(bea, tomasz.email, 'admin', 'He is on my side.')
  const accomplice = await withSecondStep(scene, tomasz)
  tomasz = accomplice
  const [done] = await mine(agnese)
  expect(done).toMatchObject({
    said: 'Bea Fontaine made Agnese Torvald a member, who was an admin',
    reason: 'She never answers.',
    canAsk: true,
  })
  const { proposal } = await undoMine(agnese, done!.id)
  expect(await problemOf(undoMine(agnese, done!.id))).toMatchObject({ code: 'proposal.answered' })
  expect((await scene.letters(bea.email)).join()).toContain('Agnese Torvald asks to undo that Bea Fontaine made')
  // Nobody else was admin before it: then who did it, and who is admin since, are all there is.
  await agree(accomplice, proposal)
  expect(await placeOf(agnese.email)).toBe('admin')
  expect((await mine(agnese)).map(({ said }) => said)).toEqual(['Tomasz Oyelaran made Agnese Torvald an admin'])
})

test('a neutral admin decides alone where there is one; for three days, and once', async () => {
  await signedIn()
  await standing(agnese, bea.email, 'member', 'She went too far.')
  const done = (await mine(bea))[0]!
  expect(await problemOf(undo(agnese, done.id))).toMatchObject({ code: 'proposal.own' })
  const { proposal } = await undo(tomasz, done.id)
  expect(await problemOf(agree(tomasz, proposal))).toMatchObject({ code: 'proposal.own' })
  await agree(await signedIn(), proposal)
  expect(await placeOf(bea.email)).toBe('admin')
  expect(await problemOf(undoMine(bea, done.id))).toMatchObject({ code: 'admin.change-unknown' })

  await standing(await signedIn(), tomasz.email, 'member', 'For the winter.')
  const later = (await mine(tomasz))[0]!
  scene.clock.forward({ hours: 72 })
  expect(await mine(tomasz)).toEqual([])
  expect(await problemOf(undoMine(await scene.signIn(tomasz), later.id))).toMatchObject({ code: 'admin.too-late' })
})

test('who was ended as an admin is admin again by it, and a stranger undoes nothing', async () => {
  await signedIn()
  bea = await scene.signIn(bea)
  tomasz = await scene.signIn(tomasz)
  await standing(agnese, tomasz.email, 'admin', 'Summer again.')
  await ended(agnese, bea.email, 'She left the harbour.')
  expect(await placeOf(bea.email)).toBe('none')
  const done = await newest(agnese)
  expect(await problemOf(undo(await scene.signIn(scene.callum), done.id))).toMatchObject({
    code: 'admin.change-unknown',
  })
  expect(await problemOf(undoMine(await scene.signIn(scene.callum), done.id))).toMatchObject({
    code: 'admin.change-unknown',
  })
  const { proposal } = await undoMine(bea, done.id)
  expect(await problemOf(agree(await signedIn(), proposal))).toMatchObject({ code: 'access.not-yours-to-give' })
  await agree(await scene.signIn(tomasz), proposal)
  expect(await placeOf(bea.email)).toBe('admin')
})

test('where it takes two, nobody is made or lowered before another admin agreed; one is enough again only with two', async () => {
  await signedIn()
  await approvals(agnese, true)
  expect((await scene.letters(bea.email)).join()).toContain('takes two admins')
  const asked = await standing(agnese, bea.email, 'member', 'For the winter.')
  expect(asked.result).toContain('It waits for Tomasz Oyelaran')
  expect(await placeOf(bea.email)).toBe('admin')
  const read = await answerOf(
    tomasz.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
      params: { path: { ...at(tomasz).path, proposal: asked.proposal! } },
    }),
  )
  expect(read.outset).toBe('Agnese Torvald asks to make Bea Fontaine a member of Ondaverde Ferries')
  expect(read.names).toEqual(['Ondaverde Ferries', 'Agnese Torvald', 'Bea Fontaine'])
  expect(await problemOf(standing(agnese, 'quill@ondaverde.example', 'admin'))).toMatchObject({
    code: 'admin.two-approvals',
  })
  expect(await problemOf(agree(await scene.signIn(bea), asked.proposal!))).toMatchObject({
    code: 'access.not-yours-to-give',
  })
  await agree((tomasz = await scene.signIn(tomasz)), asked.proposal!)
  expect(await placeOf(bea.email)).toBe('member')

  const one = await approvals(await signedIn(), false)
  expect(one.proposal).not.toBeNull()
  await standing(agnese, bea.email, 'admin', 'Spring.').then(({ proposal }) => expect(proposal).not.toBeNull())
  await agree((tomasz = await scene.signIn(tomasz)), one.proposal!)
  expect((await standing(await signedIn(), bea.email, 'finance', 'The bills.')).proposal).toBeNull()
})

test('an invitation of an admin that was sent before makes nobody one where it takes two since', async () => {
  await signedIn()
  await standing(agnese, 'quill@ondaverde.example', 'admin', 'Our new hand.')
  const link = await scene.link('quill@ondaverde.example')
  await approvals(agnese, true)
  const body = { link, signIn: { name: 'Quill Marchetti', password: 'several words make it' } }
  const accepted = answerOf(famigliaClient({ url: scene.url }).POST('/v1/invitations/acceptance', { body }))
  expect(await problemOf(accepted)).toMatchObject({ code: 'proposal.void' })
})
