import type { MigrationInterface, QueryRunner } from 'typeorm'

const ms = (column: string) => `(date_part('epoch', ${column}) * 1000)`

/** A business can be closed: nothing of it and nothing to it counts then, and it is still read. */
const statements = [
  `ALTER TABLE business RENAME COLUMN paused_at TO closed_at`,
  `ALTER TABLE business ADD closed_by uuid REFERENCES person, ADD over_at timestamptz`,
  `CREATE INDEX business_closed ON business (closed_at) WHERE closed_at IS NOT NULL AND over_at IS NULL`,

  // They fetch facts and hold no rule.
  `CREATE OR REPLACE FUNCTION facts_business(wanted uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (SELECT json_build_object('id', b.id, 'number', b.number, 'name', b.name, 'zone', b.zone, 'closed', b.closed_at IS NOT NULL) FROM business b WHERE b.id = wanted); END $$`,
  `CREATE OR REPLACE FUNCTION facts_holder(kind text, holder uuid, member uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    IF kind = 'team' THEN RETURN (SELECT json_build_object('kind', 'team', 'id', t.id, 'name', t.name,
      'since', (SELECT ${ms('m.since')} FROM team_member m WHERE m.team_id = t.id AND m.person_id = member)) FROM team t WHERE t.id = holder); END IF;
    IF kind = 'person' THEN RETURN (SELECT json_build_object('kind', 'person', 'id', p.id, 'name', p.name) FROM person p WHERE p.id = holder); END IF;
    IF kind = 'manager' THEN RETURN (SELECT json_build_object('kind', 'manager', 'id', a.id, 'number', a.number, 'name', a.name, 'business', a.business_id)
      FROM asset a WHERE a.id = holder); END IF;
    RETURN (SELECT json_build_object('kind', 'business', 'id', b.id, 'number', b.number, 'name', b.name, 'closed', b.closed_at IS NOT NULL) FROM business b WHERE b.id = holder); END $$`,
  `CREATE OR REPLACE FUNCTION facts_links(lowest uuid, asking uuid, holders uuid[]) RETURNS json LANGUAGE plpgsql STABLE AS $$
    DECLARE ways uuid[]; gathering uuid[]; bundled uuid[];
    BEGIN
      WITH RECURSIVE up AS (
          SELECT g.id, g.holder_id AS manager, 1 AS depth FROM access_grant g WHERE g.target_id = lowest AND g.holder_kind = 'manager'
          UNION ALL SELECT g.id, g.holder_id, up.depth + 1 FROM up JOIN access_grant g ON g.target_id = up.manager AND g.holder_kind = 'manager' WHERE up.depth < 7)
        SELECT array_agg(DISTINCT up.id), array_agg(DISTINCT up.manager) INTO ways, gathering FROM up;
      bundled := ARRAY(SELECT b.bundle_id FROM bundle_asset b WHERE b.asset_id = ANY (gathering));
      RETURN json_build_object(
        'links', (SELECT json_agg(ARRAY[g.id::text, g.target_id::text, below.name, below.kind, g.holder_id::text,
            CASE WHEN g.business_id <> below.business_id THEN facts_business(g.business_id)::text END, g.tier, array_to_string(g.actions, ' '), array_to_string(g.hiding, ' '),
            ${ms('g.from_at')}::text, ${ms('g.until_at')}::text, ${ms('g.ended_at')}::text, g.may_pass_on::text, giving.name,
            (g.to_business_id IS NOT NULL AND EXISTS (SELECT FROM partner_freeze f WHERE f.giver_id = g.business_id AND f.holder_id = g.to_business_id))::text,
            (g.frozen_at IS NOT NULL)::text] ORDER BY g.given_at, g.id)
          FROM access_grant g JOIN asset below ON below.id = g.target_id JOIN person giving ON giving.id = g.given_by WHERE g.id = ANY (ways)),
        'managers', (SELECT json_agg(ARRAY[a.id::text, a.number, a.handle, a.name, (a.archived_at IS NOT NULL)::text, (a.frozen_at IS NOT NULL)::text, b.id::text, b.number, b.name, b.zone,
            (b.closed_at IS NOT NULL)::text, EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = asking AND f.business_id = a.business_id)::text])
          FROM asset a JOIN business b ON b.id = a.business_id WHERE a.id = ANY (gathering)),
        'grants', (SELECT json_agg(json_build_object('target', g.target_id, 'id', g.id,
            'holder', CASE WHEN g.holder_kind <> 'person' THEN facts_holder(g.holder_kind, g.holder_id, asking) END,
            'on', CASE WHEN g.bundle_id IS NOT NULL THEN facts_target(g.asset_id, g.bundle_id) END, 'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding,
            'giver', CASE WHEN g.upstream_id IS NOT NULL THEN facts_business(g.business_id) END,
            'from', ${ms('g.from_at')}, 'until', ${ms('g.until_at')}, 'ended', ${ms('g.ended_at')}, 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on,
            'frozen', g.holder_kind = 'business' AND facts_frozen(g.business_id, g.holder_id), 'givenBy', giving.name, 'purpose', g.purpose,
            'above', CASE WHEN g.upstream_id IS NOT NULL AND g.holder_kind = 'business' THEN facts_upstream(g.upstream_id, g.target_id, NULL) END) ORDER BY g.given_at, g.id)
          FROM access_grant g JOIN person giving ON giving.id = g.given_by WHERE g.holder_id = ANY (holders) AND g.target_id = ANY (gathering || bundled)),
        'bundled', CASE WHEN bundled <> '{}' THEN (SELECT json_agg(json_build_array(b.bundle_id, b.asset_id)) FROM bundle_asset b WHERE b.asset_id = ANY (gathering)) END);
    END $$`,
]

export class Closing1796500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
