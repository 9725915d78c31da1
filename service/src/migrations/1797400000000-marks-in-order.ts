import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Each mark tells in which transaction it was left, so that a process asks for those alone that it has not seen: what a decision costs does
 * not grow with what it is made of. Risk: marks that were there go, which processes that start anew never saw.
 */
export class MarksInOrder1797400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  'DROP TABLE mark',
  'CREATE TABLE mark (about uuid NOT NULL, left_in xid8 NOT NULL DEFAULT pg_current_xact_id())',
  'CREATE INDEX mark_left_in ON mark (left_in) INCLUDE (about)',
  // Before which transaction all marks were taken away, and before which they will be next.
  'CREATE TABLE mark_horizon (one boolean PRIMARY KEY DEFAULT true CHECK (one), gone_before xid8 NOT NULL, next xid8 NOT NULL)',
  'INSERT INTO mark_horizon (gone_before, next) SELECT now_first, now_first FROM pg_snapshot_xmin(pg_current_snapshot()) now_first',
  'DROP FUNCTION marks_on(text, uuid[])',
]
