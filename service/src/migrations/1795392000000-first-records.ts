import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Risk: none, it only adds tables. */
export class FirstRecords1795392000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const statements = [
  `CREATE TABLE person (
    id uuid PRIMARY KEY, name text NOT NULL, password_hash text NOT NULL,
    totp_sealed text, totp_pending_sealed text, totp_last_step bigint, joined_at timestamptz NOT NULL, paused_at timestamptz)`,
  `CREATE TABLE person_address (
    address text PRIMARY KEY CHECK (address = lower(address)), person_id uuid NOT NULL REFERENCES person, verified_at timestamptz NOT NULL, main boolean NOT NULL)`,
  `CREATE INDEX person_address_person ON person_address (person_id)`,
  `CREATE TABLE business (
    id uuid PRIMARY KEY, number text NOT NULL CONSTRAINT business_number UNIQUE, name text NOT NULL, town text NOT NULL, zone text NOT NULL, cloth text NOT NULL,
    opened_at timestamptz NOT NULL, opened_by uuid NOT NULL REFERENCES person, paused_at timestamptz, proposal_days integer NOT NULL CHECK (proposal_days BETWEEN 1 AND 90))`,
  `CREATE TABLE membership (
    business_id uuid NOT NULL REFERENCES business, person_id uuid NOT NULL REFERENCES person, standing text NOT NULL CHECK (standing IN ('member', 'finance', 'admin')),
    since timestamptz NOT NULL, invited_by uuid REFERENCES person, paused_at timestamptz, PRIMARY KEY (business_id, person_id))`,
  `CREATE INDEX membership_person ON membership (person_id)`,
  `CREATE TABLE team (id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, handle text NOT NULL, name text NOT NULL, UNIQUE (business_id, handle))`,
  `CREATE TABLE team_member (team_id uuid NOT NULL REFERENCES team, person_id uuid NOT NULL REFERENCES person, since timestamptz NOT NULL, PRIMARY KEY (team_id, person_id))`,
  `CREATE INDEX team_member_person ON team_member (person_id)`,
  `CREATE TABLE asset (
    id uuid PRIMARY KEY, number text NOT NULL CONSTRAINT asset_number UNIQUE, business_id uuid NOT NULL REFERENCES business, kind text NOT NULL, handle text NOT NULL, name text NOT NULL,
    platform text NOT NULL, platform_ref text NOT NULL, payment text, inside_id uuid REFERENCES asset, brought_in_at timestamptz NOT NULL, brought_in_by uuid NOT NULL REFERENCES person,
    archived_at timestamptz, version integer NOT NULL DEFAULT 1,
    CONSTRAINT asset_handle UNIQUE (business_id, kind, handle), CONSTRAINT asset_on_platform UNIQUE (platform, platform_ref))`,
  `CREATE INDEX asset_by_name ON asset (business_id, name, id)`,
  `CREATE TABLE claim (
    id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, platform text NOT NULL, platform_ref text NOT NULL, begun_at timestamptz NOT NULL, begun_by uuid NOT NULL REFERENCES person,
    tries integer NOT NULL DEFAULT 0, asset_id uuid REFERENCES asset)`,
  `CREATE TABLE proposal (
    id uuid PRIMARY KEY, kind text NOT NULL, business_id uuid NOT NULL REFERENCES business, to_address text NOT NULL, state text NOT NULL, standing text NOT NULL, note text,
    sent_by uuid NOT NULL REFERENCES person, opened_at timestamptz NOT NULL, sent_at timestamptz NOT NULL, lapses_at timestamptz NOT NULL, generation integer NOT NULL, reminders integer NOT NULL,
    answered_at timestamptz, answered_by uuid REFERENCES person, reason text)`,
  `CREATE UNIQUE INDEX proposal_one_open ON proposal (business_id, to_address) WHERE state = 'open' AND kind = 'invitation'`,
  `CREATE INDEX proposal_sent ON proposal (business_id, state, opened_at DESC, id)`,
  `CREATE INDEX proposal_received ON proposal (to_address, state)`,
  `CREATE TABLE proposal_item (
    proposal_id uuid NOT NULL REFERENCES proposal, asset_id uuid NOT NULL REFERENCES asset, tier text, actions text[] NOT NULL, hiding text[] NOT NULL,
    from_at timestamptz, until_at timestamptz, purpose text, PRIMARY KEY (proposal_id, asset_id))`,
  `CREATE INDEX proposal_item_asset ON proposal_item (asset_id)`,
  `CREATE TABLE access_grant (
    id uuid PRIMARY KEY, business_id uuid NOT NULL REFERENCES business, asset_id uuid NOT NULL REFERENCES asset,
    person_id uuid REFERENCES person, team_id uuid REFERENCES team, partner_id uuid REFERENCES business, CHECK (num_nonnulls(person_id, team_id, partner_id) = 1),
    holder_id uuid NOT NULL GENERATED ALWAYS AS (coalesce(person_id, team_id, partner_id)) STORED,
    tier text CHECK (tier IN ('watch', 'draft', 'run', 'steward')), actions text[] NOT NULL, hiding text[] NOT NULL, CHECK (tier IS NOT NULL OR cardinality(actions) > 0),
    from_at timestamptz NOT NULL, until_at timestamptz, purpose text, proposal_id uuid REFERENCES proposal, upstream_id uuid REFERENCES access_grant, may_pass_on boolean NOT NULL DEFAULT false,
    given_at timestamptz NOT NULL, given_by uuid NOT NULL REFERENCES person, changed_at timestamptz, ended_at timestamptz, ended_by uuid REFERENCES person)`,
  `CREATE UNIQUE INDEX access_grant_one ON access_grant (holder_id, asset_id, business_id) WHERE ended_at IS NULL`,
  `CREATE INDEX access_grant_holder ON access_grant (holder_id, asset_id)`,
  `CREATE INDEX access_grant_asset ON access_grant (asset_id) WHERE ended_at IS NULL`,
  `CREATE TABLE last_use (person_id uuid NOT NULL REFERENCES person, asset_id uuid NOT NULL REFERENCES asset, at timestamptz NOT NULL, PRIMARY KEY (asset_id, person_id))`,
  `CREATE TABLE session (
    id uuid PRIMARY KEY, person_id uuid NOT NULL REFERENCES person, kind text NOT NULL CHECK (kind IN ('console', 'command-line', 'token')), name text NOT NULL, secret_hash text NOT NULL UNIQUE,
    unattended boolean NOT NULL, proven_at timestamptz, proven_by text, begun_at timestamptz NOT NULL, expires_at timestamptz NOT NULL, ended_at timestamptz)`,
  `CREATE INDEX session_person ON session (person_id) WHERE ended_at IS NULL`,
  `CREATE TABLE opening (
    id uuid PRIMARY KEY, business_name text NOT NULL, town text NOT NULL, zone text NOT NULL, person_name text NOT NULL, address text NOT NULL, password_hash text NOT NULL,
    asked_at timestamptz NOT NULL, expires_at timestamptz NOT NULL, business_id uuid REFERENCES business)`,
  `CREATE TABLE history (
    chain_id uuid NOT NULL, number integer NOT NULL, at timestamptz NOT NULL, person_id uuid REFERENCES person, asset_id uuid REFERENCES asset, about_id uuid REFERENCES person,
    entry jsonb NOT NULL, before text, hash text NOT NULL, PRIMARY KEY (chain_id, number))`,
  `CREATE INDEX history_asset ON history (chain_id, asset_id, number)`,
  `CREATE INDEX history_person ON history (chain_id, person_id, number)`,
  `CREATE INDEX history_about ON history (chain_id, about_id, number)`,
  `CREATE TABLE mail (id uuid PRIMARY KEY, letter jsonb NOT NULL, queued_at timestamptz NOT NULL, sent_at timestamptz)`,
  `CREATE INDEX mail_sent ON mail (sent_at)`,
  `CREATE TABLE idempotency_key (person_id uuid NOT NULL, key text NOT NULL, request text NOT NULL, answer jsonb, at timestamptz NOT NULL, PRIMARY KEY (person_id, key))`,
  `CREATE INDEX idempotency_key_age ON idempotency_key (at)`,
  `CREATE TABLE oidc_record (
    kind text NOT NULL, id_hash text NOT NULL, payload jsonb NOT NULL, grant_id text, user_code_hash text, uid text, expires_at timestamptz, PRIMARY KEY (kind, id_hash))`,
  `CREATE INDEX oidc_record_grant ON oidc_record (grant_id)`,
  `CREATE INDEX oidc_record_user_code ON oidc_record (user_code_hash)`,
  `CREATE INDEX oidc_record_uid ON oidc_record (uid)`,
  `CREATE INDEX oidc_record_expiry ON oidc_record (expires_at)`,
  // What a decision seldom needs. As functions they cost a decision nothing unless they are called; they hold no rule.
  `CREATE FUNCTION facts_business(wanted uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (SELECT json_build_object('id', b.id, 'number', b.number, 'name', b.name, 'zone', b.zone, 'paused', b.paused_at IS NOT NULL) FROM business b WHERE b.id = wanted); END $$`,
  `CREATE FUNCTION facts_holder(wanted_team uuid, wanted_partner uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    IF wanted_team IS NOT NULL THEN RETURN (SELECT json_build_object('kind', 'team', 'id', t.id, 'name', t.name) FROM team t WHERE t.id = wanted_team); END IF;
    RETURN (SELECT json_build_object('kind', 'business', 'id', b.id, 'name', b.name) FROM business b WHERE b.id = wanted_partner); END $$`,
  `CREATE FUNCTION facts_asset(wanted uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (SELECT json_build_object('id', a.id, 'kind', a.kind, 'name', a.name) FROM asset a WHERE a.id = wanted); END $$`,
  `CREATE FUNCTION facts_upstream(lowest uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (WITH RECURSIVE link AS (
        SELECT g.*, 1 AS depth FROM access_grant g WHERE g.id = lowest
        UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3)
      SELECT json_agg(json_build_object('id', g.id, 'giver', facts_business(g.business_id), 'holder', facts_holder(g.team_id, g.partner_id), 'on', facts_asset(g.asset_id),
        'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', (date_part('epoch', g.from_at) * 1000), 'until', (date_part('epoch', g.until_at) * 1000),
        'ended', (date_part('epoch', g.ended_at) * 1000), 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on, 'givenBy', (SELECT p.name FROM person p WHERE p.id = g.given_by), 'purpose', g.purpose))
      FROM link g); END $$`,
]
