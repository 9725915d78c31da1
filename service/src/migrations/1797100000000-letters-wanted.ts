import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Who had a letter sent to somebody without a sign-in, so that it is limited; and who wants no reminders. */
export class LettersWanted1797100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE mail ADD to_stranger_by uuid')
    await runner.query(
      'CREATE INDEX mail_to_strangers ON mail (to_stranger_by, queued_at) WHERE to_stranger_by IS NOT NULL',
    )
    await runner.query('CREATE TABLE no_reminders (address text PRIMARY KEY, since timestamptz NOT NULL)')
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
