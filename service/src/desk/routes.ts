import { mayInBusiness } from '@famiglia/core'
import { array, object, string } from 'yup'
import type { Room } from '../base/room.ts'
import type { House } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'

const soonDays = 30
const most = 50

const desk = object({
  waiting: array(
    object({
      proposal: string().required(),
      to: string().required(),
      assets: array(string().required()).required(),
      openedAt: instantOut.required(),
      lapsesAt: instantOut.required(),
      by: string().required(),
    }),
  )
    .required()
    .meta({ description: 'Sent, and not answered yet.' }),
  received: array(
    object({
      proposal: string().required(),
      from: string().required(),
      business: string().required(),
      assets: array(string().required()).required(),
      openedAt: instantOut.required(),
      lapsesAt: instantOut.required(),
    }),
  )
    .required()
    .meta({ description: 'Waits for your answer.' }),
  ending: array(
    object({
      grant: string().required(),
      person: string().required(),
      personId: string().required(),
      asset: string().required(),
      kind: string().required(),
      handle: string().required(),
      until: instantOut.required(),
    }),
  )
    .required()
    .meta({ description: `Ends within ${soonDays} days.` }),
  unfinished: array(
    object({
      personId: string().required(),
      person: string().required(),
      address: string().required(),
      since: instantOut.required(),
      lacks: string().oneOf(['assets', 'second proof']).required(),
    }),
  ).required(),
}).meta({ id: 'Desk' })

const sent = `SELECT proposal.id AS proposal, proposal.to_address AS "to", proposal.opened_at AS "openedAt", proposal.lapses_at AS "lapsesAt", sender.name AS by,
  ARRAY(SELECT asset.name FROM proposal_item item JOIN asset ON asset.id = item.asset_id WHERE item.proposal_id = proposal.id ORDER BY asset.name) AS assets
  FROM proposal JOIN person sender ON sender.id = proposal.sent_by WHERE proposal.business_id = $1 AND proposal.state = 'open' AND proposal.lapses_at > $2 AND ($3 OR proposal.sent_by = $4) ORDER BY proposal.opened_at LIMIT ${most}`

const received = `SELECT proposal.id AS proposal, sender.name AS "from", business.name AS business, proposal.opened_at AS "openedAt", proposal.lapses_at AS "lapsesAt",
  ARRAY(SELECT asset.name FROM proposal_item item JOIN asset ON asset.id = item.asset_id WHERE item.proposal_id = proposal.id ORDER BY asset.name) AS assets
  FROM person_address mine JOIN proposal ON proposal.to_address = mine.address AND proposal.state = 'open' AND proposal.lapses_at > $2 JOIN person sender ON sender.id = proposal.sent_by
  JOIN business ON business.id = proposal.business_id WHERE mine.person_id = $1 ORDER BY proposal.opened_at LIMIT ${most}`

const ending = `SELECT g.id AS grant, person.name AS person, person.id AS "personId", asset.name AS asset, asset.kind, asset.handle, g.until_at AS until FROM access_grant g JOIN person ON person.id = g.person_id JOIN asset ON asset.id = g.asset_id
  WHERE g.business_id = $1 AND g.ended_at IS NULL AND g.until_at > $2 AND g.until_at <= $3 ORDER BY g.until_at LIMIT ${most}`

const unfinished = `SELECT person.id AS "personId", person.name AS person, main.address, membership.since, CASE WHEN membership.standing = 'member' AND held.count = 0 THEN 'assets' ELSE 'second proof' END AS lacks
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
  CROSS JOIN LATERAL (SELECT count(*) FROM access_grant g WHERE g.person_id = person.id AND g.business_id = $1 AND g.ended_at IS NULL) held
  WHERE membership.business_id = $1 AND (person.totp_sealed IS NULL OR (membership.standing = 'member' AND held.count = 0)) ORDER BY membership.since LIMIT ${most}`

/** The desk: what waits, what runs out, what is unfinished. */
export async function deskRoutes(app: House, room: Room): Promise<void> {
  app.get(
    '/v1/businesses/:business/desk',
    {
      schema: {
        tags: ['desk'],
        summary: 'What waits for somebody, runs out or is unfinished',
        params: businessParam,
        response: { 200: desk },
      },
    },
    async request => {
      const acting = await actingFor(room.database, request)
      const now = room.clock.now()
      const admin = mayInBusiness(acting.standing, 'invite')
      const [waitingRows, receivedRows, endingRows, unfinishedRows] = await Promise.all([
        room.database.query(sent, [acting.id, now.toString(), admin, acting.live.person]),
        room.database.query(received, [acting.live.person, now.toString()]),
        admin
          ? room.database.query(ending, [acting.id, now.toString(), now.add({ hours: soonDays * 24 }).toString()])
          : [],
        admin ? room.database.query(unfinished, [acting.id]) : [],
      ])
      return { waiting: waitingRows, received: receivedRows, ending: endingRows, unfinished: unfinishedRows }
    },
  )
}
