import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Assets go from one business to another: a handover is agreed, cools off, and completes. An asset names the one that it is
 * in, so that there is one at a time. Risk: `asset`, `business` and `access_grant` are locked for the moment that a column
 * takes; nothing is rewritten.
 */
export class Handovers1796000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  `ALTER TABLE business ADD cooling_hours integer NOT NULL DEFAULT 72 CHECK (cooling_hours BETWEEN 0 AND 336)`,
  `CREATE TABLE handover_proposal (proposal_id uuid PRIMARY KEY REFERENCES proposal, asset_ids uuid[] NOT NULL, keeping text CHECK (keeping IN ('watch', 'draft', 'run', 'steward')),
    with_billing boolean NOT NULL, falls text[] NOT NULL, sent jsonb NOT NULL)`,
  `CREATE INDEX handover_proposal_assets ON handover_proposal USING gin (asset_ids)`,
  `CREATE TABLE handover (id uuid PRIMARY KEY REFERENCES proposal, from_id uuid NOT NULL REFERENCES business, to_id uuid NOT NULL REFERENCES business, asset_ids uuid[] NOT NULL,
    keeping text CHECK (keeping IN ('watch', 'draft', 'run', 'steward')), with_billing boolean NOT NULL, means_id uuid REFERENCES means, falls text[] NOT NULL, signed jsonb NOT NULL,
    accepted_by uuid NOT NULL REFERENCES person, accepted_at timestamptz NOT NULL, completes_at timestamptz NOT NULL,
    ended_at timestamptz, ended_by uuid REFERENCES person, told_soon boolean NOT NULL DEFAULT false, CHECK (from_id <> to_id))`,
  `CREATE INDEX handover_due ON handover (completes_at) WHERE ended_at IS NULL`,
  `CREATE INDEX handover_from ON handover (from_id, id DESC)`,
  `CREATE INDEX handover_to ON handover (to_id, id DESC)`,
  `CREATE INDEX handover_assets ON handover USING gin (asset_ids) WHERE ended_at IS NOT NULL`,
  `ALTER TABLE asset ADD handover_id uuid REFERENCES handover`,
  `CREATE INDEX asset_handover ON asset (handover_id) WHERE handover_id IS NOT NULL`,
  `ALTER TABLE access_grant ADD succeeds_id uuid REFERENCES access_grant`,
]
