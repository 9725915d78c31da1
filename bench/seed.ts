import type pg from 'pg'

export interface Seeded {
  /** Persons, each with the platform's name of an asset they hold a grant on. */
  readonly pairs: readonly { readonly person: string; readonly ref: string }[]
}

/** One business with people of ten grants each, on a hundredth as many assets as there are grants. */
export async function seedGrants(records: pg.Client, grants: number): Promise<Seeded> {
  const people = grants / 10
  const assets = Math.max(20, grants / 100)
  await records.query(`
    INSERT INTO person (id, name, password_hash, joined_at) SELECT gen_random_uuid(), 'Person ' || n, 'none', now() FROM generate_series(1, ${people}) n;
    INSERT INTO person_address SELECT 'person' || row_number() OVER () || '@ondaverde.example', id, now(), true FROM person;
    INSERT INTO business SELECT gen_random_uuid(), 'B-4815-1623-97', 'Ondaverde Ferries', 'Porto Verano', 'Europe/Lisbon', 'fig', now(), (SELECT id FROM person LIMIT 1), NULL, 14;
    INSERT INTO membership SELECT business.id, person.id, 'member', now(), NULL, NULL FROM business, person;
    INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by)
      SELECT gen_random_uuid(), 'A-' || n, business.id, 'ad-account', 'account-' || n, 'Account ' || n, 'marram', 'MA-' || n, now(), business.opened_by FROM business, generate_series(1, ${assets}) n;
    INSERT INTO access_grant (id, business_id, asset_id, person_id, tier, actions, hiding, from_at, given_at, given_by)
      SELECT gen_random_uuid(), asset.business_id, asset.id, person.id, 'run', '{}', '{revenue}', now() - interval '1 day', now(), asset.brought_in_by
      FROM (SELECT id, row_number() OVER () AS n FROM person) person, generate_series(1, 10) step
      JOIN LATERAL (SELECT 1) one ON true
      JOIN (SELECT id, business_id, brought_in_by, row_number() OVER () AS n FROM asset) asset ON true
      WHERE asset.n = (person.n * 7 + step * 13) % ${assets} + 1
      ON CONFLICT DO NOTHING;
    ANALYZE;`)
  const { rows } = await records.query<{ person: string; ref: string }>(
    `SELECT g.person_id AS person, a.platform_ref AS ref FROM access_grant g JOIN asset a ON a.id = g.asset_id ORDER BY random() LIMIT 500`,
  )
  return { pairs: rows }
}
