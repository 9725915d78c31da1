import { parseWanted, Temporal } from '@famiglia/core'
import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * A grant's holder is a kind and an id; one grant a reason; each kind of proposal keeps what is its own in a table of its
 * own; the heads of the histories stand by themselves. Risk: `access_grant` is written anew under a lock, a few seconds
 * for a million rows.
 */
export class OneRecord1795600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of before) await runner.query(statement)
    await keepWantedAsStructure(runner)
    for (const statement of after) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

/** What one business asks another for was kept as text, in the written form that the reader reads. */
async function keepWantedAsStructure(runner: QueryRunner): Promise<void> {
  const rows = (await runner.query('SELECT id, to_named, wanted, contact FROM proposal WHERE wanted IS NOT NULL')) as {
    id: string
    to_named: boolean
    wanted: string
    contact: string | null
  }[]
  for (const { id, to_named, wanted: text, contact } of rows) {
    const reading = parseWanted(text, Temporal.PlainDate.from('2026-11-25'))
    if (!reading.ok) throw new Error(`What the ask ${id} is about cannot be read: ${reading.error.message}`)
    await runner.query('INSERT INTO business_ask (proposal_id, to_named, wanted, contact) VALUES ($1, $2, $3, $4)', [
      id,
      to_named,
      JSON.stringify(reading.wanted),
      contact,
    ])
  }
}

const ms = (column: string) => `(date_part('epoch', ${column}) * 1000)`

const before = [
  `CREATE TABLE history_head (chain_id uuid PRIMARY KEY, number integer NOT NULL, hash text NOT NULL)`,
  `INSERT INTO history_head SELECT DISTINCT ON (chain_id) chain_id, number, hash FROM history ORDER BY chain_id, number DESC`,

  `DROP INDEX access_grant_one, access_grant_partner`,
  `ALTER TABLE access_grant ALTER holder_id DROP EXPRESSION, ADD holder_kind text`,
  `UPDATE access_grant SET holder_kind = CASE WHEN person_id IS NOT NULL THEN 'person' WHEN team_id IS NOT NULL THEN 'team' ELSE 'business' END`,
  `ALTER TABLE access_grant ALTER holder_kind SET NOT NULL, ADD CHECK (holder_kind IN ('person', 'team', 'business')), DROP person_id, DROP team_id, DROP partner_id`,
  `CREATE UNIQUE INDEX access_grant_one ON access_grant (holder_id, target_id, business_id, lower(coalesce(purpose, ''))) WHERE ended_at IS NULL`,
  `CREATE INDEX access_grant_to_business ON access_grant (holder_id, business_id) WHERE holder_kind = 'business'`,

  `CREATE TABLE invitation (proposal_id uuid PRIMARY KEY REFERENCES proposal, standing text NOT NULL CHECK (standing IN ('member', 'finance', 'admin')))`,
  `CREATE TABLE business_ask (proposal_id uuid PRIMARY KEY REFERENCES proposal, to_named boolean NOT NULL, wanted jsonb NOT NULL, contact text)`,
  `UPDATE proposal SET kind = CASE WHEN takes_chair THEN 'chair' WHEN kind = 'ask' AND to_business_id IS NOT NULL THEN 'business-ask' ELSE kind END`,
  `INSERT INTO invitation SELECT id, standing FROM proposal WHERE kind = 'invitation'`,

  `ALTER TABLE proposal_item DROP CONSTRAINT proposal_item_pkey, ADD id uuid NOT NULL DEFAULT gen_random_uuid() PRIMARY KEY, ADD granted jsonb`,
  `CREATE UNIQUE INDEX proposal_item_one ON proposal_item (proposal_id, target_id, lower(coalesce(purpose, '')))`,
]

const after = [
  `DROP INDEX proposal_one_open, proposal_one_ask`,
  `ALTER TABLE proposal RENAME granted TO granted_said`,
  `ALTER TABLE proposal DROP standing, DROP purpose, DROP wanted, DROP contact, DROP to_named, DROP takes_chair`,
  `CREATE UNIQUE INDEX proposal_one_open ON proposal (business_id, to_address) WHERE state = 'open' AND kind IN ('invitation', 'chair')`,

  // They fetch facts and hold no rule.
  `DROP FUNCTION facts_upstream(uuid, uuid, uuid)`,
  `DROP FUNCTION facts_holder(uuid, uuid)`,
  `CREATE FUNCTION facts_holder(kind text, holder uuid, member uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    IF kind = 'team' THEN RETURN (SELECT json_build_object('kind', 'team', 'id', t.id, 'name', t.name,
      'since', (SELECT ${ms('m.since')} FROM team_member m WHERE m.team_id = t.id AND m.person_id = member)) FROM team t WHERE t.id = holder); END IF;
    IF kind = 'person' THEN RETURN (SELECT json_build_object('kind', 'person', 'id', p.id, 'name', p.name) FROM person p WHERE p.id = holder); END IF;
    RETURN (SELECT json_build_object('kind', 'business', 'id', b.id, 'number', b.number, 'name', b.name) FROM business b WHERE b.id = holder); END $$`,
  `CREATE FUNCTION facts_upstream(lowest uuid, wanted uuid, outer_asset uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (WITH RECURSIVE link AS (
        SELECT g.*, 1 AS depth FROM access_grant g WHERE g.id = lowest
        UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3)
      SELECT json_agg(json_build_object('id', g.id, 'giver', facts_business(g.business_id), 'holder', facts_holder(g.holder_kind, g.holder_id, NULL), 'on', facts_target(g.asset_id, g.bundle_id),
        'holdsAsset', g.target_id = wanted OR coalesce(g.target_id = outer_asset, false) OR EXISTS (SELECT FROM bundle_asset b WHERE b.bundle_id = g.target_id AND b.asset_id IN (wanted, outer_asset)),
        'frozen', facts_frozen(g.business_id, g.holder_id),
        'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', ${ms('g.from_at')}, 'until', ${ms('g.until_at')},
        'ended', ${ms('g.ended_at')}, 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on, 'givenBy', (SELECT p.name FROM person p WHERE p.id = g.given_by), 'purpose', g.purpose))
      FROM link g); END $$`,
]
