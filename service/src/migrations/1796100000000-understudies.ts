import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Understudies, named and stepping in; who owns an asset, contested; and what else one admin can ask another to agree to. Adds only; the check of
 * `admin_ask` is widened in place.
 */
export class Understudies1796100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  `ALTER TABLE business ADD most_admins integer NOT NULL DEFAULT 5 CHECK (most_admins BETWEEN 1 AND 50)`,
  `CREATE TABLE understudy_proposal (proposal_id uuid PRIMARY KEY REFERENCES proposal, person_id uuid NOT NULL REFERENCES person,
    days integer NOT NULL CHECK (days BETWEEN 3 AND 30))`,
  `CREATE TABLE understudy (id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, person_id uuid NOT NULL REFERENCES person,
    named_by uuid NOT NULL REFERENCES person, since timestamptz NOT NULL, days integer NOT NULL CHECK (days BETWEEN 3 AND 30), ended_at timestamptz)`,
  `CREATE UNIQUE INDEX understudy_of_business ON understudy (business_id) WHERE ended_at IS NULL`,
  `CREATE INDEX understudy_person ON understudy (person_id) WHERE ended_at IS NULL`,
  `CREATE TABLE stepping_in (id uuid PRIMARY KEY, understudy_id uuid NOT NULL REFERENCES understudy, reason text NOT NULL, began_at timestamptz NOT NULL,
    becomes_at timestamptz NOT NULL, told integer NOT NULL, ended_at timestamptz, outcome text CHECK (outcome IN ('done', 'refused', 'fell')),
    ended_by uuid REFERENCES person, why text, CHECK ((ended_at IS NULL) = (outcome IS NULL)))`,
  `CREATE UNIQUE INDEX stepping_in_now ON stepping_in (understudy_id) WHERE ended_at IS NULL`,
  `CREATE INDEX stepping_in_due ON stepping_in (began_at) WHERE ended_at IS NULL`,
  `ALTER TABLE handover_proposal ADD contested boolean NOT NULL DEFAULT false`,
  `ALTER TABLE handover ADD keepers_told uuid[] NOT NULL DEFAULT '{}'`,
  `CREATE INDEX handover_untold ON handover (ended_at) WHERE ended_at IS NOT NULL AND cardinality(keepers_told) < cardinality(asset_ids)`,
  `CREATE TABLE handover_signing (handover_id uuid NOT NULL REFERENCES handover, business_id uuid NOT NULL REFERENCES business, signed jsonb NOT NULL,
    signed_by uuid NOT NULL REFERENCES person, PRIMARY KEY (handover_id, business_id))`,
  `ALTER TABLE claim ADD proven_at timestamptz, ADD proven_name text`,
  `CREATE TABLE contest (id uuid PRIMARY KEY, asset_id uuid NOT NULL REFERENCES asset, owner_id uuid NOT NULL REFERENCES business, claimant_id uuid NOT NULL REFERENCES business,
    begun_by uuid NOT NULL REFERENCES person, called text NOT NULL, means_id uuid REFERENCES means, reason text NOT NULL, began_at timestamptz NOT NULL, ends_at timestamptz NOT NULL,
    told integer NOT NULL, ended_at timestamptz, outcome text CHECK (outcome IN ('refused', 'withdrawn', 'fell', 'handed over')), ended_by uuid REFERENCES person, why text,
    handover_id uuid REFERENCES handover, CHECK (owner_id <> claimant_id), CHECK ((ended_at IS NULL) = (outcome IS NULL)))`,
  `CREATE UNIQUE INDEX contest_of_asset ON contest (asset_id) WHERE ended_at IS NULL`,
  `CREATE INDEX contest_owner ON contest (owner_id, began_at DESC)`,
  `CREATE INDEX contest_claimant ON contest (claimant_id, began_at DESC)`,
  `CREATE INDEX contest_due ON contest (began_at) WHERE ended_at IS NULL`,
  `ALTER TABLE admin_ask DROP CONSTRAINT admin_ask_wants_check`,
  `ALTER TABLE admin_ask ADD CONSTRAINT admin_ask_wants_check CHECK (wants IN ('standing', 'undo', 'one approval', 'act')),
    ADD act text, ADD said text, ADD given jsonb, ADD CHECK ((wants = 'act') = (act IS NOT NULL AND said IS NOT NULL AND given IS NOT NULL))`,
]
