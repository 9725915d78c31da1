import { noticeDays, noticesDue, sayAge, sayEnd, sayList, type Temporal } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { between } from '../base/chain.ts'
import type { Kit } from '../base/kit.ts'
import type { Letter } from '../base/letter.ts'
import { adminsOf, getBusiness, type Business } from '../businesses/queries.ts'
import { grantById, noteNotices, termsOf, type Grant } from '../grants/queries.ts'
import { sayTarget } from '../grants/tellThings.ts'
import { peopleById, type KnownPerson } from '../people/queries.ts'
import { giversOnAll } from '../reach/givers.ts'
import { holderOfGrant } from '../grants/holderOf.ts'
import { targetsById, type Target } from '../reach/targets.ts'
import { membersOfTeam, teamById } from '../teams/queries.ts'

const atOnce = 200

/** Grants whose end comes near and whose holders were told less often than is due. */
const due = `
  SELECT id FROM access_grant WHERE ended_at IS NULL AND until_at > $1
    AND EXISTS (SELECT FROM unnest($2::integer[]) WITH ORDINALITY AS due(days, turn)
      WHERE until_at <= $1::timestamptz + days * interval '1 day' AND notices < turn)
  ORDER BY until_at LIMIT ${atOnce}`

/** Tells holder and giver 14, 7 and 1 days before access ends by itself. Looked for every few minutes; late ones go out once. */
export function tellRunningOut(kit: Kit): () => Promise<void> {
  return async () => {
    const rows = (await kit.database.query(due, [kit.clock.now().toString(), noticeDays])) as { id: string }[]
    for (const { id } of rows) await tell(kit, id)
  }
}

async function tell(kit: Kit, id: string): Promise<void> {
  await kit.change(null, async change => {
    const grant = (await grantById(change.manager, id))!
    const wanted = grant.until ? noticesDue(grant.until, change.now) : 0
    const business = await getBusiness(change.manager, grant.businessId)
    const target = (await targetsById(change.manager, [grant.targetId!])).get(grant.targetId!)!
    const { name, people, partner } = await whoHolds(change.manager, grant)
    const entry = {
      ...(partner ? between(business, partner) : { chain: business.id }),
      by: null,
      ...(grant.assetId ? { asset: grant.assetId } : {}),
      ...(grant.holderKind === 'person' ? { about: grant.holderId } : {}),
    }
    if (grant.endedAt || wanted <= grant.notices)
      return change.record({
        ...entry,
        what: 'grant.looked-at',
        sentence: `${name} had been told of the end on ${target.name} already.`,
      })
    await noteNotices(change.manager, id, wanted)
    const minding = await whoMinds(kit, change.manager, business, target, grant)
    const end = sayEnd(grant.until!, business.zone)
    change.record({
      ...entry,
      what: 'grant.running-out',
      sentence: `${sayList([name, ...minding.map(one => one.name)])} were told that ${name} reaches ${target.name} until ${end}.`,
      data: { grant: id },
    })
    for (const person of people)
      await change.mail({
        ...holderLetter(person, business, target, grant, minding[0] ?? null, partner ?? null),
        isReminder: true,
      })
    for (const giver of minding)
      await change.mail({ ...giverLetter(giver, business, target, grant, name, change.now), isReminder: true })
  })
}

/** Who can extend it: who gave it, if they still give there, and the admins of the business otherwise. */
async function whoMinds(
  kit: Kit,
  manager: EntityManager,
  business: Business,
  target: Target,
  { givenBy }: Grant,
): Promise<readonly KnownPerson[]> {
  const able = await giversOnAll(kit, manager, business.id, target.bundleId ? [] : target.assets)
  const giver = able.find(one => one.id === givenBy)
  return giver ? [giver] : adminsOf(manager, business.id)
}

async function whoHolds(
  manager: EntityManager,
  { holderKind, holderId, toBusinessId, businessId }: Grant,
): Promise<{ name: string; people: readonly KnownPerson[]; partner?: Business }> {
  if (holderKind === 'business') {
    const partner = await getBusiness(manager, holderId)
    return { name: partner.name, people: await adminsOf(manager, partner.id), partner }
  }
  if (holderKind === 'manager') {
    const { name } = await holderOfGrant(manager, { holderKind, holderId })
    const people = await adminsOf(manager, toBusinessId ?? businessId)
    return { name, people, ...(toBusinessId ? { partner: await getBusiness(manager, toBusinessId) } : {}) }
  }
  if (holderKind === 'team') {
    const team = await teamById(manager, holderId)
    return { name: `the team ${team.name}`, people: await membersOfTeam(manager, team.id) }
  }
  const person = (await peopleById(manager, [holderId])).get(holderId)!
  return { name: person.name, people: [person] }
}

function holderLetter(
  to: KnownPerson,
  business: Business,
  target: Target,
  grant: Grant,
  giver: KnownPerson | null,
  partner: Business | null,
): Letter {
  const whom = partner ? partner.name : 'you'
  return {
    to,
    subject: `${partner ? `The access of ${partner.name}` : 'Your access'} to ${target.name} ends on ${sayEnd(grant.until!, business.zone)}`,
    body: [
      `Dear ${to.name},`,
      `${business.name} lets ${whom} ${sayTarget(target, { ...termsOf(grant), from: null }, business.zone, grant.purpose)}. It ends by itself then; nothing has to be done.`,
      ...(giver ? [`If you still need it, ask ${giver.name} (${giver.address}).`] : []),
    ],
    button: partner
      ? {
          label: 'See all between you',
          leads: { to: 'page', path: `/${partner.number}/partners/${business.number}` },
        }
      : { label: 'See what you may do', leads: { to: 'page', path: '/my-access' } },
  }
}

function giverLetter(
  to: KnownPerson,
  business: Business,
  target: Target,
  grant: Grant,
  holder: string,
  now: Temporal.Instant,
): Letter {
  return {
    to,
    subject: `${holder} reaches ${target.name} until ${sayEnd(grant.until!, business.zone)}`,
    body: [
      `Dear ${to.name},`,
      `what ${to.id === grant.givenBy ? 'you' : business.name} gave ${holder} ends by itself ${sayAge(grant.until!, now)}: ${sayTarget(target, { ...termsOf(grant), from: null }, business.zone, grant.purpose)}. Extend it from your desk, or let it end.`,
    ],
    button: { label: 'Extend it, or let it end', leads: { to: 'page', path: `/${business.number}/desk` } },
  }
}
