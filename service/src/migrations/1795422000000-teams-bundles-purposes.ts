import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Risk: the two generated columns rewrite `access_grant` and `proposal_item` under a lock, a few seconds for a million
 * rows. All else adds tables and columns.
 */
export class TeamsBundlesPurposes1795422000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  `ALTER TABLE membership ADD frozen_at timestamptz`,
  `ALTER TABLE asset ADD frozen_at timestamptz`,
  `CREATE INDEX asset_inside ON asset (inside_id) WHERE inside_id IS NOT NULL`,
  `ALTER TABLE team ADD made_at timestamptz NOT NULL DEFAULT now(), ADD dissolved_at timestamptz, DROP CONSTRAINT team_business_id_handle_key`,
  `CREATE UNIQUE INDEX team_handle ON team (business_id, handle) WHERE dissolved_at IS NULL`,
  `CREATE TABLE bundle (
    id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, handle text NOT NULL, name text NOT NULL, kinds text[] CHECK (cardinality(kinds) > 0), made_at timestamptz NOT NULL,
    CONSTRAINT bundle_handle UNIQUE (business_id, handle))`,
  `CREATE TABLE bundle_asset (bundle_id uuid NOT NULL REFERENCES bundle, asset_id uuid NOT NULL REFERENCES asset, since timestamptz NOT NULL, PRIMARY KEY (bundle_id, asset_id))`,
  `CREATE INDEX bundle_asset_asset ON bundle_asset (asset_id)`,
  `CREATE TABLE tie (
    one_id uuid NOT NULL REFERENCES asset, other_id uuid NOT NULL REFERENCES asset, tied_at timestamptz NOT NULL, tied_by uuid NOT NULL REFERENCES person, PRIMARY KEY (one_id, other_id), CHECK (one_id < other_id))`,
  `CREATE INDEX tie_other ON tie (other_id)`,
  `CREATE TABLE purpose (id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, name text NOT NULL, needs jsonb NOT NULL, made_at timestamptz NOT NULL)`,
  `CREATE UNIQUE INDEX purpose_name ON purpose (business_id, lower(name))`,

  `ALTER TABLE access_grant ADD bundle_id uuid REFERENCES bundle, ALTER asset_id DROP NOT NULL, ADD CHECK (num_nonnulls(asset_id, bundle_id) = 1), ADD notices smallint NOT NULL DEFAULT 0`,
  `ALTER TABLE access_grant ADD target_id uuid NOT NULL GENERATED ALWAYS AS (coalesce(asset_id, bundle_id)) STORED`,
  `DROP INDEX access_grant_one, access_grant_holder, access_grant_asset`,
  `CREATE UNIQUE INDEX access_grant_one ON access_grant (holder_id, target_id, business_id) WHERE ended_at IS NULL`,
  `CREATE INDEX access_grant_holder ON access_grant (holder_id, target_id)`,
  `CREATE INDEX access_grant_target ON access_grant (target_id) WHERE ended_at IS NULL`,
  `CREATE INDEX access_grant_running_out ON access_grant (until_at) WHERE ended_at IS NULL AND until_at IS NOT NULL`,
  `CREATE INDEX access_grant_given ON access_grant (business_id, given_by) WHERE ended_at IS NULL`,

  `ALTER TABLE proposal_item DROP CONSTRAINT proposal_item_pkey, ALTER asset_id DROP NOT NULL, ADD bundle_id uuid REFERENCES bundle, ADD CHECK (num_nonnulls(asset_id, bundle_id) = 1)`,
  `ALTER TABLE proposal_item ADD target_id uuid NOT NULL GENERATED ALWAYS AS (coalesce(asset_id, bundle_id)) STORED`,
  `ALTER TABLE proposal_item ADD PRIMARY KEY (proposal_id, target_id)`,
  `DROP INDEX proposal_item_asset`,
  `CREATE INDEX proposal_item_target ON proposal_item (target_id)`,
  `ALTER TABLE proposal ALTER to_address DROP NOT NULL, ADD move_to text, ADD purpose text`,
  `CREATE INDEX proposal_asked ON proposal (sent_by, state) WHERE kind = 'ask'`,
  `ALTER TABLE mail ADD proposal_id uuid REFERENCES proposal`,
  `CREATE INDEX mail_of_proposal ON mail (proposal_id) WHERE proposal_id IS NOT NULL AND sent_at IS NULL`,

  `CREATE TABLE recovery_code (person_id uuid NOT NULL REFERENCES person, code_hash text NOT NULL, PRIMARY KEY (person_id, code_hash))`,
  `CREATE TABLE passkey (
    id text PRIMARY KEY, person_id uuid NOT NULL REFERENCES person, public_key bytea NOT NULL, counter bigint NOT NULL, transports text[] NOT NULL, name text NOT NULL, added_at timestamptz NOT NULL, used_at timestamptz)`,
  `CREATE INDEX passkey_person ON passkey (person_id)`,
  `CREATE TABLE passkey_challenge (id uuid PRIMARY KEY, person_id uuid REFERENCES person, challenge text NOT NULL, expires_at timestamptz NOT NULL)`,
  `CREATE INDEX passkey_challenge_expiry ON passkey_challenge (expires_at)`,
  `CREATE TABLE letter_proof (
    id uuid PRIMARY KEY, use text NOT NULL CHECK (use IN ('new-password', 'address')), person_id uuid NOT NULL REFERENCES person, address text NOT NULL, asked_at timestamptz NOT NULL, expires_at timestamptz NOT NULL, used_at timestamptz)`,
  `CREATE INDEX letter_proof_person ON letter_proof (person_id, use)`,

  // What a grant names, an asset or a bundle; and the grants it passes on. They fetch facts and hold no rule.
  `CREATE FUNCTION facts_target(wanted_asset uuid, wanted_bundle uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    IF wanted_asset IS NOT NULL THEN RETURN facts_asset(wanted_asset); END IF;
    RETURN (SELECT json_build_object('id', b.id, 'kind', 'bundle', 'name', b.name) FROM bundle b WHERE b.id = wanted_bundle); END $$`,
  `CREATE OR REPLACE FUNCTION facts_upstream(lowest uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (WITH RECURSIVE link AS (
        SELECT g.*, 1 AS depth FROM access_grant g WHERE g.id = lowest
        UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3)
      SELECT json_agg(json_build_object('id', g.id, 'giver', facts_business(g.business_id), 'holder', facts_holder(g.team_id, g.partner_id), 'on', facts_target(g.asset_id, g.bundle_id),
        'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', (date_part('epoch', g.from_at) * 1000), 'until', (date_part('epoch', g.until_at) * 1000),
        'ended', (date_part('epoch', g.ended_at) * 1000), 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on, 'givenBy', (SELECT p.name FROM person p WHERE p.id = g.given_by), 'purpose', g.purpose))
      FROM link g); END $$`,
]
