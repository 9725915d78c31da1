/** By whom something reaches a person, in SQL: themselves and their teams. */
export function selfAndTeams(person: string): string {
  return `ARRAY[${person}] || ARRAY(SELECT mine.team_id FROM team_member mine WHERE mine.person_id = ${person})`
}

/** And the businesses they work for, of which admins have what the business was given. */
export function holdersFor(person: string): string {
  return `${selfAndTeams(person)} || ARRAY(SELECT works.business_id FROM membership works WHERE works.person_id = ${person})`
}

/** The people whom a grant to a person or a team reaches, in SQL: one row for each, as `reached.person_id`. */
export function peopleReached(grant: string): string {
  return `CROSS JOIN LATERAL (SELECT ${grant}.holder_id AS person_id WHERE ${grant}.holder_kind = 'person'
    UNION ALL SELECT joined.person_id FROM team_member joined WHERE joined.team_id = ${grant}.holder_id AND ${grant}.holder_kind = 'team') reached`
}
