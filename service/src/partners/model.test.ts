import { answerOf } from '@famiglia/client'
import { actionsOfTier, tiers, type Tier } from '@famiglia/core'
import fc from 'fast-check'
import { beforeAll, expect, test } from 'vitest'
import { betweenTwoBusinesses, numberOf, scene, winter, within } from '../../../e2e/support/partners.ts'
import { at, joinByLetter, problemOf, type Actor } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

let owner: Actor
let agency: Actor
/** Who works at the agency, its admin first. */
let people: string[]
let number: string
beforeAll(async () => {
  owner = scene.agnese
  agency = scene.callum
  await scene.say(agency, 'let dae@gullwright.example watch on ad-account/showcase')
  const dae = await joinByLetter(scene, 'Dae Whitlock', 'dae@gullwright.example', 'keywords in a biscuit tin')
  people = [agency.email, 'marisol@gullwright.example', dae.email]
  number = await numberOf('winter-freight')
  await answerOf(
    agency.client.PUT('/v1/businesses/{business}/offers-at-once', {
      params: at(agency),
      body: { offersAtOnce: true },
    }),
  )
})

/** What is between the two, said as simply as it can be. */
class Model {
  ceiling: Tier | null = null
  readonly staffed = new Map<string, Tier>()
  frozenByOwner = false
  frozenByAgency = false
  readonly stopped = new Set<string>()

  may(person: string, tier: Tier): boolean {
    const own = person === people[0] ? this.ceiling : this.staffed.get(person)
    if (!this.ceiling || !own || this.frozenByOwner || this.frozenByAgency || this.stopped.has(person)) return false
    return rank(tier) <= Math.min(rank(own), rank(this.ceiling))
  }
}
const rank = (tier: Tier) => tiers.indexOf(tier)

type Step = (model: Model) => Promise<void>
const step = (words: (string | boolean)[], does: Step): Step =>
  Object.assign(does, { [fc.toStringMethod]: () => words.join(' ') })
const anyTier = fc.constantFrom(...tiers)
const employee = fc.constantFrom(1, 2)

const giveStep = anyTier.map(tier =>
  step(['give', tier], async model => {
    await scene.say(owner, `let ${agency.business} ${tier} on ${winter}${tier === 'steward' ? ' may give access' : ''}`)
    model.ceiling = tier
  }),
)
const takeStep = fc.constant(
  step(['take back'], async model => {
    const said = scene.say(owner, `end ${agency.business}`)
    if (!model.ceiling) expect((await problemOf(said)).code).toMatch(/^(grant|partner)\.unknown$/)
    else await said
    model.ceiling = null
    model.staffed.clear()
  }),
)
const staffStep = fc.record({ who: employee, tier: anyTier }).map(({ who, tier }) =>
  step(['staff', String(who), tier], async model => {
    const said = scene.say(agency, `let ${people[who]} ${tier} on ${number}`)
    if (!model.ceiling || model.frozenByOwner || model.frozenByAgency) {
      const outcome = await said.then(
        () => null,
        (error: { problem: { code: string } }) => error.problem.code,
      )
      // Whether it is put down while all is frozen is one thing; that it counts for nothing meanwhile is the rule.
      if (outcome === null && model.ceiling && rank(tier) <= rank(model.ceiling)) model.staffed.set(people[who]!, tier)
      else expect(outcome).not.toBeNull()
    } else if (rank(tier) > rank(model.ceiling))
      expect((await problemOf(said)).code).toMatch(/^grant\.above-(ceiling|own-level)$/)
    else {
      await said
      model.staffed.set(people[who]!, tier)
    }
  }),
)
const unstaffStep = employee.map(who =>
  step(['unstaff', String(who)], async model => {
    if (!model.staffed.has(people[who]!)) return
    await scene.say(agency, `end ${people[who]} on ${number}`)
    model.staffed.delete(people[who]!)
  }),
)
const freezeStep = fc.record({ byOwner: fc.boolean(), begins: fc.boolean() }).map(({ byOwner, begins }) =>
  step(['freeze', byOwner, begins], async model => {
    const [who, other] = byOwner ? [owner, agency] : [agency, owner]
    const path = '/v1/businesses/{business}/partners/{partner}/freeze'
    const params = within(who, { partner: other.business })
    const done = await (begins ? who.client.PUT(path, { params }) : who.client.DELETE(path, { params }))
    if (!done.response.ok) return expect(model.ceiling, JSON.stringify(done.error)).toBeNull()
    if (byOwner) model.frozenByOwner = begins
    else model.frozenByAgency = begins
  }),
)
const stopStep = fc.record({ who: employee, begins: fc.boolean() }).map(({ who, begins }) =>
  step(['stop', String(who), begins], async model => {
    const [row] = await scene.sql<{ id: string }>('SELECT person_id AS id FROM person_address WHERE address = $1', [
      people[who],
    ])
    const path = '/v1/businesses/{business}/partners/{partner}/people/{person}/freeze'
    const params = within(owner, { partner: agency.business, person: row!.id })
    const done = await (begins ? owner.client.PUT(path, { params }) : owner.client.DELETE(path, { params }))
    if (!done.response.ok) return
    if (begins) model.stopped.add(people[who]!)
    else model.stopped.delete(people[who]!)
  }),
)
const steps = fc.array(
  fc.oneof(
    { weight: 3, arbitrary: giveStep },
    { weight: 1, arbitrary: takeStep },
    { weight: 5, arbitrary: staffStep },
    { weight: 1, arbitrary: unstaffStep },
    { weight: 1, arbitrary: freezeStep },
    { weight: 1, arbitrary: stopStep },
  ),
  { minLength: 6, maxLength: 16 },
)

async function begunAnew(): Promise<Model> {
  await scene.sql(
    `UPDATE access_grant SET ended_at = now() WHERE ended_at IS NULL AND asset_id = (SELECT id FROM asset WHERE number = $1)`,
    [number],
  )
  await scene.sql('DELETE FROM partner_freeze')
  await scene.sql('DELETE FROM outside_freeze')
  return new Model()
}

test('after any run of giving, lowering, staffing and freezing, nobody of a partner is above what the owner left them', async () => {
  await fc.assert(
    fc.asyncProperty(steps, async run => {
      const model = await begunAnew()
      for (const one of run) await one(model)
      for (const person of people)
        for (const tier of tiers) {
          const action = [...actionsOfTier('ad-account', tier)].at(-1)!
          const allowed = await scene.can(person, action, winter)
          expect({ person, tier, allowed }).toEqual({ person, tier, allowed: model.may(person, tier) })
        }
    }),
    { numRuns: 30 },
  )
}, 240_000)
