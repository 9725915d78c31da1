import {
  fatesOf,
  goesBeyond,
  narrowedTo,
  sayEnd,
  sayGiven,
  sayList,
  Temporal,
  type Action,
  type Fate,
  type Figure,
  type Instant,
  type Kind,
  type Tier,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { sayPayer } from '../assets/paying.ts'
import { Problem } from '../base/problem.ts'
import type { Asset } from '../assets/queries.ts'
import type { HolderKind } from '../grants/queries.ts'
import { gatheredLines } from './gathered.ts'
import { isAskedToJoin, nothingGiven, type Line, type Terms } from './line.ts'
import { givenAsSigned, type SignedLine } from './records.ts'

/** As many grants as an account can have. */
export const mostGrants = 2_000

interface Row {
  id: string
  target: string
  on: string
  kind: Kind
  giver: string
  giverName: string
  holderKind: HolderKind
  holderId: string
  holder: string
  managerOf: string | null
  managerOfName: string | null
  tier: Tier | null
  actions: Action[]
  hiding: Figure[]
  from: Date
  until: Date | null
  purpose: string | null
  upstream: string | null
  mayPassOn: boolean
  isFrozen: boolean
  isAtWork: boolean
}

/**
 * Everything live about assets that go from one business to another, each with what becomes of it. The same lines are read
 * before, signed, and carried out.
 */
export async function drawUp(manager: EntityManager, terms: Terms, now: Instant): Promise<Line[]> {
  const rows = await grantsOn(manager, terms, now)
  if (rows.length > mostGrants)
    throw new Problem('request.invalid', `More than ${mostGrants} grants are on that: hand it over in parts.`)
  const byId = new Map(rows.map(row => [row.id, row]))
  const told = new Map<string, Line>()
  const tell = (row: Row): Line => {
    const known = told.get(row.id)
    if (known) return known
    const above = row.upstream ? byId.get(row.upstream) : undefined
    const line =
      above && !isPutByOld(terms, row, above) ? tellBelow(terms, row, tell(above), above) : tellGrant(terms, row)
    told.set(row.id, line)
    return line
  }
  return [
    ...ownersOf(terms),
    ...rows.map(tell),
    ...(await gatheredLines(manager, terms, now)),
    ...(await bundlesOf(manager, terms)),
    ...(await tiesOf(manager, terms)),
    ...(await waitingOn(manager, terms, now)),
    ...paymentsOf(terms),
  ]
}

function ownersOf({ from, to, assets, keeping }: Terms): Line[] {
  const on = sayList(assets.map(asset => asset.name))
  const steward = { tier: 'steward', actions: 0, grant: null, canFall: false, concerns: null } as const
  return [
    {
      ...steward,
      key: 'owner/new',
      fate: 'stays',
      who: `Admins of ${to.name}`,
      on,
      words: 'everything, as its owner',
      why: 'new owner',
      form: 'own',
    },
    {
      ...steward,
      key: 'owner/old',
      fate: 'falls',
      who: `Admins of ${from.name}`,
      on,
      words: 'everything, as its owner',
      why: 'ownership',
      form: 'idle',
    },
    ...(keeping
      ? [
          {
            ...steward,
            key: 'kept',
            fate: 'stays' as const,
            who: from.name,
            on,
            words: `${keeping}, without an end`,
            why: `kept by ${from.name}`,
            tier: keeping,
            form: 'own' as const,
          },
        ]
      : []),
  ]
}

async function grantsOn(manager: EntityManager, { from, assets }: Terms, now: Instant): Promise<Row[]> {
  return manager.query(
    `SELECT g.id, g.target_id AS target, asset.name AS on, asset.kind, g.business_id AS giver, giver.name AS "giverName", g.holder_kind AS "holderKind", g.holder_id AS "holderId",
      coalesce(person.name, 'team ' || team.name, partner.name, gathering.name) AS holder, gathering.business_id AS "managerOf", gatherer.name AS "managerOfName", g.tier, g.actions, g.hiding,
      g.from_at AS from, g.until_at AS until, g.purpose, g.upstream_id AS upstream, g.may_pass_on AS "mayPassOn", g.frozen_at IS NOT NULL AS "isFrozen",
      g.holder_kind = 'team' OR (place.person_id IS NOT NULL AND place.paused_at IS NULL AND place.frozen_at IS NULL) AS "isAtWork"
     FROM access_grant g JOIN asset ON asset.id = g.target_id JOIN business giver ON giver.id = g.business_id
       LEFT JOIN person ON g.holder_kind = 'person' AND person.id = g.holder_id LEFT JOIN team ON g.holder_kind = 'team' AND team.id = g.holder_id
       LEFT JOIN business partner ON g.holder_kind = 'business' AND partner.id = g.holder_id
       LEFT JOIN membership place ON g.holder_kind = 'person' AND place.business_id = $3 AND place.person_id = g.holder_id
       LEFT JOIN asset gathering ON g.holder_kind = 'manager' AND gathering.id = g.holder_id LEFT JOIN business gatherer ON gatherer.id = gathering.business_id
     WHERE g.target_id = ANY ($1) AND g.ended_at IS NULL AND (g.until_at IS NULL OR g.until_at > $2) ORDER BY asset.name, g.given_at, g.id LIMIT ${mostGrants + 1}`,
    [assets.map(asset => asset.id), now.toString(), from.id],
  )
}

function tellGrant(terms: Terms, row: Row): Line {
  const { from, to, assets, keeping, falls } = terms
  const goesAlong = row.holderKind === 'manager' && assets.some(asset => asset.id === row.holderId)
  const isOwnManager = row.managerOf === from.id && !goesAlong
  const by =
    row.giver !== from.id
      ? ('others' as const)
      : row.holderKind === 'person' || row.holderKind === 'team'
        ? ('old owner’s people' as const)
        : row.holderId === to.id
          ? ('new owner' as const)
          : ('others' as const)
  const { usual, others } =
    isOwnManager && !keeping
      ? { usual: 'falls' as const, others: [] }
      : fatesOf(by, { isKept: keeping !== null, isBundle: false })
  const key = `grant/${row.id}`
  if (row.upstream && row.giver === from.id && row.holderKind === 'business')
    return lineOf(terms, key, row, 'falls', { canFall: false, why: `passed on by ${from.name}` })
  const fate = others.includes('falls') && falls.includes(key) ? 'falls' : usual
  const isThinned = keeping && (fate === 'beneath' || (fate === 'stays' && isOwnManager))
  const thinned = isThinned ? thin(row, keeping) : row
  if (isThinned && !thinned.tier && thinned.actions.length === 0)
    return lineOf(terms, key, row, 'falls', { canFall: false, why: 'nothing is left of it' })
  const why = {
    'old owner’s people': fate === 'beneath' ? `beneath what ${from.name} keeps` : `people of ${from.name}`,
    'new owner': 'the new owner needs none',
    'new owner’s people': 'own people',
    others: goesAlong
      ? 'both go over'
      : isOwnManager
        ? keeping
          ? 'at most what is kept'
          : `a manager account of ${from.name}`
        : 'as before',
  }[by]
  return lineOf(terms, key, { ...row, ...thinned }, fate, {
    canFall: others.includes('falls'),
    why: fate === 'falls' && others.includes('falls') && falls.includes(key) ? 'not kept' : why,
  })
}

/** Who the old owner put on an account beneath a manager account that goes over with it: people of its own. */
function isPutByOld({ from, assets }: Terms, row: Row, above: Row): boolean {
  return row.giver === from.id && above.holderKind === 'manager' && assets.some(asset => asset.id === above.holderId)
}

/** What hangs on another line goes its way; what the new owner had passed on is from then on its own. */
function tellBelow(terms: Terms, row: Row, above: Line, upper: Row): Line {
  const { to } = terms
  const isOwn = row.giver === to.id && upper.holderKind === 'business' && upper.holderId === to.id
  const fate: Fate = isOwn ? 'own' : above.fate === 'own' || above.fate === 'beneath' ? 'stays' : above.fate
  return lineOf(terms, `grant/${row.id}`, row, fate, {
    canFall: false,
    why: isOwn ? 'the new owner’s own from then on' : `follows ${above.who}`,
  })
}

function lineOf(
  terms: Terms,
  key: string,
  row: Row,
  fate: Fate,
  { canFall, why }: Pick<Line, 'canFall' | 'why'>,
): Line {
  const until = row.until ? Temporal.Instant.fromEpochMilliseconds(row.until.getTime()) : null
  const link = row.holderKind === 'manager'
  const line: Line = {
    key,
    fate,
    canFall,
    who: link ? `Link under ${row.holder} of ${row.managerOfName}` : row.holder,
    on: row.on,
    words: [
      sayGiven(row, row.kind),
      row.hiding.length > 0 ? `hiding ${sayList(row.hiding)}` : '',
      row.mayPassOn ? (link ? 'may give access' : 'may pass on') : '',
      until ? `until ${sayEnd(until, terms.from.zone)}` : '',
      row.purpose ? `to ${row.purpose}` : '',
      row.isFrozen ? 'frozen' : '',
    ]
      .filter(Boolean)
      .join(', '),
    why,
    tier: row.tier,
    actions: row.actions.length,
    form:
      fate === 'falls'
        ? 'idle'
        : fate === 'beneath' || row.upstream || link || row.holderKind === 'business'
          ? 'through'
          : 'own',
    grant: {
      id: row.id,
      target: row.target,
      kind: row.kind,
      giver: row.giver,
      holderKind: row.holderKind,
      holderId: row.holderId,
      upstream: row.upstream,
      isFrozen: row.isFrozen,
      isAtWork: row.isAtWork,
      tier: row.tier,
      actions: row.actions,
      hiding: row.hiding,
      from: Temporal.Instant.fromEpochMilliseconds(row.from.getTime()),
      until,
      mayPassOn: row.mayPassOn,
      purpose: row.purpose,
    },
    concerns:
      row.holderKind === 'manager'
        ? { kind: 'business', id: row.managerOf! }
        : { kind: row.holderKind, id: row.holderId },
  }
  return isAskedToJoin(terms, line) ? { ...line, why: `asked to join ${terms.to.name} with it` } : line
}

/** The old owner’s people, and what goes through its own manager accounts, come no further than what it keeps. */
function thin(row: Row, keeping: Tier): Pick<Row, 'tier' | 'actions' | 'mayPassOn'> {
  return { ...narrowedTo(row.kind, row, keeping), mayPassOn: false }
}

async function bundlesOf(manager: EntityManager, { assets }: Terms): Promise<Line[]> {
  const rows = (await manager.query(
    `SELECT bundle.id, bundle.name, string_agg(asset.name, ', ' ORDER BY asset.name) AS on FROM bundle_asset held JOIN bundle ON bundle.id = held.bundle_id JOIN asset ON asset.id = held.asset_id
     WHERE held.asset_id = ANY ($1) GROUP BY 1, 2 ORDER BY bundle.name LIMIT 200`,
    [assets.map(asset => asset.id)],
  )) as { id: string; name: string; on: string }[]
  return rows.map(({ id, name, on }) => ({
    ...nothingGiven,
    key: `bundle/${id}`,
    fate: 'falls',
    canFall: false,
    who: `The bundle “${name}”`,
    on,
    words: 'it leaves the bundle, with what was given on that',
    why: 'the bundle stays',
  }))
}

async function tiesOf(manager: EntityManager, { assets }: Terms): Promise<Line[]> {
  const rows = (await manager.query(
    `SELECT tie.one_id || '/' || tie.other_id AS id, one.name AS one, other.name AS other FROM tie JOIN asset one ON one.id = tie.one_id JOIN asset other ON other.id = tie.other_id
     WHERE (tie.one_id = ANY ($1)) <> (tie.other_id = ANY ($1)) ORDER BY 2, 3 LIMIT 200`,
    [assets.map(asset => asset.id)],
  )) as { id: string; one: string; other: string }[]
  return rows.map(({ id, one, other }) => ({
    ...nothingGiven,
    key: `tie/${id}`,
    fate: 'falls',
    canFall: false,
    who: `The tie of ${one} and ${other}`,
    on: one,
    words: 'they do not work together any more',
    why: 'one of the two stays',
  }))
}

interface WaitingRow {
  id: string
  kind: string
  to: string
  on: string
}

/** Open proposals about the assets, beside those to hand them over: their ground is gone. */
export async function proposalsAbout(
  manager: EntityManager,
  { from, assets }: Terms,
  now: Instant,
): Promise<WaitingRow[]> {
  return manager.query(
    `SELECT proposal.id, proposal.kind, coalesce(proposal.to_address, partner.name, sender.name) AS to, min(asset.name) AS on
     FROM proposal JOIN person sender ON sender.id = proposal.sent_by LEFT JOIN business partner ON partner.id = proposal.to_business_id
       LEFT JOIN proposal_item item ON item.proposal_id = proposal.id LEFT JOIN billing_proposal billing ON billing.proposal_id = proposal.id
       LEFT JOIN link_proposal link ON link.proposal_id = proposal.id JOIN asset ON asset.id = ANY ($1) AND asset.id IN (item.asset_id, billing.asset_id, link.manager_id)
     WHERE proposal.state = 'open' AND proposal.lapses_at > $2 AND (proposal.business_id = $3 OR proposal.to_business_id = $3) GROUP BY 1, 2, 3 ORDER BY proposal.id LIMIT 200`,
    [assets.map(asset => asset.id), now.toString(), from.id],
  )
}

async function waitingOn(manager: EntityManager, terms: Terms, now: Instant): Promise<Line[]> {
  return (await proposalsAbout(manager, terms, now)).map(({ id, to, on, kind }) => ({
    ...nothingGiven,
    key: `proposal/${id}`,
    fate: 'falls',
    canFall: false,
    who: `What waits for an answer: ${kind === 'ask' ? 'a request' : kind === 'billing' ? 'who pays' : kind === 'link' ? 'a link' : 'an invitation or offer'}, ${to}`,
    on,
    words: 'it holds no longer',
    why: 'its ground is gone',
  }))
}

function paymentsOf({ from, to, assets, withBilling }: Terms): Line[] {
  return assets.flatMap(asset => {
    if (!asset.payer) return []
    const moves = withBilling && asset.payer.id === from.id
    return [
      {
        ...nothingGiven,
        key: `payment/${asset.number}`,
        fate: moves ? ('falls' as const) : ('stays' as const),
        canFall: false,
        who: moves ? `${from.name} pays` : `${sayPayer(asset, '')} pays`,
        on: asset.name,
        words: moves ? `${to.name} pays from then on` : 'goes on paying',
        why: 'the money',
      },
    ]
  })
}

/** The lines as they are signed. */
export function signedOf(lines: readonly Line[]): SignedLine[] {
  return lines.map(({ key, fate, who, on, words, grant }) => ({
    key,
    fate,
    who,
    on,
    words,
    given: grant && {
      tier: grant.tier,
      actions: grant.actions,
      hiding: grant.hiding,
      until: grant.until?.epochMilliseconds ?? null,
      mayPassOn: grant.mayPassOn,
    },
  }))
}

/**
 * The lines as the receiver signs them: never more than was sent, so that nothing slips in between reading and the yes. What
 * was given to others since is left out, and falls; what was raised is signed as it was sent.
 */
export function signedWithin(
  lines: readonly Line[],
  sent: readonly SignedLine[],
  assets: readonly Asset[],
): SignedLine[] {
  const kinds = new Map(assets.map(asset => [asset.id, asset.kind]))
  const before = new Map(sent.map(line => [line.key, line]))
  return lines.flatMap(line => {
    const [now] = signedOf([line]) as [SignedLine]
    if (!line.grant || line.grant.upstream || line.fate === 'beneath') return [now]
    const was = before.get(line.key)
    if (!was?.given) return []
    return goesBeyond(kinds.get(line.grant.target)!, line.grant, givenAsSigned(was))
      ? [{ ...was, fate: line.fate }]
      : [now]
  })
}

/** How a line differs from what both signed; null where it does not. */
export function differenceOf(line: Line, kind: Kind, signed: readonly SignedLine[]): 'new' | 'more' | 'less' | null {
  const before = signed.find(one => one.key === line.key)
  if (!before) return 'new'
  if (!line.grant || !before.given) return before.fate === line.fate ? null : 'less'
  if (goesBeyond(kind, line.grant, givenAsSigned(before))) return 'more'
  return before.words === line.words ? null : 'less'
}
