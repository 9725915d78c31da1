import { hasSecondStep } from '../people/queries.ts'
import { isAddress } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { isIdText } from '../base/id-text.ts'
import { Problem } from '../base/problem.ts'

export interface MemberRow {
  id: string
  name: string
  address: string
  standing: string
  since: Date
  invitedBy: string | null
  secondProof: boolean
  paused: boolean
  frozen: boolean
  teams: { handle: string; name: string }[]
  assets: number
}

/** The members of a business, in SQL, by its id as $1; more conditions may follow. */
export const members = `
  SELECT person.id, person.name, main.address, membership.standing, membership.since, inviter.name AS "invitedBy", ${hasSecondStep('person')} AS "secondProof",
    membership.paused_at IS NOT NULL AS paused, membership.frozen_at IS NOT NULL AS frozen,
    (SELECT coalesce(json_agg(json_build_object('handle', team.handle, 'name', team.name) ORDER BY team.name), '[]') FROM team_member
      JOIN team ON team.id = team_member.team_id WHERE team_member.person_id = person.id AND team.business_id = membership.business_id) AS teams,
    (SELECT count(DISTINCT g.target_id)::integer FROM access_grant g WHERE g.holder_kind = 'person' AND g.holder_id = person.id
      AND g.business_id = membership.business_id AND g.ended_at IS NULL) AS assets
  FROM membership JOIN person ON person.id = membership.person_id JOIN person_address main ON main.person_id = person.id AND main.main
    LEFT JOIN person inviter ON inviter.id = membership.invited_by
  WHERE membership.business_id = $1`

/** A member of the acting business; anybody else answers as nobody. */
export async function getMember(
  manager: EntityManager,
  acting: { readonly id: string; readonly name: string },
  named: string,
): Promise<MemberRow> {
  const wanted = named.toLowerCase()
  if (!isIdText(wanted) && !isAddress(wanted))
    throw new Problem(
      'address.invalid',
      `“${named}” is not an e-mail address. A colleague is named by theirs, or by the whole name.`,
    )
  const condition = isIdText(wanted)
    ? 'person.id = $2::uuid'
    : 'person.id = (SELECT person_id FROM person_address WHERE address = $2)'
  const [row] = (await manager.query(`${members} AND ${condition}`, [acting.id, wanted])) as MemberRow[]
  if (row) return row
  throw new Problem(
    'person.unknown',
    `${isIdText(wanted) ? 'Nobody of that id' : named} works for ${acting.name}.`.replace(
      /^([^ ]+@[^ ]+) works/,
      '$1 does not work',
    ),
  )
}
