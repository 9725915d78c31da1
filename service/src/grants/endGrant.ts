import { sayGiven } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Target } from '../reach/targets.ts'
import { announceReach } from './announceReach.ts'
import { aboutOf, partiesOf, type GivenBy, type Holder } from './parties.ts'
import type { Grant } from './queries.ts'
import { grants } from './records.ts'

export interface GrantOn {
  readonly grant: Grant
  readonly target: Target
}

/** The one ender of grants: each end is an entry of the history, with why it ended, and is announced. */
export async function endGrant(
  change: Change,
  { giver, person, by }: Pick<GivenBy, 'giver' | 'person' | 'by'>,
  holder: Holder,
  { grant, target }: GrantOn,
  why: string | null = null,
): Promise<void> {
  await change.manager.update(grants, { id: grant.id }, { endedAt: change.now, endedBy: person.id })
  const purpose = grant.purpose ? `, to ${grant.purpose}` : ''
  change.record({
    ...partiesOf(giver, holder, target),
    ...(by === undefined ? {} : { by }),
    what: 'grant.ended',
    sentence:
      holder.key.kind === 'manager'
        ? `${person.name} unlinked ${target.name} from ${holder.name}${why ? `: ${why}` : ''}.`
        : `${person.name} ended ${sayGiven(grant, target.kind)} of ${holder.name} on ${target.name}${purpose}${why ? `: ${why}` : ''}.`,
    ...(target.assetId ? { asset: target.assetId } : {}),
    ...aboutOf(holder),
    data: { grant: grant.id, on: target.text },
  })
  announceReach(change, holder.key, target)
}
