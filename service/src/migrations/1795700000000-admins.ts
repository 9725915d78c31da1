import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What admins did to admins, what they ask of one another, and whether it takes two of them. Adds only; no risk. */
export class Admins1795700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  `ALTER TABLE business ADD COLUMN two_approvals boolean NOT NULL DEFAULT false`,
  `CREATE TABLE admin_change (id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, person_id uuid NOT NULL REFERENCES person,
    before text NOT NULL, after text NOT NULL, made_by uuid NOT NULL REFERENCES person, made_at timestamptz NOT NULL, reason text NOT NULL, undone_at timestamptz)`,
  `CREATE INDEX admin_change_business ON admin_change (business_id, made_at)`,
  `CREATE INDEX admin_change_person ON admin_change (person_id, made_at)`,
  `CREATE TABLE admin_ask (proposal_id uuid PRIMARY KEY REFERENCES proposal, wants text NOT NULL CHECK (wants IN ('standing', 'undo', 'one approval')),
    person_id uuid REFERENCES person, standing text, undoes uuid REFERENCES admin_change)`,
  `CREATE INDEX proposal_open_sender ON proposal (sent_by) WHERE state = 'open'`,
  `CREATE INDEX admin_ask_undoes ON admin_ask (undoes)`,
]
