import { answerOf, idempotencyKey } from '@famiglia/client'
import { beforeAll, beforeEach, expect, test } from 'vitest'
import {
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  marisol,
  numberOf,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, giveStanding, join, problemOf, withSecondStep, type Actor } from '../../../e2e/support/scene.ts'
import { handOver } from '../../../e2e/support/handovers.ts'
import { makeManager, sayLink } from '../../../e2e/support/links.ts'
import { sayBilling } from '../../../e2e/support/money.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendAllDue } from './life.ts'

betweenTwoBusinesses()

/** Admin of Ondaverde Ferries beside Agnese. */
let bea: Actor
let egil: Actor
let tomasz: Actor
beforeAll(async () => {
  await makeManager(scene.callum, 'All', 'all')
  bea = await join(scene, 'Bea Fontaine', `let WHO watch on ${winter}`)
  egil = await join(scene, 'Egil Rasmund', `let WHO watch on ${winter}`)
  await giveStanding(await scene.signIn(scene.agnese), bea.email, 'admin')
  bea = await withSecondStep(scene, bea)
  tomasz = await withSecondStep(scene, scene.tomasz)
  scene.clock.forward({ minutes: 1 })
  const admin = await scene.signIn(scene.agnese)
  const body = { twoApprovals: true, reason: 'There are two of us now.' }
  await answerOf(admin.client.PUT('/v1/businesses/{business}/approvals', { params: at(admin), body }))
}, 60_000)
beforeEach(async () => {
  bea = await scene.signIn(bea)
})

interface Opened {
  readonly proposal: string
  readonly sender: Actor
  readonly answerer: Actor
}

/** A second admin agrees; what comes of it is sent by them. */
async function agreed(asked: string, kind: string): Promise<string> {
  bea = await scene.signIn(bea)
  await answer('admin-ask', bea, asked, true)
  const [row] = await scene.sql<{ id: string }>(
    `SELECT id FROM proposal WHERE kind = $1 ORDER BY opened_at DESC LIMIT 1`,
    [kind],
  )
  return row!.id
}

let opened = 0
/** How one of each kind comes about, from whom and for whom. */
const open: Record<string, () => Promise<Opened>> = {
  invitation: async () => {
    const { proposal } = await scene.say(agnese, `let ${marisol.email} watch on ${winter}`)
    return { proposal: proposal!, sender: agnese, answerer: marisol }
  },
  offer: async () => {
    const { proposal } = await scene.say(agnese, `let ${callum.business} watch on ${winter}`)
    return { proposal: proposal!, sender: agnese, answerer: callum }
  },
  ask: async () => {
    const { proposal } = await ask(scene.tomasz, `run on ${winter}`)
    return { proposal, sender: scene.tomasz, answerer: agnese }
  },
  'business-ask': async () => {
    const { proposal } = await ask(callum, `run on ${winter}`, agnese.business)
    return { proposal, sender: callum, answerer: agnese }
  },
  link: async () => {
    const { proposals } = await sayLink(
      callum,
      `link ${await numberOf('winter-freight')} under manager-account/all at run`,
    )
    return { proposal: proposals[0]!, sender: callum, answerer: agnese }
  },
  billing: async () => {
    const { proposals } = await sayBilling(agnese, `billing ${winter} to ${callum.business}`)
    return { proposal: proposals[0]!, sender: agnese, answerer: callum }
  },
  handover: async () => {
    const { proposal: asked } = await handOver(
      await scene.signIn(agnese),
      `hand over ${winter} to ${callum.business} because "It is yours."`,
    )
    return { proposal: await agreed(asked, 'handover'), sender: bea, answerer: callum }
  },
  understudy: async () => {
    const admin = await scene.signIn(agnese)
    const { proposal: asked } = await answerOf(
      admin.client.POST('/v1/businesses/{business}/understudy', {
        params: at(admin),
        body: { who: tomasz.email },
        headers: idempotencyKey(),
      }),
    )
    tomasz = await scene.signIn(tomasz)
    return { proposal: await agreed(asked, 'understudy'), sender: bea, answerer: tomasz }
  },
  chair: async () => {
    const body = { name: `Tide House ${++opened}`, town: 'Porto Verano', zone: 'Europe/Lisbon' }
    const { number } = await answerOf(
      callum.client.POST('/v1/businesses/{business}/in-trust', { params: at(callum), body }),
    )
    const trustee = { ...callum, business: number }
    await answerOf(
      callum.client.POST('/v1/businesses/{business}/chair', {
        params: at(trustee),
        body: { address: scene.tomasz.email },
      }),
    )
    const [row] = await scene.sql<{ id: string }>(
      `SELECT proposal.id FROM proposal JOIN business ON business.id = business_id WHERE business.number = $1`,
      [number],
    )
    return { proposal: row!.id, sender: trustee, answerer: tomasz }
  },
  'admin-ask': async () => {
    const asked = await giveStanding(agnese, egil.email, 'admin')
    return { proposal: asked.proposal!, sender: agnese, answerer: bea }
  },
}
const kinds = Object.keys(open).map(name => [name] as const)

type Step = 'withdrawal' | 'reminder' | 'pass-on'
const step = (who: Actor, proposal: string, what: Step) =>
  answerOf(
    who.client.POST(`/v1/businesses/{business}/proposals/{proposal}/${what}`, { params: within(who, { proposal }) }),
  )
const isBound = (kind: string) => proposalKinds.of({ kind }).answeredBy === 'address'
function answer(kind: string, who: Actor, proposal: string, yes: boolean) {
  const what = yes ? 'acceptance' : 'refusal'
  return isBound(kind)
    ? answerOf(who.client.POST(`/v1/me/proposals/{proposal}/${what}`, { params: { path: { proposal } }, body: {} }))
    : answerOf(
        who.client.POST(`/v1/businesses/{business}/proposals/{proposal}/${what}`, {
          params: within(who, { proposal }),
          body: kind === 'billing' && yes ? { means: 'means/office-card' } : {},
        }),
      )
}
const stateOf = async (proposal: string) =>
  (await scene.sql<{ state: string }>('SELECT state FROM proposal WHERE id = $1', [proposal]))[0]!.state

test('each kind of the register is tried here, and none that is not in it', () => {
  expect(Object.keys(open).sort()).toEqual(proposalKinds.all.map(({ kind }) => kind).sort())
})

test.each(kinds)('%s: withdrawn by who sent it and by no stranger, it is answered by nobody any more', async kind => {
  const { proposal, sender, answerer } = await open[kind]!()
  for (const stranger of [marisol, answerer.business === sender.business ? callum : answerer])
    if (stranger !== sender)
      expect((await problemOf(step(stranger, proposal, 'withdrawal'))).code).toMatch(/unknown$|standing/)
  await step(sender, proposal, 'withdrawal')
  expect(await stateOf(proposal)).toBe('withdrawn')
  for (const yes of [true, false])
    expect((await problemOf(answer(kind, answerer, proposal, yes))).code).toMatch(/^proposal\.(answered|unknown|void)$/)
})

test.each(kinds)('%s: it is sent again, and its link passed on, exactly where its kind says so', async kind => {
  const { proposal, sender } = await open[kind]!()
  const { canBeSentAgain, canBePassedOn } = proposalKinds.of({ kind })
  for (const [what, can] of [
    ['reminder', canBeSentAgain],
    ['pass-on', canBePassedOn],
  ] as const) {
    const outcome = await step(sender, proposal, what).then(
      () => 'done',
      () => 'refused',
    )
    expect({ kind, what, outcome }).toEqual({ kind, what, outcome: can ? 'done' : 'refused' })
  }
  await step(sender, proposal, 'withdrawal')
})

test.each(kinds)('%s: neither who sent it nor a stranger answers it', async kind => {
  const { proposal, sender, answerer } = await open[kind]!()
  for (const who of [sender, egil, marisol].filter(one => one.email !== answerer.email))
    for (const yes of [true, false])
      expect((await problemOf(answer(kind, who, proposal, yes))).code).toMatch(
        /^(proposal\.(unknown|own)|access\.not-yours-to-give|standing\.not-enough|proof\.)/,
      )
  expect(await stateOf(proposal)).toBe('open')
  await step(sender, proposal, 'withdrawal')
})

test.each(kinds)('%s: of yes and no asked twenty times at once, one holds, and it is told once', async kind => {
  const { proposal, sender, answerer } = await open[kind]!()
  const answers = await Promise.allSettled(
    Array.from({ length: 20 }, (_one, turn) => answer(kind, answerer, proposal, turn % 2 === 0)),
  )
  expect(answers.some(({ status }) => status === 'fulfilled')).toBe(true)
  const state = await stateOf(proposal)
  expect(state).toMatch(/^(accepted|granted|cooling|declined)$/)
  for (const lost of answers.filter(one => one.status === 'rejected'))
    expect(lost.reason.problem.code).toMatch(/^(proposal\.|chair\.|business\.unknown|service\.busy)/)
  const [told] = await scene.sql<{ count: number }>(
    `SELECT count(*)::integer AS count FROM history JOIN proposal ON proposal.business_id = history.chain_id
      WHERE proposal.id = $1 AND entry->'data'->>'proposal' = $1::text AND entry->>'what' ~ '(accepted|granted|declined)$'`,
    [proposal],
  )
  expect(told!.count).toBe(1)
  await undone(kind, sender, answerer)
})

test.each(kinds)('%s: unanswered it is over after its days, to the second, and who sent it is told', async kind => {
  const { proposal, sender, answerer } = await open[kind]!()
  const [row] = await scene.sql<{ until: Date }>('SELECT lapses_at AS until FROM proposal WHERE id = $1', [proposal])
  const left = row!.until.getTime() - scene.clock.now().epochMilliseconds
  scene.clock.forward({ milliseconds: left - 1000 })
  expect(await stateOf(proposal)).toBe('open')
  scene.clock.forward({ seconds: 1 })
  const again = await scene.signIn(answerer)
  expect(await problemOf(answer(kind, again, proposal, true))).toMatchObject({ code: 'proposal.lapsed' })
  const before = (await scene.letters(sender.email)).length
  await tendAllDue(scene.town.service.kit, proposalKinds)()
  await tendAllDue(scene.town.service.kit, proposalKinds)()
  expect(await stateOf(proposal)).toBe('lapsed')
  expect((await scene.letters(sender.email)).length).toBe(before + 1)
})

/** Takes back what a yes gave, so that the next begins anew. */
async function undone(kind: string, sender: Actor, answerer: Actor): Promise<void> {
  const admin = await scene.signIn(scene.agnese)
  if (kind === 'invitation') await scene.say(admin, `end ${answerer.email}`).catch(() => undefined)
  if (kind === 'offer') await scene.say(admin, `end ${answerer.business}`).catch(() => undefined)
  if (kind === 'admin-ask')
    await scene.sql(
      `UPDATE membership SET standing = 'member' FROM person_address a WHERE a.person_id = membership.person_id AND a.address = $1`,
      [egil.email],
    )
  if (kind === 'understudy') await scene.sql('UPDATE understudy SET ended_at = since')
  if (kind === 'handover') {
    await scene.sql('UPDATE asset SET handover_id = NULL')
    await scene.sql('UPDATE handover SET ended_at = accepted_at WHERE ended_at IS NULL')
  }
  if (kind === 'billing') {
    await scene.sql(`UPDATE billing_change SET state = 'cancelled' WHERE state IN ('planned', 'asking')`)
    await scene.sql(
      `UPDATE asset SET payer_id = business_id, answering_id = brought_in_by, means_id = NULL WHERE handle = 'winter-freight'`,
    )
  }
  if (kind === 'business-ask' || kind === 'link')
    await scene.say(admin, `end ${sender.business}`).catch(() => undefined)
}
