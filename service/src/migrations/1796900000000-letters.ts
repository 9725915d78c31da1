import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Letters wait for a mail server as long as it takes, in the order in which they were written to somebody; one that came back says why. */
export class Letters1796900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE mail ADD address text NOT NULL GENERATED ALWAYS AS (letter->'to'->>'address') STORED, ADD not_before timestamptz,
      ADD sending_since timestamptz, ADD tries integer NOT NULL DEFAULT 0, ADD next_try_at timestamptz, ADD refused_at timestamptz, ADD refusal text`)
    await runner.query('CREATE INDEX mail_to_send ON mail (queued_at, id) WHERE sent_at IS NULL AND refused_at IS NULL')
    await runner.query(
      'CREATE INDEX mail_to_send_to ON mail (address, queued_at, id) WHERE sent_at IS NULL AND refused_at IS NULL',
    )
    await runner.query('CREATE INDEX mail_refused ON mail (proposal_id) WHERE refused_at IS NOT NULL')
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}
