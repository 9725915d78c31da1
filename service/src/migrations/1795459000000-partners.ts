import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Risk: none, it adds tables, columns and small indexes, and replaces two functions that fetch facts. */
export class Partners1795459000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const ms = (column: string) => `(date_part('epoch', ${column}) * 1000)`

const statements = [
  `ALTER TABLE business ADD offers_at_once boolean NOT NULL DEFAULT false, ADD trustee_id uuid REFERENCES business`,
  `CREATE INDEX business_trustee ON business (trustee_id) WHERE trustee_id IS NOT NULL`,

  `ALTER TABLE proposal ADD to_business_id uuid REFERENCES business, ADD wanted text, ADD granted text, ADD contact text, ADD to_named boolean NOT NULL DEFAULT true, ADD takes_chair boolean NOT NULL DEFAULT false`,
  `ALTER TABLE proposal_item ADD may_pass_on boolean NOT NULL DEFAULT false`,
  `CREATE INDEX proposal_to_business ON proposal (to_business_id, state, opened_at DESC, id) WHERE to_business_id IS NOT NULL`,
  `CREATE UNIQUE INDEX proposal_one_offer ON proposal (business_id, to_business_id) WHERE state = 'open' AND kind = 'offer'`,
  `CREATE UNIQUE INDEX proposal_one_ask ON proposal (business_id, to_business_id, wanted) WHERE state = 'open' AND kind = 'ask' AND to_business_id IS NOT NULL`,

  `CREATE INDEX access_grant_partner ON access_grant (partner_id, business_id) WHERE partner_id IS NOT NULL`,
  `CREATE INDEX access_grant_upstream ON access_grant (upstream_id) WHERE upstream_id IS NOT NULL`,

  // Who looked up which number, for the limit and for the trace.
  `CREATE TABLE look_up (person_id uuid NOT NULL REFERENCES person, at timestamptz NOT NULL, business_id uuid NOT NULL REFERENCES business, number text NOT NULL, found boolean NOT NULL, PRIMARY KEY (person_id, at, number))`,
  `CREATE INDEX look_up_by_business ON look_up (business_id, number)`,
  // A freeze of what one business gave another: each side sets and lifts its own.
  `CREATE TABLE partner_freeze (giver_id uuid NOT NULL REFERENCES business, holder_id uuid NOT NULL REFERENCES business, by_id uuid NOT NULL REFERENCES business,
    frozen_at timestamptz NOT NULL, frozen_by uuid NOT NULL REFERENCES person, PRIMARY KEY (giver_id, holder_id, by_id))`,
  // A freeze of one of a partner's people, on all assets of the business that set it.
  `CREATE TABLE outside_freeze (person_id uuid NOT NULL REFERENCES person, business_id uuid NOT NULL REFERENCES business, frozen_at timestamptz NOT NULL, frozen_by uuid NOT NULL REFERENCES person,
    PRIMARY KEY (person_id, business_id))`,
  `CREATE TABLE calling_card (business_id uuid PRIMARY KEY REFERENCES business, introduction text NOT NULL, contact text NOT NULL, purposes jsonb NOT NULL, published_at timestamptz NOT NULL)`,

  `CREATE INDEX history_partners ON history USING gin ((entry->'data'->'partners')) WHERE entry->'data' ? 'partners'`,

  `CREATE OR REPLACE FUNCTION facts_holder(wanted_team uuid, wanted_partner uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    IF wanted_team IS NOT NULL THEN RETURN (SELECT json_build_object('kind', 'team', 'id', t.id, 'name', t.name) FROM team t WHERE t.id = wanted_team); END IF;
    RETURN (SELECT json_build_object('kind', 'business', 'id', b.id, 'number', b.number, 'name', b.name) FROM business b WHERE b.id = wanted_partner); END $$`,
  `DROP FUNCTION facts_upstream(uuid)`,
  `CREATE FUNCTION facts_upstream(lowest uuid, wanted uuid, outer_asset uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (WITH RECURSIVE link AS (
        SELECT g.*, 1 AS depth FROM access_grant g WHERE g.id = lowest
        UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3)
      SELECT json_agg(json_build_object('id', g.id, 'giver', facts_business(g.business_id), 'holder', facts_holder(g.team_id, g.partner_id), 'on', facts_target(g.asset_id, g.bundle_id),
        'holdsAsset', g.target_id = wanted OR coalesce(g.target_id = outer_asset, false) OR EXISTS (SELECT FROM bundle_asset b WHERE b.bundle_id = g.target_id AND b.asset_id IN (wanted, outer_asset)),
        'frozen', facts_frozen(g.business_id, g.partner_id),
        'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', ${ms('g.from_at')}, 'until', ${ms('g.until_at')},
        'ended', ${ms('g.ended_at')}, 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on, 'givenBy', (SELECT p.name FROM person p WHERE p.id = g.given_by), 'purpose', g.purpose))
      FROM link g); END $$`,
  `CREATE FUNCTION facts_frozen(giver uuid, holder uuid) RETURNS boolean LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN EXISTS (SELECT FROM partner_freeze f WHERE f.giver_id = giver AND f.holder_id = holder); END $$`,
]
