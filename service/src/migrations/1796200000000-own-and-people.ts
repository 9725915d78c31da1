import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What assets were called when their handover ended; a handover that asks people one by one to join the new owner; a business of one person’s own; whether two admins named an understudy. */
export class OwnAndPeople1796200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      'ALTER TABLE handover_proposal ADD COLUMN with_people boolean NOT NULL DEFAULT false',
      'ALTER TABLE handover ADD COLUMN with_people boolean NOT NULL DEFAULT false',
      'ALTER TABLE handover ADD COLUMN asset_names text[]',
      'ALTER TABLE understudy_proposal ADD COLUMN by_two boolean NOT NULL DEFAULT false',
      'ALTER TABLE business ADD COLUMN own_of uuid UNIQUE REFERENCES person',
    ])
      await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
