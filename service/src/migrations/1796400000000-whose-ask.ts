import type { MigrationInterface, QueryRunner } from 'typeorm'

/** For whom a member asks, where it is for a colleague. */
export class WhoseAsk1796400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE own_ask (proposal_id uuid PRIMARY KEY REFERENCES proposal, person_id uuid NOT NULL REFERENCES person)',
    )
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
