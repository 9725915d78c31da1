import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * What is not enough for its purpose and meant so (what was missing then; null: whatever is); whom letters invited to open a
 * business; what a business is to others, and whom they write to there; the handles that assets had before, which lead on;
 * what was last done with an asset.
 */
export class Everyday1796600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE left_as_is (business_id uuid NOT NULL REFERENCES business, who text NOT NULL, who_name text NOT NULL,
      purpose text NOT NULL, missing text[], said_by uuid NOT NULL REFERENCES person, said_at timestamptz NOT NULL)`)
    await runner.query(
      'CREATE TABLE business_invited (business_id uuid NOT NULL REFERENCES business, address text NOT NULL, by_id uuid NOT NULL REFERENCES person, at timestamptz NOT NULL, PRIMARY KEY (business_id, address))',
    )
    await runner.query(
      "ALTER TABLE business ADD works_as text CHECK (works_as IN ('agency', 'consultant', 'measurement', 'studio', 'sister company')), ADD contact jsonb",
    )
    await runner.query(
      'CREATE TABLE former_handle (business_id uuid NOT NULL REFERENCES business, kind text NOT NULL, handle text NOT NULL, asset_id uuid NOT NULL REFERENCES asset, PRIMARY KEY (business_id, kind, handle))',
    )
    await runner.query('ALTER TABLE last_use ADD action text')
    await runner.query('CREATE UNIQUE INDEX left_as_is_one ON left_as_is (business_id, who, lower(purpose))')
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
