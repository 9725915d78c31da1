import {
  filtersMetBy,
  isDirect,
  isLive,
  isSoon,
  latestEnd,
  reachOf,
  showLevel,
  stoppedGrant,
  type AccessFacts,
  type AccessFilter,
  type Action,
  type Figure,
  type HeldAs,
  type Instant,
  type Kind,
  type Level,
} from '@famiglia/core'
import { LRUCache } from 'lru-cache'

/** What somebody has on an asset, as a cell tells it. */
export interface Cell {
  readonly tier: string | null
  /** Actions given by name, beyond the tier. */
  readonly named: readonly Action[]
  readonly level: string
  readonly how: HeldAs
  readonly hidden: readonly Figure[]
  readonly until: string | null
  /** The filters that this cell is about. */
  readonly marks: readonly AccessFilter[]
}

/** A cell, and in which column it stands. */
export interface GridCell extends Cell {
  readonly column: number
}

/** Puts what somebody has by column into cells, in the columns' order. */
export type Cells = (facts: ReadonlyMap<number, AccessFacts>) => GridCell[]

/** Cells as they are at an instant. A page has thousands of them, of a few kinds: one of each kind is worked out. */
export function cellsAt(at: Instant): Cells {
  const known = new Map<string, Cell | null>()
  const cellFor = (facts: AccessFacts): Cell | null => {
    const kind = kindOfCell(facts, at)
    if (kind === null) return workOutCell(facts, at)
    const before = known.get(kind)
    if (before !== undefined) return before
    const cell = workOutCell(facts, at)
    known.set(kind, cell)
    return cell
  }
  return facts =>
    [...facts]
      .sort(([one], [other]) => one - other)
      .flatMap(([column, around]) => {
        const cell = cellFor(around)
        return cell ? [{ column, ...cell }] : []
      })
}

/**
 * What a cell is made of where somebody is on a business's asset by its own grants, all of them in force: facts of one kind
 * give the same cell, whatever names and ids are in them. Null of all others.
 */
export function kindOfCell({ person, asset, memberships, grants, links }: AccessFacts, at: Instant): string | null {
  const { owner } = asset
  const [place] = memberships
  if (!place || memberships.length > 1 || place.business !== owner.id || links.length > 0) return null
  if (asset.frozen || asset.archived || owner.closed || person.paused || place.paused || place.frozen) return null
  let made = `${asset.kind} ${place.standing}`
  for (const grant of grants) {
    const { giver, holder, on, tier, actions, hiding, until, holdsAsset } = grant
    if (giver.id !== owner.id || !holdsAsset || stoppedGrant(grant, at)) return null
    const end = until ? until.epochMilliseconds : ''
    made += `|${tier} ${actions.join()} ${hiding.join()} ${holder.kind} ${on.id === asset.id} ${end}`
  }
  return made
}

export function workOutCell(facts: AccessFacts, at: Instant): Cell | null {
  const { level, paths } = reachOf(facts, at)
  const live = paths.filter(isLive)
  const idle = paths.filter(path => path.stopped && path.stopped !== 'over' && path.stopped !== 'ended')
  if (live.length === 0 && idle.length === 0) return null
  const told = tell(facts.asset.kind, live.length > 0 ? level : idle[0]!.level)
  const until = latestEnd(live)
  const marks = live.length > 0 ? [...told.marks] : []
  if (until && isSoon(until, at)) marks.push('ends soon')
  return {
    ...told.shown,
    how: live.length === 0 ? 'idle' : live.some(path => isDirect(path, facts.asset.id)) ? 'own' : 'through',
    until: until?.toString() ?? null,
    marks,
  }
}

type CellShown = Pick<Cell, 'tier' | 'named' | 'level' | 'hidden'>

interface Told {
  readonly shown: CellShown
  readonly marks: readonly AccessFilter[]
}

/** A grid shows a few levels many thousand times: each is put into words once. */
const toldBefore = new LRUCache<string, Told>({ max: 2_000 })

function tell(kind: Kind, level: Level): Told {
  const key = [kind, ...level.actions, '|', ...level.sees].join(' ')
  const before = toldBefore.get(key)
  if (before) return before
  const told: Told = { shown: cellShown(kind, level), marks: filtersMetBy(kind, level) }
  toldBefore.set(key, told)
  return told
}

export function cellShown(kind: Kind, level: Level): CellShown {
  const { tier, named, level: said, hidden } = showLevel(kind, level)
  return { tier, named, level: said, hidden }
}
