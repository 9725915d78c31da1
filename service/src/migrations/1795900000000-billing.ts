import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Who pays for an ad account stands on the account itself, so that there is one at every instant: a business, the person
 * who answers for it, and the means of payment. Risk: `asset` is read and written once under a lock, a second for a hundred
 * thousand assets.
 */
export class Billing1795900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  `CREATE TABLE means (id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, handle text NOT NULL, name text NOT NULL, ending text, runs_out date,
    platform text NOT NULL, platform_ref text NOT NULL, registered_at timestamptz NOT NULL, registered_by uuid NOT NULL REFERENCES person, removed_at timestamptz,
    notices integer NOT NULL DEFAULT 0)`,
  `CREATE UNIQUE INDEX means_handle ON means (business_id, handle) WHERE removed_at IS NULL`,
  `CREATE UNIQUE INDEX means_on_platform ON means (business_id, platform, platform_ref) WHERE removed_at IS NULL`,
  `CREATE INDEX means_running_out ON means (runs_out) WHERE removed_at IS NULL AND runs_out IS NOT NULL`,
  `CREATE TABLE means_opening (id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, person_id uuid NOT NULL REFERENCES person, platform text NOT NULL,
    platform_ref text NOT NULL, opened_at timestamptz NOT NULL)`,

  `ALTER TABLE asset ADD payer_id uuid REFERENCES business, ADD answering_id uuid REFERENCES person, ADD means_id uuid REFERENCES means, ADD paid_since timestamptz`,
  // What the platform said in its own words becomes a means of the owner's, by that name.
  `INSERT INTO means (id, business_id, handle, name, platform, platform_ref, registered_at, registered_by)
    SELECT gen_random_uuid(), business_id, 'means-' || row_number() OVER (PARTITION BY business_id ORDER BY platform, payment), left(payment, 60), platform,
      'as told on bringing in: ' || payment, min(brought_in_at), (array_agg(brought_in_by ORDER BY brought_in_at))[1]
    FROM asset WHERE payment IS NOT NULL GROUP BY business_id, platform, payment`,
  `UPDATE asset SET payer_id = business_id, paid_since = brought_in_at, answering_id = coalesce(
      (SELECT m.person_id FROM membership m WHERE m.business_id = asset.business_id AND m.person_id = asset.brought_in_by AND m.standing IN ('admin', 'finance')),
      (SELECT m.person_id FROM membership m WHERE m.business_id = asset.business_id AND m.standing = 'admin' ORDER BY m.since LIMIT 1)),
    means_id = (SELECT means.id FROM means WHERE means.business_id = asset.business_id AND means.platform = asset.platform AND means.platform_ref = 'as told on bringing in: ' || asset.payment)
    WHERE kind = 'ad-account'`,
  `ALTER TABLE asset DROP COLUMN payment`,
  `ALTER TABLE asset ADD CONSTRAINT asset_is_paid_for CHECK ((kind = 'ad-account') = (payer_id IS NOT NULL) AND (payer_id IS NULL) = (answering_id IS NULL)
    AND (payer_id IS NULL) = (paid_since IS NULL) AND (means_id IS NULL OR payer_id IS NOT NULL))`,
  `CREATE INDEX asset_payer ON asset (payer_id) WHERE payer_id IS NOT NULL`,
  `CREATE INDEX asset_answering ON asset (answering_id) WHERE answering_id IS NOT NULL`,
  `CREATE INDEX asset_means ON asset (means_id) WHERE means_id IS NOT NULL`,

  // One change of an account at a time: planned for an instant, then asked of the platform, then done or refused.
  `CREATE TABLE billing_change (id uuid PRIMARY KEY, asset_id uuid NOT NULL REFERENCES asset, payer_id uuid NOT NULL REFERENCES business, answering_id uuid NOT NULL REFERENCES person,
    means_id uuid NOT NULL REFERENCES means, at timestamptz NOT NULL, state text NOT NULL CHECK (state IN ('planned', 'asking', 'done', 'refused', 'cancelled')),
    said_by uuid NOT NULL REFERENCES person, said_at timestamptz NOT NULL)`,
  `CREATE UNIQUE INDEX billing_change_one ON billing_change (asset_id) WHERE state IN ('planned', 'asking')`,
  `CREATE INDEX billing_change_due ON billing_change (at) WHERE state IN ('planned', 'asking')`,
  `CREATE INDEX billing_change_means ON billing_change (means_id) WHERE state IN ('planned', 'asking')`,

  `CREATE TABLE billing_proposal (proposal_id uuid PRIMARY KEY REFERENCES proposal, asset_id uuid NOT NULL REFERENCES asset, was_paid_by uuid NOT NULL REFERENCES business,
    payer_id uuid NOT NULL REFERENCES business, answering_id uuid REFERENCES person, means_id uuid REFERENCES means, at timestamptz)`,
  `CREATE INDEX billing_proposal_asset ON billing_proposal (asset_id)`,
  `ALTER TABLE link_proposal ADD payer_id uuid REFERENCES business, ADD answering_id uuid REFERENCES person, ADD means_id uuid REFERENCES means`,
]
