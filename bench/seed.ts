import { createHash, randomUUID } from 'node:crypto'
import { drawNumber } from '@famiglia/core'
import type pg from 'pg'

/** What a platform asks about: a person, an action, and the asset by the platform's own name for it. */
export interface Question {
  readonly person: string
  readonly action: string
  readonly kind: string
  readonly ref: string
}

/** One business with people of ten grants each, on a hundredth as many ad accounts as there are grants. */
export async function seedGrants(records: pg.Client, grants: number): Promise<Question[]> {
  const people = grants / 10
  const assets = Math.max(20, grants / 100)
  await seedBusiness(records, people)
  await records.query(`
    ${addAssets('ad-account', 'account', assets)};
    ${addGrants('person', 10)};`)
  return draw(records, `SELECT ${asked} FROM access_grant g JOIN asset a ON a.id = g.asset_id`)
}

/**
 * The same number of grants, woven: a third to persons, a third to teams of ten (everybody is in three), a third on
 * bundles (every asset is in two) and on analytics accounts, each of nine properties. Every question is answered through
 * a team, a bundle or what holds the asset, never through a grant of the person's own on the asset itself.
 */
export async function seedWoven(records: pg.Client, grants: number): Promise<Question[]> {
  const people = grants / 10
  const assets = Math.max(20, grants / 100)
  await seedBusiness(records, people)
  await records.query(`
    ${addAssets('ad-account', 'account', assets / 2)};
    ${addAssets('analytics-account', 'web', assets / 20)};
    ${addAssets('property', 'site', (assets / 20) * 9)};
    WITH holds AS (SELECT id, row_number() OVER (ORDER BY id) AS n FROM asset WHERE kind = 'analytics-account'),
      site AS (SELECT id, row_number() OVER (ORDER BY id) AS n FROM asset WHERE kind = 'property')
      UPDATE asset SET inside_id = holds.id FROM site, holds WHERE asset.id = site.id AND holds.n = (site.n - 1) / 9 + 1;
    INSERT INTO team (id, business_id, handle, name) SELECT gen_random_uuid(), business.id, 'team-' || n, 'Team ' || n
      FROM business, generate_series(1, ${Math.ceil((people * 3) / 10)}) n;
    INSERT INTO team_member (team_id, person_id, since) SELECT team.id, person.id, now()
      FROM ${numbered('person')} JOIN generate_series(0, 2) step ON true
      JOIN ${numbered('team')} ON team.n = (person.n + step * 37) % (SELECT count(*) FROM team) + 1 ON CONFLICT DO NOTHING;
    INSERT INTO bundle (id, business_id, handle, name, made_at) SELECT gen_random_uuid(), business.id, 'bundle-' || n, 'Bundle ' || n, now()
      FROM business, generate_series(1, ${assets / 5}) n;
    INSERT INTO bundle_asset (bundle_id, asset_id, since) SELECT bundle.id, asset.id, now()
      FROM ${numbered('asset')} JOIN generate_series(0, 1) step ON true
      JOIN ${numbered('bundle')} ON bundle.n = (asset.n + step * 5) % (SELECT count(*) FROM bundle) + 1 ON CONFLICT DO NOTHING;
    ${addGrants('person', 4, `WHERE kind <> 'property'`)};
    ${addGrants('team', 10, `WHERE kind <> 'property'`)};
    ${addGrants('person', 3, '', 'bundle')};`)
  const own = `EXISTS (SELECT FROM access_grant mine WHERE mine.target_id = a.id AND mine.holder_id = p.id)`
  const through = (from: string, limit = 170) =>
    `(SELECT p.id AS person, a.kind, a.platform_ref AS ref ${from} AND NOT ${own} ORDER BY random() LIMIT ${limit})`
  return draw(
    records,
    `SELECT person, kind, ref FROM (
      ${through(`FROM access_grant g JOIN team_member m ON m.team_id = g.holder_id JOIN person p ON p.id = m.person_id JOIN asset a ON a.id = g.asset_id WHERE true`)} UNION ALL
      ${through(`FROM access_grant g JOIN bundle_asset b ON b.bundle_id = g.bundle_id JOIN asset a ON a.id = b.asset_id JOIN person p ON p.id = g.holder_id WHERE true`)} UNION ALL
      ${through(`FROM access_grant g JOIN asset a ON a.inside_id = g.asset_id JOIN person p ON p.id = g.holder_id WHERE true`)}) question`,
  )
}

/**
 * An agency of so many people for so many clients: each client gives it every one of its ad accounts, and each of its
 * people is put on every fifth of all. Every question is answered through the agency, beneath the client's ceiling.
 */
export async function seedPartners(
  records: pg.Client,
  { clients, assets, people }: { clients: number; assets: number; people: number },
): Promise<Question[]> {
  await seedBusiness(records, people)
  await records.query(`
    INSERT INTO business (id, number, name, town, zone, cloth, opened_at, opened_by, proposal_days)
      SELECT gen_random_uuid(), 'B-client-' || n, 'Client ' || n, 'Tarnmouth', 'Europe/London', 'pine', now(), (SELECT opened_by
        FROM business WHERE number = 'B-4815-1623-97'), 14 FROM generate_series(1, ${clients}) n;
    INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
      SELECT gen_random_uuid(), 'A-' || business.number || '-' || n, business.id, 'ad-account', 'account-' || n, 'Account ' || n, 'marram',
        'MA-' || business.number || '-' || n, now(), business.opened_by, business.id, business.opened_by, now()
      FROM business, generate_series(1, ${assets}) n WHERE business.number LIKE 'B-client-%';
    INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, to_business_id, tier, actions, hiding, from_at, given_at, given_by)
      SELECT gen_random_uuid(), asset.business_id, asset.id, 'business', agency.id, agency.id, 'run', '{}', '{revenue}', now() - interval '1 day', now(), agency.opened_by
      FROM asset, business agency WHERE agency.number = 'B-4815-1623-97';
    INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by, upstream_id)
      SELECT gen_random_uuid(), agency.id, up.asset_id, 'person', person.id, 'steward', '{}', '{}', now() - interval '1 day', now(), agency.opened_by, up.id
      FROM business agency, ${numbered('person')}, (SELECT id, asset_id, row_number() OVER (ORDER BY asset_id) AS n FROM access_grant
        WHERE holder_kind = 'business') up
      WHERE agency.number = 'B-4815-1623-97' AND (up.n + person.n) % 5 = 0;`)
  return draw(
    records,
    `SELECT ${asked} FROM access_grant g JOIN asset a ON a.id = g.asset_id WHERE g.upstream_id IS NOT NULL`,
  )
}

/**
 * An agency's tree of manager accounts, four or six deep, with so many ad accounts of forty clients under the lowest, and so many
 * people, each put on a few manager accounts. Every question is answered through the tree, most of them over several levels.
 * Given a token, who is named first is an admin and signs in with it.
 */
export async function seedTree(
  records: pg.Client,
  { accounts, people, deep = 4 }: { readonly accounts: number; readonly people: number; readonly deep?: 4 | 6 },
  token: string | null = null,
): Promise<Question[]> {
  // So many hang under each; so many manager accounts there are down to the second level, the second but lowest, the lowest.
  const { each, upTo } = deep === 4 ? { each: 4, upTo: [5, 21, 85] } : { each: 2, upTo: [3, 31, 63] }
  const [top, middle, all] = upTo as [number, number, number]
  await seedBusiness(records, people)
  await records.query(`
    INSERT INTO business (id, number, name, town, zone, cloth, opened_at, opened_by, proposal_days)
      SELECT gen_random_uuid(), 'B-client-' || n, 'Client ' || n, 'Tarnmouth', 'Europe/London', 'pine', now(), (SELECT opened_by
        FROM business WHERE number = 'B-4815-1623-97'), 14 FROM generate_series(1, 40) n;
    INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by)
      SELECT gen_random_uuid(), 'A-m' || n, business.id, 'manager-account', 'm-' || n, 'Manager ' || n, 'marram', 'MA-m' || n, now(), business.opened_by
      FROM business, generate_series(1, ${all}) n WHERE business.number = 'B-4815-1623-97';
    INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
      SELECT gen_random_uuid(), 'A-a' || n, business.id, 'ad-account', 'account-' || n, 'Account ' || n, 'marram', 'MA-a' || n, now(), business.opened_by, business.id, business.opened_by, now()
      FROM generate_series(1, ${accounts}) n JOIN business ON business.number = 'B-client-' || (n % 40 + 1);
    ${linkUnder(`'m-' || ((substr(below.handle, 3)::integer + ${each - 2}) / ${each})`, "below.kind = 'manager-account' AND below.handle <> 'm-1'")};
    ${linkUnder(`'m-' || (${middle + 1} + substr(below.handle, 9)::integer % ${all - middle})`, "below.kind = 'ad-account'")};
    INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by)
      SELECT gen_random_uuid(), m.business_id, m.id, 'person', person.id, 'run', '{}', '{revenue}', now() - interval '1 day', now(), m.brought_in_by
      FROM ${numbered('person')} JOIN generate_series(0, 2) step ON true
        JOIN asset m ON m.handle = 'm-' || ((person.n * (step * 20 + 1)) % CASE step WHEN 0 THEN ${top} WHEN 1 THEN ${middle} ELSE ${all} END + 1)
      ON CONFLICT DO NOTHING;`)
  if (token) await seedToken(records, token)
  return draw(
    records,
    `WITH RECURSIVE under AS (SELECT g.holder_id AS person, g.asset_id AS id FROM access_grant g JOIN asset m ON m.id = g.asset_id
        WHERE g.holder_kind = 'person' AND m.kind = 'manager-account'
      UNION SELECT under.person, link.asset_id FROM under JOIN access_grant link ON link.holder_kind = 'manager' AND link.holder_id = under.id)
     SELECT under.person, a.kind, a.platform_ref AS ref FROM under JOIN asset a ON a.id = under.id WHERE a.kind = 'ad-account'`,
  )
}

/** Links what meets a condition under the manager account of a handle. */
const linkUnder = (handle: string, condition: string) => `
  INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, to_business_id, tier, actions, hiding, from_at, given_at, given_by)
    SELECT gen_random_uuid(), below.business_id, below.id, 'manager', above.id, CASE WHEN above.business_id <> below.business_id
      THEN above.business_id END, 'run', '{}', '{}', now() - interval '1 day', now(), below.brought_in_by
    FROM asset below JOIN asset above ON above.handle = ${handle} WHERE ${condition}`

/** Makes who is named first an admin of the first business, with this secret as a token. */
async function seedToken(records: pg.Client, token: string): Promise<void> {
  await records.query(`UPDATE membership SET standing = 'admin' FROM business WHERE business.id = business_id
    AND business.number = 'B-4815-1623-97' AND person_id = opened_by`)
  await records.query(
    `INSERT INTO session (id, person_id, kind, name, secret_hash, unattended, begun_at, expires_at)
       SELECT gen_random_uuid(), opened_by, 'token', 'bench', $1, false, now(), now() + interval '1 day' FROM business WHERE number = 'B-4815-1623-97'`,
    [createHash('sha256').update(token).digest('hex')],
  )
}

/** In the same world, accounts of the agency's own with direct grants: what deciding through clients is held against. */
export async function seedDirect(records: pg.Client): Promise<Question[]> {
  await records.query(`
    INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
      SELECT gen_random_uuid(), 'A-own-' || n, business.id, 'ad-account', 'own-' || n, 'Own ' || n, 'marram', 'MA-own-' || n, now(), business.opened_by, business.id, business.opened_by, now()
      FROM business, generate_series(1, 50) n WHERE business.number = 'B-4815-1623-97';
    INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by)
      SELECT gen_random_uuid(), asset.business_id, asset.id, 'person', person.id, 'run', '{}', '{revenue}', now() - interval '1 day', now(), asset.brought_in_by
      FROM asset, person WHERE asset.number LIKE 'A-own-%';`)
  return draw(
    records,
    `SELECT ${asked} FROM access_grant g JOIN asset a ON a.id = g.asset_id WHERE a.number LIKE 'A-own-%'`,
  )
}

/** A grid of persons and assets, ten grants each, and twenty teams; who is named first is an admin with this secret as a token. */
export async function seedGrid(records: pg.Client, people: number, assets: number, token: string): Promise<void> {
  await seedBusiness(records, people)
  await records.query(`
    ${addAssets('ad-account', 'account', assets)};
    INSERT INTO team (id, business_id, handle, name) SELECT gen_random_uuid(), business.id, 'team-' || n, 'Team ' || n FROM business, generate_series(1, 20) n;
    INSERT INTO team_member (team_id, person_id, since) SELECT team.id, person.id, now() FROM ${numbered('person')}
      JOIN ${numbered('team')} ON team.n = person.n % 20 + 1;
    ${addGrants('person', 10)};
    ${addGrants('team', 10)};`)
  await seedToken(records, token)
}

/**
 * So many businesses of thirty people and so many ad accounts each, with ten admins who each have a token that works
 * unattended. Returns the tokens and each one's business.
 */
export async function seedWriters(
  records: pg.Client,
  businesses: number,
  accounts = 10,
): Promise<{ readonly token: string; readonly business: string }[]> {
  const writers: { token: string; business: string }[] = []
  for (let which = 0; which < businesses; which++) {
    const business = drawNumber('B', which + 11_000_000)
    await records.query(`
      INSERT INTO person (id, name, password_hash, joined_at) SELECT gen_random_uuid(), 'Writer ${which} ' || n, 'none', now() FROM generate_series(1, 30) n;
      INSERT INTO person_address (address, person_id, verified_at, main) SELECT lower(replace(name, ' ', '-')) || '@ondaverde.example', id,
        now(), true FROM person WHERE name LIKE 'Writer ${which} %';
      INSERT INTO business (id, number, name, town, zone, cloth, opened_at, opened_by, proposal_days)
        SELECT gen_random_uuid(), '${business}', 'Business ${which}', 'Porto Verano', 'Europe/Lisbon', 'fig', now(), (SELECT id FROM person
          WHERE name = 'Writer ${which} 1'), 14;
      INSERT INTO membership (business_id, person_id, standing, since) SELECT business.id, person.id,
        CASE WHEN person.name ~ ' (10|[1-9])$' THEN 'admin' ELSE 'member' END, now()
        FROM business, person WHERE business.number = '${business}' AND person.name LIKE 'Writer ${which} %';
      INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
        SELECT gen_random_uuid(), 'A-${which}-' || n, business.id, 'ad-account', 'account-' || n, 'Account ' || n, 'marram',
          'MA-${which}-' || n, now(), business.opened_by, business.id, business.opened_by, now()
        FROM business, generate_series(1, ${accounts}) n WHERE business.number = '${business}';`)
    for (let admin = 1; admin <= 10; admin++) {
      const token = `famt_${randomUUID()}`
      await records.query(
        `INSERT INTO session (id, person_id, kind, name, secret_hash, unattended, begun_at, expires_at)
         SELECT gen_random_uuid(), id, 'token', 'bench', $1, true, now(), now() + interval '1 day' FROM person WHERE name = $2`,
        [createHash('sha256').update(token).digest('hex'), `Writer ${which} ${admin}`],
      )
      writers.push({ token, business })
    }
  }
  return writers
}

async function seedBusiness(records: pg.Client, people: number): Promise<void> {
  await records.query(`
    INSERT INTO person (id, name, password_hash, joined_at) SELECT gen_random_uuid(), 'Person ' || n, 'none', now() FROM generate_series(1, ${people}) n;
    INSERT INTO person_address (address, person_id, verified_at, main) SELECT 'person' || row_number() OVER () || '@ondaverde.example', id,
      now(), true FROM person;
    INSERT INTO business (id, number, name, town, zone, cloth, opened_at, opened_by, proposal_days)
      SELECT gen_random_uuid(), 'B-4815-1623-97', 'Ondaverde Ferries', 'Porto Verano', 'Europe/Lisbon', 'fig', now(), (SELECT id FROM person
        ORDER BY id LIMIT 1), 14;
    INSERT INTO membership (business_id, person_id, standing, since) SELECT business.id, person.id, 'member', now() FROM business, person;`)
}

const numbered = (table: string) => `(SELECT *, row_number() OVER (ORDER BY id) AS n FROM ${table}) ${table}`

const addAssets = (kind: string, handle: string, count: number) => `
  INSERT INTO asset (id, number, business_id, kind, handle, name, platform, platform_ref, brought_in_at, brought_in_by, payer_id, answering_id, paid_since)
    SELECT gen_random_uuid(), 'A-${handle}-' || n, business.id, '${kind}', '${handle}-' || n, '${handle} ' || n, 'marram',
      'MA-${handle}-' || n, now(), business.opened_by, paying.id, paying.opened_by, paying.opened_at FROM business
    LEFT JOIN business paying ON paying.id = business.id AND '${kind}' = 'ad-account', generate_series(1, ${count}) n`

/** So many grants of \`run\` to each holder, spread evenly over the targets. */
const addGrants = (holder: 'person' | 'team', each: number, where = '', target: 'asset' | 'bundle' = 'asset') => `
  INSERT INTO access_grant (id, business_id, ${target}_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by)
    SELECT gen_random_uuid(), business.id, target.id, '${holder}', holder.id, 'run', '{}', '{revenue}', now() - interval '1 day', now(), business.opened_by
    FROM business, (SELECT id, row_number() OVER (ORDER BY id) AS n FROM ${holder}) holder
    JOIN generate_series(1, ${each}) step ON true
    JOIN (SELECT count(*) AS all FROM ${target} ${where}) counted ON true
    JOIN (SELECT id, row_number() OVER (ORDER BY id) AS n FROM ${target} ${where}) target
      ON target.n = (holder.n * 7 + step * 13) % counted.all + 1
    ON CONFLICT DO NOTHING`

const asked = 'g.holder_id AS person, a.kind, a.platform_ref AS ref'

/** What tier \`run\` allows on each kind. */
const actions: Record<string, string> = {
  'ad-account': 'ads.publish',
  'analytics-account': 'analysis.make',
  property: 'analysis.make',
}

async function draw(records: pg.Client, query: string): Promise<Question[]> {
  const { rows } = await records.query<{ person: string; kind: string; ref: string }>(
    `${query} ORDER BY random() LIMIT 2000`,
  )
  return rows.map(row => ({ ...row, action: actions[row.kind]! }))
}
