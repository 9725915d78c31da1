import type { Change } from '../base/change.ts'
import type { Target } from '../reach/targets.ts'
import type { HolderKey } from './queries.ts'

/** Announces that what somebody reaches has changed: told within the change, to whoever listens. */
export function announceReach(change: Change, holder: HolderKey, target: Pick<Target, 'id'>): void {
  change.announce({ what: 'reach', holder: holder.id, target: target.id })
}
