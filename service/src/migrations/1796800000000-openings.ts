import type { MigrationInterface, QueryRunner } from 'typeorm'

/** A password is chosen once the link in the letter was followed: what was chosen by whoever asked is forgotten. */
export class Openings1796800000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE opening DROP password_hash')
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
