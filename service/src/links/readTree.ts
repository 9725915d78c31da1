import {
  levelOf,
  saidWhy,
  showLevel,
  stoppedGrant,
  type Action,
  type AssetFact,
  type Figure,
  type Instant,
  type Kind,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { gatherProposals } from '../proposals/gather.ts'
import { registerOf } from '../proposals/kind.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'
import { grantFact } from '../reach/grantFact.ts'
import { link as linkKind } from './kind.ts'
import { linksAround, mostLinks, type LinkRow } from './linksAround.ts'
import { knows, ownOfLink, ownerOf } from './sayLink.ts'
import { managersReached } from './managersReached.ts'

/** An account or a manager account of the tree. */
export interface TreeNode {
  readonly number: string
  readonly kind: Kind
  /** Its handle as its owner names it; null where the acting business does not reach it yet. */
  readonly handle: string | null
  readonly name: string
  /** Null where who asks by number alone is not told whose it is. */
  readonly owner: { readonly number: string; readonly name: string } | null
  readonly isOwn: boolean
  /** Why nothing goes through it, as it stands after “because”; null where it does. */
  readonly stopped: string | null
}

/** What hangs under what, and how. */
export interface TreeBranch {
  readonly below: string
  readonly above: string
  /** What the manager's side calls the account there. */
  readonly label: string | null
  readonly tier: string | null
  readonly named: readonly Action[]
  readonly level: string
  readonly hidden: readonly Figure[]
  readonly mayGiveAccess: boolean
  readonly state: 'in force' | 'begins' | 'waiting' | 'stopped' | 'ended'
  readonly why: string | null
  /** Whether the account’s owner has frozen it by itself. */
  readonly frozen: boolean
  readonly from: string | null
  /** When it ends by itself, or ended. */
  readonly until: string | null
  readonly proposal: string | null
  /** Who was put on this one alone. */
  readonly alone: readonly string[]
}

export interface Tree {
  readonly nodes: readonly TreeNode[]
  readonly branches: readonly TreeBranch[]
  /** Whether there is more than is told. */
  readonly more: boolean
}

/**
 * The tree as a business sees it: its manager accounts with all that hangs under them, and for what it owns the ways up
 * that lead to it, never what else hangs there. A member sees the manager accounts they reach, with what hangs under those.
 */
export async function readTree(kit: Kit, acting: Acting): Promise<Tree> {
  const now = kit.clock.now()
  const isMember = acting.standing === 'member'
  const roots = await managersReached(kit, acting)
  const linked = isMember ? [] : await linkedOwn(kit, acting)
  const { rows, nodes, more } = await linksAround(
    kit,
    acting,
    roots.map(root => root.id),
    linked,
  )
  const waiting = isMember ? { nodes: [], branches: [] } : await readWaiting(kit, acting)
  const told = [...nodes.values()].map(asset => tellNode(asset, acting))
  const known = new Set(told.map(node => node.number))
  return {
    nodes: [...told, ...waiting.nodes.filter(node => !known.has(node.number))],
    branches: [...rows.map(row => tellBranch(row, nodes, now)), ...waiting.branches],
    more,
  }
}

async function linkedOwn(kit: Kit, acting: Acting): Promise<string[]> {
  const rows = (await kit.database.query(
    `SELECT DISTINCT target_id AS id FROM access_grant WHERE business_id = $1 AND holder_kind = 'manager' AND ended_at IS NULL LIMIT ${mostLinks}`,
    [acting.id],
  )) as { id: string }[]
  return rows.map(row => row.id)
}

function tellNode(asset: AssetFact, acting: Acting): TreeNode {
  const { number, kind, handle, name, owner } = asset
  return {
    number,
    kind,
    handle,
    name,
    owner: { number: owner.number, name: owner.name },
    isOwn: owner.id === acting.id,
    stopped: whyStopped(asset),
  }
}

export function whyStopped({ archived, frozen, owner, kind }: AssetFact): string | null {
  const isManager = kind === 'manager-account'
  if (archived) return saidWhy(isManager ? 'manager-archived' : 'asset-archived')
  if (frozen) return saidWhy(isManager ? 'manager-frozen' : 'asset-frozen')
  return owner.closed ? saidWhy('business-closed') : null
}

export function tellBranch(row: LinkRow, nodes: ReadonlyMap<string, AssetFact>, now: Instant): TreeBranch {
  const [below, above] = [nodes.get(row.target)!, nodes.get(row.gathering)!]
  const fact = grantFact(row, { id: '', name: '' }, below)
  const stopped = stoppedGrant(fact, now)
  const { tier, named, level } = showLevel(below.kind, levelOf(below.kind, fact))
  return {
    below: below.number,
    above: above.number,
    label: row.label,
    tier,
    named,
    level,
    hidden: fact.hiding,
    mayGiveAccess: fact.mayPassOn,
    state:
      stopped === null
        ? 'in force'
        : stopped === 'not-begun'
          ? 'begins'
          : stopped === 'over' || stopped === 'ended'
            ? 'ended'
            : 'stopped',
    why: stopped && saidWhy(stopped),
    frozen: fact.frozenAlone,
    from: new Date(row.from).toISOString(),
    until: toText(row.ended ?? row.until),
    proposal: null,
    alone: row.alone,
  }
}

/** Thousands are told at once: a date of its own is quicker than a calendar's. */
function toText(ms: number | null): string | null {
  return ms === null ? null : new Date(ms).toISOString()
}

const own = registerOf([linkKind])

/** What is asked for or offered and not answered yet, as the acting business knows it. */
async function readWaiting(kit: Kit, acting: Acting): Promise<{ nodes: TreeNode[]; branches: TreeBranch[] }> {
  const { manager } = kit.database
  const sent = await openProposals(manager, { kind: 'link', businessId: acting.id })
  const received = await openProposals(manager, { kind: 'link', toBusinessId: acting.id })
  const open = [...sent, ...received].filter(one => isOpen(one, kit.clock.now()))
  const nodes: TreeNode[] = []
  const branches: TreeBranch[] = []
  const labels = await labelsOf(kit, acting)
  for (const parts of await gatherProposals(manager, own, open)) {
    const { under } = ownOfLink(parts)
    const gatherer = ownOfLink(parts).fromAbove ? parts.business : parts.partner!
    const isSender = parts.business.id === acting.id
    nodes.push({
      number: under.number,
      kind: under.kind,
      handle: under.handle,
      name: under.name,
      owner: { number: gatherer.number, name: gatherer.name },
      isOwn: gatherer.id === acting.id,
      stopped: null,
    })
    for (const thing of parts.things) {
      const [account] = thing.target.assets
      const isKnown = !isSender || knows(parts, thing)
      const owner = ownerOf(parts)
      nodes.push({
        number: account!.number,
        kind: account!.kind,
        handle: isKnown ? account!.handle : null,
        name: isKnown ? account!.name : account!.number,
        owner: !isSender || linkKind.partnerIsKnown(parts) ? { number: owner.number, name: owner.name } : null,
        isOwn: owner.id === acting.id,
        stopped: null,
      })
      const { tier, named, level } = showLevel(account!.kind, levelOf(account!.kind, thing.terms))
      branches.push({
        below: account!.number,
        above: under.number,
        label: gatherer.id === acting.id ? (labels.get(`${under.id} ${account!.id}`) ?? null) : null,
        tier,
        named,
        level,
        hidden: thing.terms.hiding,
        mayGiveAccess: thing.mayPassOn,
        state: 'waiting',
        why: isSender ? 'nobody has answered yet' : 'it waits for your answer',
        frozen: false,
        from: thing.terms.from?.toString() ?? null,
        until: thing.terms.until?.toString() ?? null,
        proposal: parts.proposal.id,
        alone: [],
      })
    }
  }
  return { nodes: [...new Map(nodes.map(node => [node.number, node])).values()], branches }
}

async function labelsOf(kit: Kit, acting: Acting): Promise<Map<string, string>> {
  const rows = (await kit.database.query(
    `SELECT label.manager_id || ' ' || label.asset_id AS key, label.label FROM link_label label JOIN asset own ON own.id = label.manager_id
     WHERE own.business_id = $1 LIMIT ${mostLinks}`,
    [acting.id],
  )) as { key: string; label: string }[]
  return new Map(rows.map(({ key, label }) => [key, label]))
}
