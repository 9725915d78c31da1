import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What is given to businesses on many assets is found without a look at all else that is given on them. Risk: only an index. */
export class PartnersGrants1797300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE INDEX access_grant_businesses ON access_grant (target_id) WHERE holder_kind = 'business' AND ended_at IS NULL`,
    )
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
