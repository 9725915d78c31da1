import type { MigrationInterface, QueryRunner } from 'typeorm'

/** How often something was tried, counted by all processes together; and the browsers and addresses an account knows. */
export class Tries1796700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE try_count (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint)',
    )
    await runner.query('CREATE INDEX try_count_over ON try_count (expire)')
    await runner.query(
      'CREATE TABLE known_place (person_id uuid NOT NULL REFERENCES person, place text NOT NULL, seen_at timestamptz NOT NULL, PRIMARY KEY (person_id, place))',
    )
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
