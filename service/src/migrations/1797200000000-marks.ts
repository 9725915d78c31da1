import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Whatever decisions are made of leaves a mark when it changes, in the same transaction: facts that were read before can be
 * told from those that hold now by the marks alone. Risk: only adds; each change of access writes a row more.
 */
export class Marks1797200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...statements, ...marked.flatMap(marking)]) await runner.query(statement)
  }

  async down(): Promise<void> {
    throw new Error('Migrations only go forward.')
  }
}

const ms = (column: string) => `(date_part('epoch', ${column}) * 1000)`

const statements = [
  // Marks are added and never changed, so that no change waits for another's. Each is a random number: what was seen of
  // something is all of its marks put together (XOR), which neither two courses of events nor a restored back-up repeat.
  `CREATE TABLE mark (about uuid NOT NULL, value bigint NOT NULL DEFAULT hashtextextended(gen_random_uuid()::text, 0), folded boolean NOT NULL DEFAULT false)`,
  `CREATE INDEX mark_about ON mark (about) INCLUDE (value)`,
  `CREATE INDEX mark_not_folded ON mark (about) WHERE NOT folded`,

  // All that facts name, and what else they were looked up by, with the marks on each: read in the same snapshot as they.
  `CREATE FUNCTION marks_on(facts text, also uuid[]) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (SELECT json_object_agg(named.id, coalesce((SELECT bit_xor(mark.value) FROM mark WHERE mark.about = named.id), 0)::text)
      FROM (SELECT (regexp_matches(facts, '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}', 'g'))[1]::uuid AS id
        UNION SELECT looked_up.id FROM unnest(also) looked_up(id) WHERE looked_up.id IS NOT NULL) named); END $$`,

  // As before, and by whom a grant was given as an id too: their name is one of the facts.
  `CREATE OR REPLACE FUNCTION facts_upstream(lowest uuid, wanted uuid, outer_asset uuid) RETURNS json LANGUAGE plpgsql STABLE AS $$ BEGIN
    RETURN (WITH RECURSIVE link AS (
        SELECT g.*, 1 AS depth FROM access_grant g WHERE g.id = lowest
        UNION ALL SELECT above.*, link.depth + 1 FROM link JOIN access_grant above ON above.id = link.upstream_id WHERE link.depth < 3)
      SELECT json_agg(json_build_object('id', g.id, 'giver', facts_business(g.business_id), 'holder', facts_holder(g.holder_kind, g.holder_id, NULL), 'on', facts_target(g.asset_id, g.bundle_id),
        'holdsAsset', g.target_id = wanted OR coalesce(g.target_id = outer_asset, false) OR EXISTS (SELECT FROM bundle_asset b WHERE b.bundle_id = g.target_id AND b.asset_id IN (wanted, outer_asset)),
        'frozen', facts_frozen(g.business_id, g.holder_id),
        'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding, 'from', ${ms('g.from_at')}, 'until', ${ms('g.until_at')},
        'ended', ${ms('g.ended_at')}, 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on, 'givenBy', (SELECT p.name FROM person p WHERE p.id = g.given_by), 'byId', g.given_by, 'purpose', g.purpose))
      FROM link g); END $$`,
  `CREATE OR REPLACE FUNCTION facts_links(lowest uuid, asking uuid, holders uuid[]) RETURNS json LANGUAGE plpgsql STABLE AS $$
    DECLARE ways uuid[]; gathering uuid[]; bundled uuid[];
    BEGIN
      WITH RECURSIVE up AS (
          SELECT g.id, g.holder_id AS manager, 1 AS depth FROM access_grant g WHERE g.target_id = lowest AND g.holder_kind = 'manager'
          UNION ALL SELECT g.id, g.holder_id, up.depth + 1 FROM up JOIN access_grant g ON g.target_id = up.manager AND g.holder_kind = 'manager' WHERE up.depth < 7)
        SELECT array_agg(DISTINCT up.id), array_agg(DISTINCT up.manager) INTO ways, gathering FROM up;
      bundled := ARRAY(SELECT b.bundle_id FROM bundle_asset b WHERE b.asset_id = ANY (gathering));
      RETURN json_build_object(
        'links', (SELECT json_agg(ARRAY[g.id::text, g.target_id::text, below.name, below.kind, g.holder_id::text,
            CASE WHEN g.business_id <> below.business_id THEN facts_business(g.business_id)::text END, g.tier, array_to_string(g.actions, ' '), array_to_string(g.hiding, ' '),
            ${ms('g.from_at')}::text, ${ms('g.until_at')}::text, ${ms('g.ended_at')}::text, g.may_pass_on::text, giving.name,
            (g.to_business_id IS NOT NULL AND EXISTS (SELECT FROM partner_freeze f WHERE f.giver_id = g.business_id AND f.holder_id = g.to_business_id))::text,
            (g.frozen_at IS NOT NULL)::text, giving.id::text] ORDER BY g.given_at, g.id)
          FROM access_grant g JOIN asset below ON below.id = g.target_id JOIN person giving ON giving.id = g.given_by WHERE g.id = ANY (ways)),
        'managers', (SELECT json_agg(ARRAY[a.id::text, a.number, a.handle, a.name, (a.archived_at IS NOT NULL)::text, (a.frozen_at IS NOT NULL)::text, b.id::text, b.number, b.name, b.zone,
            (b.closed_at IS NOT NULL)::text, EXISTS (SELECT FROM outside_freeze f WHERE f.person_id = asking AND f.business_id = a.business_id)::text])
          FROM asset a JOIN business b ON b.id = a.business_id WHERE a.id = ANY (gathering)),
        'grants', (SELECT json_agg(json_build_object('target', g.target_id, 'id', g.id,
            'holder', CASE WHEN g.holder_kind <> 'person' THEN facts_holder(g.holder_kind, g.holder_id, asking) END,
            'on', CASE WHEN g.bundle_id IS NOT NULL THEN facts_target(g.asset_id, g.bundle_id) END, 'tier', g.tier, 'actions', g.actions, 'hiding', g.hiding,
            'giver', CASE WHEN g.upstream_id IS NOT NULL THEN facts_business(g.business_id) END,
            'from', ${ms('g.from_at')}, 'until', ${ms('g.until_at')}, 'ended', ${ms('g.ended_at')}, 'upstream', g.upstream_id, 'mayPassOn', g.may_pass_on,
            'frozen', g.holder_kind = 'business' AND facts_frozen(g.business_id, g.holder_id), 'givenBy', giving.name, 'byId', giving.id, 'purpose', g.purpose,
            'above', CASE WHEN g.upstream_id IS NOT NULL AND g.holder_kind = 'business' THEN facts_upstream(g.upstream_id, g.target_id, NULL) END) ORDER BY g.given_at, g.id)
          FROM access_grant g JOIN person giving ON giving.id = g.given_by WHERE g.holder_id = ANY (holders) AND g.target_id = ANY (gathering || bundled)),
        'bundled', CASE WHEN bundled <> '{}' THEN (SELECT json_agg(json_build_array(b.bundle_id, b.asset_id)) FROM bundle_asset b WHERE b.asset_id = ANY (gathering)) END);
    END $$`,
]

interface Marked {
  readonly table: string
  /** What a row is about: whatever facts are looked up by that this row is found with. */
  readonly about: readonly string[]
  /** Columns that no facts are made of. A new one counts until it is named here. */
  readonly except?: readonly string[]
  /** When it leaves a mark: as a rule, always. Nothing names a thing before it is there, nor may one go that is named. */
  readonly on?: readonly ('INSERT' | 'UPDATE' | 'DELETE')[]
}

const marked: readonly Marked[] = [
  {
    table: 'person',
    about: ['id'],
    except: ['password_hash', 'totp_sealed', 'totp_pending_sealed', 'totp_last_step'],
    on: ['UPDATE', 'DELETE'],
  },
  { table: 'membership', about: ['person_id'] },
  { table: 'team', about: ['id'], on: ['UPDATE'] },
  { table: 'team_member', about: ['person_id'] },
  {
    table: 'business',
    about: ['id'],
    except: [
      ...['town', 'cloth', 'proposal_days', 'offers_at_once', 'trustee_id', 'two_approvals', 'cooling_hours'],
      ...['most_admins', 'works_as', 'contact'],
    ],
    on: ['UPDATE', 'DELETE'],
  },
  {
    table: 'asset',
    about: ['id'],
    except: ['version', 'payer_id', 'answering_id', 'means_id', 'paid_since', 'handover_id'],
    on: ['UPDATE', 'DELETE'],
  },
  { table: 'bundle', about: ['id'], on: ['UPDATE'] },
  { table: 'bundle_asset', about: ['asset_id'] },
  // Whatever one business gives another marks what is given, and nothing else that the other works on; what is given to
  // people and teams marks them.
  {
    table: 'access_grant',
    about: ["CASE WHEN holder_kind IN ('business', 'manager') THEN target_id ELSE holder_id END"],
    except: ['notices', 'changed_at'],
  },
  { table: 'partner_freeze', about: ['giver_id'] },
  { table: 'outside_freeze', about: ['person_id'] },
]

/** One statement's changes leave one mark on each thing they are about. */
function marking({ table, about, except = [], on = ['INSERT', 'UPDATE', 'DELETE'] }: Marked): string[] {
  const named = `unnest(ARRAY[${about.join(', ')}]) AS about`
  const rows = (name: string) =>
    `SELECT ${named}, to_jsonb(${name}) - '{${except.join(',')}}'::text[] AS row FROM ${name}`
  const mark = (from: string) => `INSERT INTO mark (about) SELECT DISTINCT about FROM (${from}) changed`
  const tables = {
    INSERT: 'NEW TABLE AS new_rows',
    UPDATE: 'OLD TABLE AS old_rows NEW TABLE AS new_rows',
    DELETE: 'OLD TABLE AS old_rows',
  }
  return [
    `CREATE FUNCTION mark_${table}() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
      IF TG_OP = 'INSERT' THEN ${mark(`SELECT ${named} FROM new_rows`)};
      ELSIF TG_OP = 'DELETE' THEN ${mark(`SELECT ${named} FROM old_rows`)};
      ELSE ${mark(`(${rows('old_rows')} EXCEPT ${rows('new_rows')}) UNION ALL (${rows('new_rows')} EXCEPT ${rows('old_rows')})`)};
      END IF;
      RETURN NULL; END $$`,
    ...on.map(
      event =>
        `CREATE TRIGGER mark_${event.toLowerCase()} AFTER ${event} ON ${table} REFERENCING ${tables[event]} FOR EACH STATEMENT EXECUTE FUNCTION mark_${table}()`,
    ),
  ]
}
