import { isLive, standingOn, throughOf, type Path } from '../access/index.ts'
import type { Kind } from '../kinds/index.ts'
import { levelOf, narrow, noAccess, unite, type Given, type Level, type Tier } from '../levels/index.ts'
import type { Fate } from './account.ts'

/** What becomes of a grant at a handover, and what it gives then. */
export interface Becomes {
  readonly fate: Fate
  readonly given: Given
}

/**
 * What somebody has on an asset once it has gone over, by the ways they have to it now. A way falls with any grant on it; the
 * old owner’s admins come to what it keeps, and nobody else of it by their standing alone. A grant that the account does not
 * tell stays, but for one on a bundle: the asset leaves that.
 */
export function levelAfter(
  kind: Kind,
  paths: readonly Path[],
  kept: Tier | null,
  becomes: (grant: string) => Becomes | null,
): Level {
  return paths
    .filter(isLive)
    .map(path => leftOf(kind, path, kept, becomes))
    .reduce(unite, noAccess)
}

function leftOf(kind: Kind, path: Path, kept: Tier | null, becomes: (grant: string) => Becomes | null): Level {
  if (throughOf(path) === 'owner') {
    const keeps = kept !== null && standingOn(path) === 'admin'
    return keeps ? narrow(path.level, levelOf(kind, { tier: kept, actions: [], hiding: [] })) : noAccess
  }
  let level = path.level
  // From the person up: what the new owner passed on is its own then, and hangs on nothing above it.
  for (const { id, on } of path.grants.toReversed()) {
    const then = becomes(id)
    if (then?.fate === 'falls' || (!then && on.kind === 'bundle')) return noAccess
    if (then) level = narrow(level, levelOf(kind, then.given))
    if (then?.fate === 'own') break
  }
  return level
}
