import { answerOf } from '@famiglia/client'
import { beforeEach, expect, test } from 'vitest'
import {
  agnese,
  ask,
  betweenTwoBusinesses,
  callum,
  marisol,
  scene,
  winter,
  within,
} from '../../../e2e/support/partners.ts'
import { at, giveStanding, joinByLetter, problemOf, withSecondStep, type Actor } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'

betweenTwoBusinesses()

let joined = 0
let sender: Actor
/** Another admin of Ondaverde Ferries, new each time: what becomes of them is tried to the end. */
beforeEach(async () => {
  const email = `helper-${++joined}@ondaverde.example`
  await scene.say(agnese, `let ${email} steward on ${winter}`)
  sender = await joinByLetter(scene, `Helper ${joined}`, email, 'several words make a password')
  await giveStanding(agnese, email, 'admin')
  sender = await withSecondStep(scene, sender)
})

interface Sent {
  readonly kind: string
  readonly proposal: string
  /** Who could say yes. */
  readonly answerer: Actor
  /** What nobody may do who could not before. */
  readonly gains: () => Promise<boolean>
}
const partnersPublish = () => scene.can(callum.email, 'ads.publish', winter)
const sends: Record<string, () => Promise<Sent>> = {
  'an invitation': async () => {
    const { proposal } = await scene.say(sender, `let ${marisol.email} run on ${winter}`)
    const gains = () => scene.can(marisol.email, 'ads.publish', winter)
    return { kind: 'invitation', proposal: proposal!, answerer: marisol, gains }
  },
  'an offer': async () => {
    const { proposal } = await scene.say(sender, `let ${callum.business} run on ${winter}`)
    return { kind: 'offer', proposal: proposal!, answerer: callum, gains: partnersPublish }
  },
  'a request to another business': async () => {
    const { proposal } = await ask(sender, 'run on ad-account/showcase', callum.business)
    const gains = async () => {
      const { items } = await answerOf(agnese.client.GET('/v1/businesses/{business}/held', { params: at(agnese) }))
      return items.length > 0
    }
    return { kind: 'business-ask', proposal, answerer: callum, gains }
  },
}
const on = (who: Actor) => ({ params: { path: { ...at(agnese).path, person: who.email } } })
const stops: Record<string, (who: Actor) => Promise<unknown>> = {
  paused: who =>
    answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', { ...on(who), body: {} })),
  frozen: who =>
    answerOf(agnese.client.PUT('/v1/businesses/{business}/people/{person}/freeze', { ...on(who), body: {} })),
  lowered: async who => {
    await giveStanding(agnese, who.email, 'member')
    await scene.say(agnese, `end ${who.email} on ${winter}`)
  },
  ended: who =>
    answerOf(
      agnese.client.POST('/v1/businesses/{business}/sentences', {
        params: at(agnese),
        body: { sentence: `end ${who.email}`, note: 'They left.' },
      }),
    ),
  offboarded: who =>
    answerOf(
      agnese.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
        ...on(who),
        body: { successors: [], reason: 'They left.' },
      }),
    ),
}
const accept = ({ kind, proposal, answerer }: Sent) =>
  proposalKinds.of({ kind }).answeredBy === 'address'
    ? answerOf(
        answerer.client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path: { proposal } }, body: {} }),
      )
    : answerOf(
        answerer.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
          params: within(answerer, { proposal }),
          body: {},
        }),
      )
const each = Object.keys(sends).flatMap(what => Object.keys(stops).map(how => [what, how] as const))

test.each(each)(
  '%s gives nothing once who sent it is %s, and who could have said yes is told why',
  async (what, how) => {
    const sent = await sends[what]!()
    await stops[how]!(sender)
    const refused = await problemOf(accept(sent))
    expect(refused.code).toMatch(/^proposal\.(void|answered)$/)
    expect(await sent.gains()).toBe(false)
    const [kept] = await scene.sql<{ state: string; reason: string | null }>(
      'SELECT state, reason FROM proposal WHERE id = $1',
      [sent.proposal],
    )
    expect(kept!.state).toMatch(/^(void|withdrawn)$/)
    // Who was invited follows a link, and is told there; a business has it from a letter.
    const letters = (await scene.letters(sent.answerer.email)).join('\n')
    const told = sent.kind === 'invitation' ? `${refused.detail} ${kept!.reason}` : letters
    expect(told).toMatch(new RegExp(`${sender.name}.*(any more|no longer|could not)`))
  },
)

test.each([['paused'], ['frozen']])(
  'whoever is %s sends nothing, and is told so; gone on, they send it again themselves',
  async how => {
    await stops[how]!(sender)
    const say = () => scene.say(sender, `let ${marisol.email} run on ${winter}`)
    expect(await problemOf(say())).toMatchObject({ code: 'business.unknown' })
    const path = `/v1/businesses/{business}/people/{person}/${how === 'paused' ? 'pause' : 'freeze'}` as const
    await answerOf(agnese.client.DELETE(path, on(sender)))
    const again = await say()
    expect(again.outcome).toMatch(/^invit/)
    await answerOf(
      sender.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
        params: within(sender, { proposal: again.proposal! }),
      }),
    )
  },
)
