import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The keys that ID tokens are signed with, sealed; and which sign-in here each one at a platform rests on. */
export class SingleSignOn1797000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE signing_key (kid uuid PRIMARY KEY, sealed text NOT NULL, made_at timestamptz NOT NULL)',
    )
    await runner.query(
      `CREATE TABLE platform_sign_in (grant_id text PRIMARY KEY, session_id uuid NOT NULL REFERENCES session ON DELETE CASCADE,
       platform text NOT NULL, sid text NOT NULL)`,
    )
    await runner.query('CREATE INDEX platform_sign_in_session ON platform_sign_in (session_id)')
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
