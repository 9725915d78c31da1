import { answerOf } from '@famiglia/client'
import { afterEach, beforeAll, expect, test } from 'vitest'
import {
  acceptLink,
  branchesOf,
  compare,
  linked,
  makeManager,
  previewLink,
  sayLink,
  treeOf,
} from '../../../e2e/support/links.ts'
import {
  agnese,
  betweenTwoBusinesses,
  bothSignIn,
  callum,
  can,
  decideFor,
  marisol,
  numberOf,
  part,
  peopleOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { bringIn, giveStanding, joinByLetter, problemOf, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

const travel = 'manager-account/travel'
let freight: string
let number: string
/** A plain member of the account’s owner, who looks at the account. */
let tomasz: Actor

beforeAll(async () => {
  number = await makeManager(callum, 'Travel', 'travel')
  await makeManager(callum, 'All', 'all')
  await bringIn(scene, 'MA-20417', 'summer-crossings')
  freight = await numberOf('winter-freight')
  tomasz = scene.tomasz
})
afterEach(async () => {
  await bothSignIn()
  await part().catch(() => undefined)
  await scene.say(callum, `end ${marisol.email} on ${travel}`).catch(() => undefined)
})

const atTravel = (words: string) => `link ${freight} under ${travel} at ${words}`
const freeze = (who: Actor, asset: string, on: boolean) => {
  const params = { params: within(who, { asset }) }
  return answerOf(
    on
      ? who.client.PUT('/v1/businesses/{business}/assets/{asset}/freeze', params)
      : who.client.DELETE('/v1/businesses/{business}/assets/{asset}/freeze', params),
  )
}

test('who asks by a number alone is told neither whose account it is nor its name, anywhere, until there is a yes', async () => {
  const sent = await sayLink(callum, atTravel('run may give access'), 'For winter.')
  const [proposal] = sent.proposals as [string]
  const read = (path: string) =>
    fetch(`${scene.url}/v1/businesses/${callum.business}${path}`, {
      headers: { authorization: `Bearer ${callum.token}` },
    }).then(answer => answer.text())
  const told = [
    JSON.stringify(sent),
    JSON.stringify(await previewLink(callum, atTravel('steward'))),
    ...(await Promise.all(
      [
        `/proposals/${proposal}`,
        '/proposals?side=sent',
        '/tree',
        '/desk',
        '/history',
        '/partners',
        `/manager-accounts/${number}/accounts`,
      ].map(read),
    )),
    JSON.stringify(await scene.newestLetter(callum.email)),
  ]
  for (const text of told)
    for (const secret of ['Winter Freight', 'winter-freight', 'Ondaverde', agnese.business])
      expect(text).not.toContain(secret)
  await acceptLink(agnese, proposal)
  expect(await read(`/proposals/${proposal}`)).toContain('Winter Freight')
})

test('whether they may give access is a question of its own: no unless it is answered, and yes takes a fresh proof', async () => {
  const { proposals } = await sayLink(callum, atTravel('steward may give access'))
  const [proposal] = proposals as [string]
  const read = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}', { params: within(agnese, { proposal }) }),
  )
  expect(read.question?.asks).toBe('May they give access to others?')
  expect((await acceptLink(agnese, proposal)).result).toContain('They may not give access to others there.')
  expect((await decideFor(callum, 'access.change')).allowed).toBe(false)
  expect((await treeOf(agnese)).branches[0]).toMatchObject({ mayGiveAccess: false, tier: 'steward' })

  const again = (await sayLink(callum, atTravel('steward may give access'))).proposals[0]!
  scene.clock.forward({ minutes: 11 })
  const stale = scene.agnese
  expect(
    await problemOf(acceptLink({ ...stale, client: agnese.client }, again, { mayGiveAccess: true })),
  ).toMatchObject({ code: 'proof.needed' })
  await bothSignIn()
  expect((await acceptLink(agnese, again, { mayGiveAccess: true })).result).toContain(
    'They may give access to others there.',
  )
  expect((await decideFor(callum, 'access.change')).allowed).toBe(true)
  // What a link never carries.
  expect((await decideFor(callum, 'link.change')).allowed).toBe(false)
})

test('what was given because the manager’s people might give access falls with that, and is told before', async () => {
  await scene.say(callum, `let ${marisol.email} steward on ${travel}`)
  await linked(callum, agnese, atTravel('steward'))
  // Without the mark her steward’s place there lets her put nobody on it.
  expect(await problemOf(scene.say(marisol, `let ${callum.email} watch on ${freight} hiding contacts`))).toMatchObject({
    code: 'access.not-yours-to-give',
  })
  await linked(callum, agnese, atTravel('steward may give access'), true)
  await scene.say(callum, 'let dae@gullwright.example watch on ad-account/showcase')
  const dae = await joinByLetter(scene, 'Dae Whitlock', 'dae@gullwright.example', 'keywords in a tin')
  await scene.say(marisol, `let ${dae.email} draft on ${freight} hiding contacts`)
  expect(await can(dae.email, 'ads.draft')).toBe(true)
  const without = `link ${winter} under ${number} at steward`
  const preview = await previewLink(agnese, without)
  expect(preview.notes).toContain('Travel may not give access any more. one grant made by it ends in the same moment.')
  expect((await sayLink(agnese, without)).outcome).toBe('changed')
  expect(await can(dae.email, 'ads.draft')).toBe(false)
  expect(await decideFor(callum, 'ads.publish')).toMatchObject({
    allowed: true,
    level: 'run, look up who has access and change settings',
  })
  expect((await decideFor(callum, 'access.change')).allowed).toBe(false)
})

test('an owner freezes one link: nobody comes through it, whatever is said of it, until the owner lifts that with a fresh proof', async () => {
  await scene.say(callum, `let ${marisol.email} run on ${travel}`)
  await linked(callum, agnese, atTravel('steward may give access'), true)
  await scene.say(callum, `let dae@gullwright.example watch on ${freight} hiding contacts`).catch(() => undefined)
  expect(await can(marisol.email, 'ads.publish')).toBe(true)
  const halt = (who: Actor, on: boolean) => {
    const link = '/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/freeze'
    const params = { params: within(who, { asset: number, account: freight }) }
    return answerOf(on ? who.client.PUT(link, params) : who.client.DELETE(link, params))
  }
  for (const who of [callum, marisol, tomasz]) expect(await problemOf(halt(who, true))).toHaveProperty('code')
  scene.clock.forward({ minutes: 11 })
  expect((await halt(agnese, true)).result).toContain('nobody reaches Winter Freight through Travel')
  expect((await halt(agnese, true)).result).toContain('is frozen already')
  expect((await scene.letters(callum.email))[0]).toContain('froze the link of Winter Freight under …')
  expect(await can(marisol.email, 'ads.see')).toBe(false)
  expect(await decideFor(callum, 'ads.see')).toMatchObject({
    allowed: false,
    reason: expect.stringContaining('the link is frozen'),
  })
  expect((await treeOf(callum)).branches[0]).toMatchObject({
    state: 'stopped',
    why: 'the link is frozen',
    frozen: true,
  })
  expect(await problemOf(halt(callum, false))).toHaveProperty('code')
  expect(await problemOf(halt(agnese, false))).toMatchObject({ code: 'proof.needed' })
  await bothSignIn()
  // Lowered by the owner, or raised with the owner’s yes, it stays frozen.
  await sayLink(agnese, `link ${winter} under ${number} at run`)
  expect(await can(marisol.email, 'ads.see')).toBe(false)
  await linked(callum, agnese, atTravel('steward'))
  expect(await can(marisol.email, 'ads.see')).toBe(false)
  expect((await halt(agnese, false)).result).toContain('holds again, as it was')
  expect(await can(marisol.email, 'ads.publish')).toBe(true)
})

test('only one manager account of an account may give access, and the refusal says which one does', async () => {
  await linked(callum, agnese, atTravel('steward may give access'), true)
  const all = (await sayLink(callum, `link ${freight} under manager-account/all at steward may give access`))
    .proposals[0]!
  expect(await problemOf(acceptLink(agnese, all, { mayGiveAccess: true }))).toMatchObject({
    code: 'link.mark-taken',
    detail: expect.stringContaining('Travel may give access to Winter Freight already'),
  })
  await acceptLink(agnese, all)
  expect(await branchesOf(agnese)).toHaveLength(2)
})

test('through a manager account nobody gives in the owner’s name, and nobody touches the owner’s own grants', async () => {
  await linked(callum, agnese, atTravel('steward may give access'), true)
  for (const sentence of [
    `end ${tomasz.email} on ${freight}`,
    `let ${tomasz.email} run on ${freight} hiding contacts`,
  ]) {
    await scene.say(callum, sentence).catch(() => undefined)
    expect(await can(tomasz.email, 'ads.see')).toBe(true)
    expect(await can(tomasz.email, 'ads.publish')).toBe(false)
  }
  for (const path of ['archive', 'freeze'] as const)
    expect(
      await problemOf(
        answerOf(
          callum.client.PUT(`/v1/businesses/{business}/assets/{asset}/${path}`, {
            params: within(callum, { asset: freight }),
          }),
        ),
      ),
    ).toMatchObject({ code: 'asset.unknown' })
})

test('whatever is stopped on the way stops it at once, and comes back as it was', async () => {
  await linked(callum, agnese, atTravel('run'))
  const stops: [string, () => Promise<unknown>, () => Promise<unknown>][] = [
    ['the account', () => freeze(agnese, winter, true), () => freeze(agnese, winter, false)],
    ['the manager account', () => freeze(callum, travel, true), () => freeze(callum, travel, false)],
    [
      'the manager’s business',
      () => scene.sql('UPDATE business SET closed_at = now() WHERE number = $1', [callum.business]),
      () => scene.sql('UPDATE business SET closed_at = NULL WHERE number = $1', [callum.business]),
    ],
    [
      'what goes between the two',
      () =>
        answerOf(
          agnese.client.PUT('/v1/businesses/{business}/partners/{partner}/freeze', {
            params: within(agnese, { partner: callum.business }),
          }),
        ),
      () =>
        answerOf(
          agnese.client.DELETE('/v1/businesses/{business}/partners/{partner}/freeze', {
            params: within(agnese, { partner: callum.business }),
          }),
        ),
    ],
    [
      'the person, by the owner',
      async () => {
        const [one] = await peopleOf(agnese, callum.business)
        return answerOf(
          agnese.client.PUT('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', {
            params: within(agnese, { partner: callum.business, person: one!.id }),
          }),
        )
      },
      async () => {
        const [one] = await peopleOf(agnese, callum.business)
        return answerOf(
          agnese.client.DELETE('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', {
            params: within(agnese, { partner: callum.business, person: one!.id }),
          }),
        )
      },
    ],
  ]
  for (const [what, stop, lift] of stops) {
    await stop()
    expect({ what, may: await can(callum.email, 'ads.publish') }).toEqual({ what, may: false })
    await lift()
    expect({ what, may: await can(callum.email, 'ads.publish') }).toEqual({ what, may: true })
  }
  await scene.say(agnese, `end ${callum.business}`)
  expect(await can(callum.email, 'ads.see')).toBe(false)
  expect(await branchesOf(agnese)).toEqual([])
})

test('what is linked so already, and what cannot be linked, is said at once', async () => {
  await linked(callum, agnese, atTravel('run hiding revenue'))
  expect(await problemOf(sayLink(callum, atTravel('draft hiding revenue')))).toMatchObject({
    code: 'link.has-it',
    detail: 'That is linked already: Winter Freight under Travel at run, hiding revenue.',
  })
  const page = await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  const unfit = await problemOf(sayLink(callum, `link ${page} under ${travel} at run`))
  expect(unfit).toMatchObject({ code: 'link.not-linkable' })
  expect(JSON.stringify(unfit)).not.toContain('Day Trips')
  expect(await problemOf(sayLink(agnese, `link ${winter} under ${freight} at run`))).toMatchObject({
    code: 'link.not-linkable',
  })
})

test('a loop or a seventh manager account is refused in words that name the way', async () => {
  const names = ['One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven']
  for (const name of names) await makeManager(callum, name, name.toLowerCase())
  const of = (name: string) => `manager-account/${name.toLowerCase()}`
  for (let at = 1; at < 6; at++) await sayLink(callum, `link ${of(names[at - 1]!)} under ${of(names[at]!)} at run`)
  expect(await problemOf(sayLink(callum, `link ${of('Six')} under ${of('One')} at run`))).toMatchObject({
    code: 'link.loop',
    detail: 'That would be a loop: One hangs under Six already (One › Two › Three › Four › Five › Six).',
  })
  expect(await problemOf(sayLink(callum, `link ${of('Six')} under ${of('Seven')} at run`))).toMatchObject({
    code: 'link.too-deep',
  })
  expect(await problemOf(sayLink(callum, `link ${of('One')} under ${of('One')} at run`))).toMatchObject({
    code: 'link.under-itself',
  })
  // Six levels up, the decision is the same as ever.
  await linked(callum, agnese, `link ${freight} under ${of('One')} at run`)
  await scene.say(callum, `let ${marisol.email} draft on ${of('Six')}`)
  expect(await decideFor(marisol, 'ads.draft')).toMatchObject({ allowed: true, level: 'draft' })
  await scene.say(callum, `end ${marisol.email} on ${of('Six')}`)
})

test('of two requests that would close a loop and are accepted at the same moment, one holds', async () => {
  await makeManager(agnese, 'Ours', 'ours')
  const ours = await numberOf('ours')
  for (let round = 0; round < 4; round++) {
    const up = (await sayLink(callum, `link ${ours} under ${travel} at run`)).proposals[0]!
    const down = (await sayLink(agnese, `link ${number} under manager-account/ours at run`)).proposals[0]!
    const answers = await Promise.allSettled([acceptLink(agnese, up), acceptLink(callum, down)])
    expect(answers.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    const lost = answers.find(one => one.status === 'rejected')!
    expect(lost.reason.problem).toMatchObject({ code: 'link.loop' })
    await part()
    await bothSignIn()
  }
})

test('a yes asked twenty times at once makes one link, and one entry', async () => {
  const proposal = (await sayLink(callum, atTravel('run'))).proposals[0]!
  const answers = await Promise.allSettled(Array.from({ length: 20 }, () => acceptLink(agnese, proposal)))
  expect(answers.every(({ status }) => status === 'fulfilled')).toBe(true)
  const rows = await scene.sql(
    `SELECT FROM access_grant WHERE holder_kind = 'manager' AND ended_at IS NULL AND target_id = (SELECT id FROM asset WHERE number = $1)`,
    [freight],
  )
  expect(rows).toHaveLength(1)
})

test('who asked and is no admin any more, or whose manager account is archived, links nothing', async () => {
  const proposal = (await sayLink(callum, atTravel('run'))).proposals[0]!
  await answerOf(
    callum.client.PUT('/v1/businesses/{business}/assets/{asset}/archive', {
      params: within(callum, { asset: travel }),
    }),
  )
  expect(await problemOf(acceptLink(agnese, proposal))).toMatchObject({ code: 'proposal.void' })
  await answerOf(
    callum.client.DELETE('/v1/businesses/{business}/assets/{asset}/archive', {
      params: within(callum, { asset: travel }),
    }),
  )
  const second = (await sayLink(callum, atTravel('run'))).proposals[0]!
  await giveStanding(callum, marisol.email, 'admin')
  await scene.sql(
    `UPDATE membership SET standing = 'member' FROM business b, person_address a WHERE b.id = business_id AND b.number = $1 AND a.person_id = membership.person_id AND a.address = $2`,
    [callum.business, callum.email],
  )
  expect(await problemOf(acceptLink(agnese, second))).toMatchObject({ code: 'proposal.void' })
  await scene.sql(
    `UPDATE membership SET standing = CASE WHEN a.address = $2 THEN 'admin' ELSE 'member' END FROM business b, person_address a WHERE b.id = business_id AND b.number = $1 AND a.person_id = membership.person_id`,
    [callum.business, callum.email],
  )
})

test('strangers, plain members and who has nothing on the manager account see and do nothing there', async () => {
  await linked(callum, agnese, atTravel('run'))
  // Of the owner: a member sees no tree, links nothing, unlinks nothing.
  expect(await treeOf(tomasz)).toEqual({ nodes: [], branches: [], more: false })
  for (const sentence of [`link ${winter} under ${number} at watch`, `unlink ${winter} from ${number}`])
    expect((await problemOf(sayLink(tomasz, sentence))).code).toMatch(
      /^(standing\.not-enough|access\.not-yours-to-give)$/,
    )
  // Of the manager’s business: without a tier on the manager account, the same.
  expect(await treeOf(marisol)).toEqual({ nodes: [], branches: [], more: false })
  expect(await problemOf(compare(marisol, travel))).toMatchObject({ code: 'asset.unknown' })
  expect((await problemOf(sayLink(marisol, `unlink ${freight} from ${travel}`))).code).toBe('access.not-yours-to-give')
  expect((await problemOf(sayLink(marisol, `link ${freight} under ${travel} at run`))).code).toBe('standing.not-enough')
  // With draft there, she sees it, and still changes nothing.
  await scene.say(callum, `let ${marisol.email} draft on ${travel}`)
  expect((await branchesOf(marisol)).filter(one => !one.endsWith('ended'))).toHaveLength(1)
  expect((await problemOf(sayLink(marisol, `unlink ${freight} from ${travel}`))).code).toBe('access.not-yours-to-give')
  // The owner is told nothing of what else hangs under the manager account.
  await sayLink(callum, `link ad-account/showcase under ${travel} at run`)
  expect(JSON.stringify(await treeOf(agnese))).not.toContain('showcase')
  expect(JSON.stringify(await treeOf(agnese))).not.toContain('Gullwright showcase')
  expect(await problemOf(compare(agnese, number))).toMatchObject({ code: 'asset.unknown' })
  await sayLink(callum, `unlink ad-account/showcase from ${travel}`)
  expect(await can(callum.email, 'ads.publish')).toBe(true)
  expect(await problemOf(sayLink(agnese, `link ${await numberOf('showcase')} under ${number} at run`))).toMatchObject({
    code: 'link.not-yours',
  })
})
