import { noticesDue, sayAge, sayEnd, Temporal } from '@famiglia/core'
import type { Room } from '../base/room.ts'
import type { Letter } from '../mail/letter.ts'
import { targetsById, type Target } from '../assets/targets.ts'
import { adminsOf, businesses, type Business } from '../businesses/records.ts'
import { grants, type Grant } from '../grants/records.ts'
import { sayWords } from '../grants/tellLevel.ts'
import { between } from '../history/append.ts'
import { peopleById, type KnownPerson } from '../people/records.ts'
import { membersOfTeam, teams } from '../teams/records.ts'

const atOnce = 200

/** Grants that end within a fortnight and whose holders were told less often than is due. */
const due = `
  SELECT id FROM access_grant WHERE ended_at IS NULL AND until_at > $1
    AND ((until_at <= $1::timestamptz + interval '14 days' AND notices < 1) OR (until_at <= $1::timestamptz + interval '7 days' AND notices < 2) OR (until_at <= $1::timestamptz + interval '1 day' AND notices < 3))
  ORDER BY until_at LIMIT ${atOnce}`

/** Tells holder and giver 14, 7 and 1 days before access ends by itself. Looked for every few minutes; late ones go out once. */
export function tellRunningOut(room: Room): () => Promise<void> {
  return async () => {
    const rows = (await room.database.query(due, [room.clock.now().toString()])) as { id: string }[]
    for (const { id } of rows) await tell(room, id)
  }
}

async function tell(room: Room, id: string): Promise<void> {
  const { businessId, partnerId } = await room.database.manager.findOneByOrFail(grants, { id })
  await room.change(null, { businesses: [businessId, partnerId ?? businessId] }, async change => {
    const grant = await change.manager.findOneByOrFail(grants, { id })
    const wanted = grant.until ? noticesDue(grant.until, change.now) : 0
    const business = await change.manager.findOneByOrFail(businesses, { id: businessId })
    const target = (await targetsById(change.manager, [grant.targetId!])).get(grant.targetId!)!
    const { name, people, partner } = await whoHolds(change.manager, grant)
    const entry = {
      ...(partner ? between(business, partner) : { chain: businessId }),
      by: null,
      ...(grant.assetId ? { asset: grant.assetId } : {}),
      ...(grant.personId ? { about: grant.personId } : {}),
    }
    if (grant.endedAt || wanted <= grant.notices)
      return change.record({
        ...entry,
        what: 'grant.looked-at',
        sentence: `${name} had been told of the end on ${target.name} already.`,
      })
    await change.manager.update(grants, { id }, { notices: wanted })
    const giver = (await peopleById(change.manager, [grant.givenBy])).get(grant.givenBy)!
    const end = sayEnd(grant.until!, business.zone)
    await change.record({
      ...entry,
      what: 'grant.running-out',
      sentence: `${name} and ${giver.name} were told that ${name} reaches ${target.name} until ${end}.`,
      data: { grant: id },
    })
    for (const person of people)
      await change.mail(holderLetter(person, business, target, grant, giver, partner ?? null))
    await change.mail(giverLetter(giver, business, target, grant, name, change.now))
  })
}

async function whoHolds(
  manager: Parameters<typeof peopleById>[0],
  grant: Grant,
): Promise<{ name: string; people: readonly KnownPerson[]; partner?: Business }> {
  if (grant.partnerId) {
    const partner = await manager.findOneByOrFail(businesses, { id: grant.partnerId })
    return { name: partner.name, people: await adminsOf(manager, partner.id), partner }
  }
  if (grant.teamId) {
    const team = await manager.findOneByOrFail(teams, { id: grant.teamId })
    return { name: `the team ${team.name}`, people: await membersOfTeam(manager, team.id) }
  }
  const person = (await peopleById(manager, [grant.personId!])).get(grant.personId!)!
  return { name: person.name, people: [person] }
}

function holderLetter(
  to: KnownPerson,
  business: Business,
  target: Target,
  grant: Grant,
  giver: KnownPerson,
  partner: Business | null,
): Letter {
  const whom = partner ? partner.name : 'you'
  return {
    to,
    subject: `${partner ? `The access of ${partner.name}` : 'Your access'} to ${target.name} ends on ${sayEnd(grant.until!, business.zone)}`,
    body: [
      `Dear ${to.name},`,
      `${business.name} lets ${whom} ${sayWords(grant, [target.name], business.zone)}. It ends by itself then; nothing has to be done.`,
      `If you still need it, ask ${giver.name} (${giver.address}).`,
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
      `what you gave ${holder} ends by itself ${sayAge(grant.until!, now)}: ${sayWords(grant, [target.name], business.zone)}. Prolong it from your desk, or let it end.`,
    ],
    button: { label: 'Prolong it, or let it end', leads: { to: 'page', path: `/${business.number}/desk` } },
  }
}
